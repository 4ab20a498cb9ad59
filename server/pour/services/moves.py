"""What a change of a floor's level would move, told before it is accepted."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.design import Rejudged, level_moves, rejudged
from core.lengths import Length
from core.verdicts import Tolerance
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import pegs_of
from server.fieldbook.standing import JobStandings
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.rules import levels_of, style_of
from server.jobs.services.draft_floor import FloorForm, draft_floor


class MoveRow(TypedDict):
    """A level that moves, and by how much."""

    what: str
    by: str


class MovesSheet(TypedDict):
    """What a change moves, and how the stone that was shot would be judged anew."""

    moves: list[MoveRow]
    rejudged: list[str]


def moves_sheet(user: User, floor_id: UUID, form: FloorForm) -> MovesSheet:
    """Return what a change that is being typed would move; nothing while it is refused."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    draft, before, style = draft_floor(floor.job, form), levels_of(floor), style_of(floor.job)
    tolerance = draft.values.get("tolerance")
    if draft.levels is None or not isinstance(tolerance, Length):
        return {"moves": [], "rejudged": []}
    moves = level_moves(before, draft.levels)
    rows: list[MoveRow] = [{"what": one.name, "by": one.in_words(style)} for one in moves]
    top = next((one for one in moves if one.name == "Top of slab"), None)
    if top is not None:
        carried = _carried_by(floor)
        rows += [{"what": f"{name}, all of it", "by": top.in_words(style)} for name in carried]
    pegs = pegs_of([floor], JobStandings(floor.job), style)[str(floor.pk)]
    changed = rejudged(
        (stone.elevation for stone in pegs.stone),
        (before, Tolerance.either_way(floor.tolerance)),
        (draft.levels, Tolerance.either_way(tolerance)),
    )
    return {"moves": rows, "rejudged": [_in_words(one) for one in changed]}


def _in_words(one: Rejudged) -> str:
    noun = "point that was" if one.count == 1 else "points that were"
    verb = "is" if one.count == 1 else "are"
    return f"{one.count} {noun} {one.before} {verb} {one.after}"


def _carried_by(floor: Floor) -> list[str]:
    """Return the floors whose level is given from this one, over as many floors as it takes."""
    others = Floor.objects.filter(job=floor.job_id).values_list("id", "name", "reference_floor_id")
    found: dict[UUID, str] = {floor.pk: floor.name}
    growing = True
    while growing:
        further = {key: name for key, name, on in others if on in found and key not in found}
        found |= further
        growing = bool(further)
    return [name for key, name in found.items() if key != floor.pk]
