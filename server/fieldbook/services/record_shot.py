"""Records a shot."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from core.errors import RuleError
from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Length, Reading, Style
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.fieldbook.figures import Said, said
from server.fieldbook.lines import remembered_sighting
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.pegs import judged_in
from server.fieldbook.rules import Sighting
from server.jobs.models import Floor
from server.records import record_once
from server.refusals import Invalid, Problem

FLOOR_OF_POINT = """
SELECT jobs_floor.*, jobs_job.style AS job_style, crews_membership.role AS role,
    jobs_point.x AS point_x, jobs_point.y AS point_y,
    (SELECT COUNT(*) FROM gear_instrumentcheck
        JOIN gear_instrument ON gear_instrument.id = gear_instrumentcheck.instrument_id
        WHERE gear_instrument.crew_id = jobs_job.crew_id)
    + (SELECT COUNT(*) FROM fieldbook_acceptedrun
        JOIN fieldbook_reread ON fieldbook_reread.id = fieldbook_acceptedrun.closing_id
        JOIN fieldbook_setup ON fieldbook_setup.id = fieldbook_reread.set_up_id
        WHERE fieldbook_setup.job_id = jobs_job.id) AS edition
FROM jobs_point
JOIN jobs_floor ON jobs_floor.id = jobs_point.floor_id
JOIN jobs_job ON jobs_job.id = jobs_floor.job_id
JOIN crews_membership ON crews_membership.crew_id = jobs_job.crew_id
WHERE jobs_point.id = %s AND crews_membership.user_id = %s
"""


@dataclass(frozen=True, slots=True)
class ShotForm:
    """A shot as it is typed; ``slip`` and ``first_typed`` where a likely slip was offered."""

    id: UUID
    set_up: UUID
    point: UUID
    reading: str
    taken_at: datetime
    setting: str = Setting.FINE
    first_typed: str = ""
    slip: str = ""


def record_shot(user: User, form: ShotForm) -> tuple[Shot, Said, bool]:
    """Record a shot and answer what it says; the same form twice records one.

    A point may carry several shots; the last one not struck counts, in its own pass.
    """
    floor = _floor_of_point(user, form.point)
    try:
        sighting = remembered_sighting(form.set_up, floor.edition)
    except SetUp.DoesNotExist:
        raise missing("set-up", form.set_up) from None
    if sighting.job != floor.job_id:
        raise missing("set-up", form.set_up)
    reading = read_on(sighting, form.reading)
    shot, created = record_once(
        Shot(
            id=form.id,
            set_up_id=form.set_up,
            point_id=form.point,
            reading=reading,
            typed=form.reading.strip(),
            setting=form.setting,
            first_typed=form.first_typed.strip(),
            slip=form.slip,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
    place = PlanPoint(Length.from_metres(floor.point_x), Length.from_metres(floor.point_y))
    judged = judged_in(floor, Style.from_code(floor.job_style), form.setting)
    return shot, said(reading, sighting, place, judged), created


def read_on(sighting: Sighting, text: str) -> Reading:
    """Read what was typed on a set-up's rod."""
    try:
        return sighting.rod.read(text)
    except RuleError as refused:
        raise Invalid(Problem.of("reading", refused)) from refused


def _floor_of_point(user: User, point_id: UUID) -> Any:
    """Return the floor a point lies on, with the point's place and its job's style.

    For whoever may record on it; one plain query with nothing to compile, as readings are
    logged more often than all else.
    """
    found: Any = next(iter(Floor.objects.raw(FLOOR_OF_POINT, [point_id, user.pk])), None)
    if found is None:
        raise missing("point", point_id)
    require(found.role, Ability.RECORD)
    return found
