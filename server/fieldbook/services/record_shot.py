"""Records a shot."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from core.design import SlabOver
from core.errors import RuleError
from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Length, Reading, Style
from core.tasks import Task
from core.verdicts import Tolerance
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.fieldbook.access import point_for
from server.fieldbook.aims import Aims
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.lines import edition_of, remembered_sighting
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.pegs import pegs_of
from server.fieldbook.rules import Sighting
from server.fieldbook.standing import JobStandings
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import levels_of, rough_tolerance_of
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


@dataclass(frozen=True, slots=True)
class _Aimed:
    """A point a shot is recorded on: its job and its place, and what the shot is judged against.

    ``edition`` tells whether what is remembered of a set-up still holds.
    """

    job: UUID
    place: PlanPoint
    judged: Judged
    edition: int


def record_shot(user: User, form: ShotForm) -> tuple[Shot, Said, bool]:
    """Record a shot and answer what it says; the same form twice records one.

    A point may carry several shots; the last one not struck counts, in its own pass.
    """
    aimed = _stone_at(user, form) or _aimed_at(user, form)
    try:
        sighting = remembered_sighting(form.set_up, aimed.edition)
    except SetUp.DoesNotExist:
        raise missing("set-up", form.set_up) from None
    if sighting.job != aimed.job:
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
    return shot, said(reading, sighting, aimed.place, aimed.judged), created


def read_on(sighting: Sighting, text: str) -> Reading:
    """Read what was typed on a set-up's rod."""
    try:
        return sighting.rod.read(text)
    except RuleError as refused:
        raise Invalid(Problem.of("reading", refused)) from refused


def _stone_at(user: User, form: ShotForm) -> _Aimed | None:
    """Return a point of the stone under a level slab; None for any other.

    One plain query with nothing to compile, as stone is shot more often than all else.
    """
    floor: Any = next(iter(Floor.objects.raw(FLOOR_OF_POINT, [form.point, user.pk])), None)
    if floor is None or floor.panels:
        return None
    require(floor.role, Ability.RECORD)
    levels = levels_of(floor)
    tolerance: Length = floor.tolerance
    if form.setting == Setting.COARSE:
        tolerance = max(tolerance, rough_tolerance_of(floor.job))
    judged = Judged(
        Task.STONE,
        levels.sub_base,
        Tolerance.either_way(tolerance),
        Style.from_code(floor.job_style),
        form.setting,
        SlabOver(levels.top_of_slab, levels.least_thickness),
    )
    place = PlanPoint(Length.from_metres(floor.point_x), Length.from_metres(floor.point_y))
    return _Aimed(floor.job_id, place, judged, floor.edition)


def _aimed_at(user: User, form: ShotForm) -> _Aimed:
    """Return any point, judged with the whole plan of its job at hand."""
    point = point_for(user, form.point, Ability.RECORD)
    job = point.owner.job
    aims = Aims(JobPlan(job), {})
    if point.task == Task.HOLE:
        beside = {"element": point.element_id, "name": point.name}
        _, aims = pegs_of(beside, aims.plan, JobStandings(job))
    return _Aimed(job.pk, point.place, aims.judged(point, form.setting), edition_of(job))
