"""Tells what a reading would say before it is recorded, and whether it looks like a slip."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.instruments import Setting
from core.lengths import Length, Reading, Style, format_deviation
from core.slips import Expected, Near, expected_at, is_likely, near_points, suggest
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import point_seen_from, set_up_for
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.pegs import OwnPegs, Scope, pegs_of, stone_of
from server.fieldbook.rules import Sighting
from server.fieldbook.services.read_again import RereadForm, reread_of
from server.fieldbook.services.record_shot import read_on
from server.fieldbook.standing import JobStandings
from server.jobs.models import Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

TOLERANCES_OFF_DESIGN = 2
MOST_OFFERS = 3


@dataclass(frozen=True, slots=True)
class ReadingForm:
    """A reading that is being typed."""

    point: UUID
    reading: str
    setting: str


class SlipOffer(TypedDict):
    """A usual slip that would explain the reading, and what it gives without it."""

    slip: str
    reading: str
    says: Said


class Unlikely(TypedDict):
    """A reading far from what is expected; ``why`` says from what, and how far."""

    why: str
    offers: list[SlipOffer]


class Preview(TypedDict):
    """What a reading would say, and what makes it unlikely where something does."""

    says: Said
    unlikely: Unlikely | None


class RereadPreview(TypedDict):
    """What a re-read would say."""

    text: str
    is_good: bool
    doubts: str


def preview_reading(user: User, set_up_id: UUID, form: ReadingForm) -> Preview:
    """Tell what a reading would say, without recording it."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    point = point_seen_from(user, set_up, form.point)
    standings, plan = JobStandings(set_up.job), JobPlan(set_up.job)
    sighting = standings.lines.sighting(set_up.pk)
    pegs, aims = pegs_of(_beside(point), plan, standings)
    judged = aims.judged(point, form.setting)
    reading = read_on(sighting, form.reading)
    return {
        "says": said(reading, sighting, point.place, judged),
        "unlikely": _unlikely(
            reading, sighting, point, judged, _near(pegs[point.owner_id], point, judged)
        ),
    }


def _beside(point: Point) -> Scope:
    """Return the scope of what lies on the same floor or element."""
    return stone_of([point.floor_id]) if point.floor_id else {"element": point.element_id}


def _near(pegs: OwnPegs, point: Point, judged: Judged) -> tuple[Near, ...]:
    """Return what was found around a point for the same task; a rough pass has none."""
    if judged.setting != Setting.FINE:
        return ()
    others = [
        (one.point.place, one.off)
        for one in pegs.found
        if one.point.task == judged.task and one.point.pk != point.pk and one.off is not None
    ]
    return near_points(point.place, others)


def _unlikely(
    reading: Reading, sighting: Sighting, point: Point, judged: Judged, near: tuple[Near, ...]
) -> Unlikely | None:
    if judged.target is None:
        return None
    design = float(judged.target)
    allowance = TOLERANCES_OFF_DESIGN * float(judged.tolerance.plus)
    sure = sighting.sure(reading, point.place, judged.setting).half_width
    expected = expected_at(near, design, allowance, sure)
    elevation = sighting.line.elevation(reading)
    if is_likely(elevation, expected):
        return None
    found = suggest(sighting.rod, sighting.line, reading, expected, sighting.backsight)
    return {
        "why": _why(expected.off(elevation), expected, judged.style),
        "offers": [
            {
                "slip": str(one.slip),
                "reading": sighting.rod.write(one.reading),
                "says": said(one.reading, sighting, point.place, judged),
            }
            for one in found[:MOST_OFFERS]
        ],
    }


def _why(off: Length, expected: Expected, style: Style) -> str:
    than = "the points around it" if expected.from_neighbours else "its design level"
    return f"This is {format_deviation(off, style)} against {than}."


def preview_reread(user: User, set_up_id: UUID, form: RereadForm) -> RereadPreview:
    """Tell how far a re-read is off, and what it would put in doubt."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    standings, style = JobStandings(set_up.job), style_of(set_up.job)
    read = standings.compared(reread_of(user, set_up, form))
    is_good = read.is_good
    standing = standings.by_id[set_up.pk]
    shaken = set_up.shots.filter(strike=None, taken_at__gt=standing.good_at).count()
    noun = "reading" if shaken == 1 else "readings"
    return {
        "text": format_deviation(read.difference, style),
        "is_good": is_good,
        "doubts": "" if is_good else f"{shaken} {noun} since the last good check",
    }
