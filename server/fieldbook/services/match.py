"""Matches a height already built: read it, clamp, transfer (section 9)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.floors import finished_level
from core.lengths import Length
from server.common.refusals import Entries
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.mark_ways import WaysSheet, ways_to
from server.fieldbook.rules import station_of
from server.fieldbook.services.record_shot import read_from
from server.fieldbook.trust import JobTrust
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class MatchForm:
    """A reading on a height already built, and how far above or below it to set another."""

    reading: str
    amount: str
    side: str
    sight: str


class Match(TypedDict):
    """A height already built, and the one set from it."""

    existing: Shown
    target: Shown
    ways: WaysSheet


def match_height(user: User, set_up_id: UUID, form: MatchForm) -> Match:
    """Return the height that was read, and the ways of setting the same or another by it."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    style = style_of(set_up.job)
    sighting = JobTrust(set_up.job).lines.sighting(set_up_id)
    entries = Entries({"amount": form.amount}, style_of(set_up.job))
    amount = entries.length("amount") if form.amount.strip() else Length(0)
    entries.finish()
    assert amount is not None
    existing = sighting.line.elevation(read_from(sighting, form.reading, form.sight))
    target = finished_level(existing, amount if form.side == "above" else -amount)
    return {
        "existing": show(existing, style),
        "target": show(target, style),
        "ways": ways_to(station_of(set_up, sighting), target, style),
    }
