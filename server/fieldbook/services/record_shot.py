"""Records a shot, strikes one through, and tells what a reading would give."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from core.errors import RuleError
from core.lengths import Reading, Style
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.fieldbook.access import floor_seen_from, set_up_for, shot_for
from server.fieldbook.figures import ShotFigures, shot_figures
from server.fieldbook.models import SetUp, Shot, Strike
from server.fieldbook.rules import Sighting, recorded_sighting, sighting_of
from server.jobs.models import Floor
from server.jobs.rules import levels_of, style_of
from server.records import record_once
from server.refusals import Invalid, Problem

FLOOR_OF_POINT = """
SELECT jobs_floor.*, jobs_job.style AS job_style, crews_membership.role AS role
FROM jobs_point
JOIN jobs_floor ON jobs_floor.id = jobs_point.floor_id
JOIN jobs_job ON jobs_job.id = jobs_floor.job_id
JOIN crews_membership ON crews_membership.crew_id = jobs_job.crew_id
WHERE jobs_point.id = %s AND crews_membership.user_id = %s
"""


@dataclass(frozen=True, slots=True)
class ShotForm:
    """A shot as it is typed."""

    id: UUID
    set_up: UUID
    point: UUID
    reading: str
    taken_at: datetime


@dataclass(frozen=True, slots=True)
class StrikeForm:
    """Why a shot is struck through."""

    id: UUID
    reason: str


def record_shot(user: User, form: ShotForm) -> tuple[Shot, ShotFigures, bool]:
    """Record a shot and answer what it says; the same form twice records one.

    A point may carry several shots; the last one not struck counts.
    """
    floor, style = _floor_of_point(user, form.point)
    try:
        sighting = recorded_sighting(form.set_up)
    except SetUp.DoesNotExist:
        raise missing("set-up", form.set_up) from None
    if sighting.job != floor.job_id:
        raise missing("set-up", form.set_up)
    reading = _read(sighting, form.reading)
    shot, created = record_once(
        Shot(
            id=form.id,
            set_up_id=form.set_up,
            point_id=form.point,
            reading=reading,
            typed=form.reading.strip(),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
    return shot, _figures(sighting, floor, reading, style), created


def _floor_of_point(user: User, point_id: UUID) -> tuple[Floor, Style]:
    """Return the floor a point lies on and its job's style, for whoever may record on it.

    One plain query with nothing to compile: readings are logged more often than all else.
    """
    found: Any = next(iter(Floor.objects.raw(FLOOR_OF_POINT, [point_id, user.pk])), None)
    if found is None:
        raise missing("point", point_id)
    require(found.role, Ability.RECORD)
    return found, Style.from_code(found.job_style)


def strike_shot(user: User, shot_id: UUID, form: StrikeForm) -> tuple[Strike, bool]:
    """Strike a shot through; it stays in the book with the reason."""
    shot = shot_for(user, shot_id, Ability.RECORD)
    already = Strike.objects.filter(shot=shot).exclude(pk=form.id).first()
    if already is not None:
        return already, False
    return record_once(Strike(id=form.id, shot=shot, reason=form.reason, taken_by=user))


def preview_reading(user: User, set_up_id: UUID, floor_id: UUID, text: str) -> ShotFigures:
    """Tell what a reading would say, without recording it."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    floor = floor_seen_from(user, set_up, floor_id)
    sighting = sighting_of(set_up)
    return _figures(sighting, floor, _read(sighting, text), style_of(floor.job))


def _figures(sighting: Sighting, floor: Floor, reading: Reading, style: Style) -> ShotFigures:
    levels = levels_of(floor)
    return shot_figures(reading, sighting.line, sighting.rod, levels, floor.tolerance, style)


def _read(sighting: Sighting, text: str) -> Reading:
    try:
        return sighting.rod.read(text)
    except RuleError as refused:
        raise Invalid(Problem.of("reading", refused)) from refused
