"""Tells what a reading would say before it is recorded, and whether it looks like a slip."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.instruments import Setting
from core.lengths import Style, format_deviation
from core.rods import Observed
from core.slips import Aim, Near, Question, near_points, question_about, same_pass
from server.crews.models import User
from server.crews.permissions import Ability
from server.crews.timed import TIME_COLUMNS, moment_of_columns
from server.fieldbook.access import point_seen_from, set_up_for
from server.fieldbook.aims import Aims
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.models import Shot, observed
from server.fieldbook.pegs import Scope, aims_at, stone_of
from server.fieldbook.rules import Sighting
from server.fieldbook.services.read_again import RereadForm, reread_of
from server.fieldbook.services.record_shot import read_from
from server.fieldbook.trust import JobTrust
from server.jobs.models import Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

#: So many of the latest shots are looked at for the pass a reading belongs to.
LONGEST_PASS = 400


@dataclass(frozen=True, slots=True)
class ReadingForm:
    """A reading that is being typed."""

    point: UUID
    reading: str
    setting: str
    sight: str


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
    job_trust, plan = JobTrust(set_up.job), JobPlan(set_up.job)
    sighting = job_trust.lines.sighting(set_up.pk)
    beside, aims = aims_at(_beside(point), plan, job_trust)
    judged = aims.judged(point, form.setting)
    seen = read_from(sighting, form.reading, form.sight, judged.target)
    near = _near(beside, point, judged, aims, job_trust)
    return {
        "says": said(seen, sighting, point.spot, judged),
        "unlikely": _unlikely(seen, sighting, point, judged, near),
    }


def _beside(point: Point) -> Scope:
    """Return the scope of what lies on the same floor or element."""
    return stone_of([point.floor_id]) if point.floor_id else {"element": point.element_id}


def _near(
    beside: list[Point], point: Point, judged: Judged, aims: Aims, job_trust: JobTrust
) -> tuple[Near, ...]:
    """Return what the same pass found around a point for the same task; a rough pass has none."""
    if judged.setting != Setting.FINE or judged.target is None or point.spot is None:
        return ()
    points = {one.pk: one for one in beside if one.task == judged.task}
    columns = ("point_id", "set_up_id", "sight", "reading", *TIME_COLUMNS)
    shot = Shot.objects.filter(point__in=points, setting=Setting.FINE, strike=None)
    latest = shot.order_by("-taken_at", "-recorded_at").values_list(*columns)[:LONGEST_PASS]
    sound = [
        one
        for one in reversed(latest)
        if one[1] in job_trust.by_id
        and not job_trust.by_id[one[1]].doubts(moment_of_columns(*one[4:]))
    ]
    found = []
    for at in same_pass([one[0] for one in sound], point.pk):
        key, set_up, sight, reading, *_ = sound[at]
        target = aims.judged(points[key], Setting.FINE).target
        if target is not None:
            elevation = job_trust.lines.sighting(set_up).line.elevation(observed(sight, reading))
            found.append((points[key].place, elevation - target))
    return near_points(point.place, found)


def _unlikely(
    seen: Observed, sighting: Sighting, point: Point, judged: Judged, near: tuple[Near, ...]
) -> Unlikely | None:
    if judged.target is None:
        return None
    sure = sighting.sure(seen, point.spot, judged.setting).half_width
    aim = Aim(judged.task, judged.target, float(judged.tolerance.plus), sure)
    sighted = sighting.rod, sighting.line, sighting.line.booked(sighting.known)
    question = question_about(sighted, seen, aim, near)
    if question is None:
        return None
    return {
        "why": _why(question, judged.style),
        "offers": [
            {
                "slip": str(offer.slip),
                "reading": meant.written(sighting.rod),
                "says": said(meant, sighting, point.spot, judged),
            }
            for offer in question.offers
            for meant in [Observed(seen.kind, offer.reading)]
        ],
    }


def _why(question: Question, style: Style) -> str:
    than = "the points around it" if question.from_neighbours else "its design level"
    return f"This is {format_deviation(question.off, style)} against {than}."


def preview_reread(user: User, set_up_id: UUID, form: RereadForm) -> RereadPreview:
    """Tell how far a re-read is off, and what it would put in doubt."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    job_trust, style = JobTrust(set_up.job), style_of(set_up.job)
    read = job_trust.compared(reread_of(user, set_up, form))
    is_good = read.is_good
    trust = job_trust.by_id[set_up.pk]
    shaken = set_up.shots.filter(strike=None, taken_at__gt=trust.good_at).count()
    noun = "reading" if shaken == 1 else "readings"
    return {
        "text": format_deviation(read.difference, style),
        "is_good": is_good,
        "doubts": "" if is_good else f"{shaken} {noun} since the last good check",
    }
