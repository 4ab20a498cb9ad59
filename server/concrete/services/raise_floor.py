"""A finished level moved up or down by an amount, with all that follows, before it is accepted."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.floors import finished_level
from core.lengths import Length, Style, format_length, retypable, written_above
from server.common.refusals import Entries
from server.common.shown import Shown, show
from server.concrete.services.moves import MovesSheet, floor_moves
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.rules import finished_level as level_of
from server.jobs.rules import style_of
from server.jobs.services.form_again import floor_form_of
from server.jobs.sheets import FloorTyped, typed_as_it_stands


class RaisedSheet(TypedDict):
    """A floor as it would be typed with its level moved, and what that moves.

    ``opened`` is how it is typed now; ``by`` is the amount as it was read, with its way.
    """

    opened: FloorTyped
    typed: FloorTyped
    level: Shown
    by: str
    moves: MovesSheet


def raised_sheet(user: User, floor_id: UUID, by: str, is_up: bool) -> RaisedSheet:
    """Return what moving a finished level by an amount would make; nothing is stored.

    Raises :class:`Invalid` for what is no amount.
    """
    floor, _ = floor_for(user, floor_id, Ability.READ)
    style = style_of(floor.job)
    entries = Entries({"by": by}, style)
    amount = entries.length("by")
    if amount is not None and amount.nanometres < 0:
        entries.refuse("by", by, "The amount has a minus sign.", "Say up or down, and the amount.")
    entries.finish()
    assert amount is not None
    offset = amount if is_up else -amount
    opened = typed_as_it_stands(floor)
    typed: FloorTyped = {**opened, **_moved(floor, offset, style)}  # type: ignore[typeddict-item]
    way = "up" if is_up else "down"
    return {
        "opened": opened,
        "typed": typed,
        "level": show(finished_level(level_of(floor), offset), style),
        "by": f"{way} {format_length(amount, style)}",
        "moves": floor_moves(user, floor_id, floor_form_of(floor.pk, typed)),
    }


def _moved(floor: Floor, offset: Length, style: Style) -> dict[str, str]:
    """Return how a level that moved is typed, in the way it was given before."""
    if floor.level_offset is None:
        raised = finished_level(floor.level_elevation, offset)
        return {"level": retypable(written_above(raised, style), style)}
    amount = floor.level_offset + offset
    side = "below" if amount.nanometres < 0 else "above"
    return {"level": retypable(abs(amount), style), "side": side}
