"""Records a shot."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction

from core.errors import NotFromHere, RuleError
from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Elevation
from core.rods import Observed, SightKind, observe
from core.tasks import Task
from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.fieldbook.access import point_for
from server.fieldbook.aims import Aims
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.lines import edition_of, remembered_sighting
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.pegs import pegs_of
from server.fieldbook.rules import Sighting
from server.fieldbook.services.strikes import StrikeForm, strike_shot
from server.fieldbook.trust import JobTrust
from server.jobs.plan.job_plan import JobPlan

MISREAD = "misread the rod"


@dataclass(frozen=True, slots=True)
class ShotForm:
    """A shot as it is typed; ``slip`` and ``first_typed`` where a likely slip was offered.

    ``misread`` is an earlier shot of its point that this one takes the place of.
    """

    id: UUID
    set_up: UUID
    point: UUID
    reading: str
    taken_at: datetime
    sight: str = SightKind.STANDING
    setting: str = Setting.FINE
    first_typed: str = ""
    slip: str = ""
    misread: UUID | None = None


@dataclass(frozen=True, slots=True)
class _Aimed:
    """A point a shot is recorded on: its job and its place, and what the shot is judged against.

    ``edition`` tells whether what is remembered of a set-up still holds.
    """

    job: UUID
    place: PlanPoint | None
    judged: Judged
    edition: int


def record_shot(user: User, form: ShotForm) -> tuple[Shot, Said, bool]:
    """Record a shot and answer what it says; the same form twice records one.

    A point may carry several shots; the last one not struck counts, in its own pass. One that
    was misread is struck through with it, or neither is recorded.
    """
    if (
        form.misread is not None
        and not Shot.objects.filter(pk=form.misread, point=form.point).exists()
    ):
        raise missing("shot", form.misread)
    aimed = _aimed_at(user, form)
    try:
        sighting = remembered_sighting(form.set_up, aimed.edition)
    except SetUp.DoesNotExist:
        raise missing("set-up", form.set_up) from None
    if sighting.job != aimed.job:
        raise missing("set-up", form.set_up)
    seen = read_from(sighting, form.reading, form.sight, aimed.judged.target)
    shot = Shot(
        id=form.id,
        set_up_id=form.set_up,
        point_id=form.point,
        reading=seen.value,
        sight=seen.kind,
        typed=form.reading.strip(),
        setting=form.setting,
        first_typed=form.first_typed.strip(),
        slip=form.slip,
        taken_at=form.taken_at,
        taken_by=user,
    )
    if form.misread is None:
        shot, created = record_once(shot)
    else:
        shot, created = _instead_of(form.misread, shot, user)
    return shot, said(seen, sighting, aimed.place, aimed.judged), created


@transaction.atomic
def _instead_of(misread: UUID, shot: Shot, user: User) -> tuple[Shot, bool]:
    """Record a shot and strike the one it takes the place of."""
    shot, created = record_once(shot)
    if created:
        strike = StrikeForm(uuid5(shot.pk, "misread"), MISREAD)
        strike_shot(user, misread, strike)
    return shot, created


def read_from(
    sighting: Sighting, text: str, sight: str, target: Elevation | None = None
) -> Observed:
    """Read what was typed of a sight, refused in its field's place."""
    try:
        return sight_from(sighting, text, sight, target)
    except RuleError as refused:
        field = "sight" if isinstance(refused, NotFromHere) else "reading"
        raise Invalid(Problem.of(field, refused)) from refused


def sight_from(
    sighting: Sighting, text: str, sight: str, target: Elevation | None = None
) -> Observed:
    """Read what was typed of a sight; of a kind that tells a height from the set-up.

    A tape's bare number is no reading that lies far below the ``target``.
    Raises :class:`core.errors.RuleError`.
    """
    line = sighting.line
    likely = None if target is None else lambda seen: line.may_be_meant(seen, target)
    seen = observe(sighting.rod, SightKind(sight), text, likely)
    line.elevation(seen)
    return seen


def _aimed_at(user: User, form: ShotForm) -> _Aimed:
    """Return a point, judged with what its job's plan says of it."""
    point = point_for(user, form.point, Ability.RECORD)
    job = point.owner.job
    floors = [point.floor] if point.floor else ()
    parts = [point.element] if point.element else ()
    aims = Aims(JobPlan(job, floors, parts), {})
    if point.task == Task.HOLE:
        beside = {"element": point.element_id, "name": point.name}
        _, aims = pegs_of(beside, aims.plan, JobTrust(job))
    return _Aimed(job.pk, point.spot, aims.judged(point, form.setting), edition_of(job))
