"""Records a shot, strikes one through, and tells what a reading would give."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.lengths import Reading
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.fieldbook.access import set_up_for, shot_for
from server.fieldbook.figures import ShotFigures, shot_figures
from server.fieldbook.models import SetUp, Shot, Strike
from server.fieldbook.rules import line_of, rod_of
from server.jobs.models import Floor, Point
from server.jobs.rules import levels_of, style_of
from server.records import record_once
from server.refusals import Entries


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
    set_up = set_up_for(user, form.set_up, Ability.RECORD)
    point = (
        Point.objects.filter(pk=form.point, floor__job_id=set_up.job_id)
        .select_related("floor", "floor__reference_benchmark", "floor__reference_floor")
        .first()
    )
    if point is None:
        raise missing("point", form.point)
    reading = _read(set_up, form.reading)
    shot, created = record_once(
        Shot(
            id=form.id,
            set_up=set_up,
            point=point,
            reading=reading,
            typed=form.reading.strip(),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
    return shot, figures_of(set_up, point.floor, reading), created


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
    floor = (
        Floor.objects.filter(pk=floor_id, job_id=set_up.job_id)
        .select_related("reference_benchmark", "reference_floor")
        .first()
    )
    if floor is None:
        raise missing("floor", floor_id)
    return figures_of(set_up, floor, _read(set_up, text))


def figures_of(set_up: SetUp, floor: Floor, reading: Reading) -> ShotFigures:
    """Return what a reading taken from a set-up says about a floor's stone."""
    return shot_figures(
        reading,
        line_of(set_up),
        rod_of(set_up.rod),
        levels_of(floor),
        floor.tolerance,
        style_of(set_up.job),
    )


def _read(set_up: SetUp, text: str) -> Reading:
    entries = Entries({}, style_of(set_up.job).kind)
    reading = entries.check("reading", lambda: rod_of(set_up.rod).read(text))
    entries.finish()
    assert reading is not None
    return reading
