"""Accepts a run: spreads its misclosure, and keeps its points as benchmarks."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction

from core.floors import PlanPoint
from core.lengths import Length, format_length
from server.common.records import record_once
from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability, require
from server.fieldbook.access import reread_for
from server.fieldbook.lines import JobLines
from server.fieldbook.models import AcceptedRun, Occasion, TurningPoint
from server.fieldbook.run_sheets import is_doubtful
from server.fieldbook.trust import JobTrust
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.jobs.services.add_benchmark import BenchmarkForm, Known, store_benchmark


@dataclass(frozen=True, slots=True)
class KeepForm:
    """A turning point to keep as a benchmark, under a name of its own."""

    turning_point: UUID
    name: str


@dataclass(frozen=True, slots=True)
class AcceptForm:
    """A run that is accepted, and which of its points become benchmarks."""

    id: UUID
    accepted_at: datetime
    keep: tuple[KeepForm, ...] = ()


def accept_run(user: User, closing_id: UUID, form: AcceptForm) -> tuple[AcceptedRun, bool]:
    """Spread a run's misclosure where that is allowed; refused where it is not."""
    closing = reread_for(user, closing_id, Ability.RECORD)
    require(closing.role, Ability.PLAN)  # type: ignore[attr-defined]
    if closing.occasion != Occasion.CLOSING:
        raise Conflict(closing.typed, "This reading closes no run.", "Close the run first.")
    with transaction.atomic():
        job = Job.objects.select_for_update().get(pk=closing.set_up.job_id)
        already = AcceptedRun.objects.filter(closing=closing).first()
        if already is not None:
            return already, False
        _check(job, closing_id)
        accepted, created = record_once(
            AcceptedRun(id=form.id, closing=closing, accepted_at=form.accepted_at, accepted_by=user)
        )
        _keep(user, job, closing_id, form)
        return accepted, created


def _check(job: Job, closing_id: UUID) -> None:
    """Refuse a run that does not close, or that rests on a reading in doubt."""
    job_trust = JobTrust(job)
    closing = next((one for one in job_trust.closings if one.pk == closing_id), None)
    if closing is None:
        raise Conflict("", "The closing reading was struck through.", "Close the run anew.")
    run = job_trust.lines.run(closing)
    if is_doubtful(run, job_trust):
        raise Conflict(
            "", "The run rests on a reading in doubt.", "Clear the doubt first, or run it again."
        )
    if not run.levels.is_allowed:
        style = style_of(job)
        off = format_length(abs(run.levels.misclosure), style)
        allowed = format_length(run.levels.allowed, style)
        raise Conflict(
            off, f"It closes {off} off, and {allowed} is allowed: it is never spread.",
            "Run it again.",
        )  # fmt: skip


def _keep(user: User, job: Job, closing_id: UUID, form: AcceptForm) -> None:
    """Keep turning points as benchmarks of the job, with U of each."""
    if not form.keep:
        return
    lines = JobLines(job.pk)
    closing = lines.accepted[closing_id].closing
    for i, keep in enumerate(form.keep):
        point = lines.turning_points.get(keep.turning_point)
        if point is None or point.pk not in lines.corrections:
            why, accepts = "This point is not of the run.", "Choose one of its points."
            raise Invalid(Problem(f"keep.{i}", "invalid", keep.name, why, accepts))
        described = BenchmarkForm(
            id=uuid5(form.id, str(point.pk)),
            name=keep.name,
            elevation="",
            description=f"{point.name}, carried by the run that closed on {closing.benchmark}",
        )
        known = Known(
            lines.elevation(point), _place(point), Length.from_float(lines.half_width(point))
        )
        store_benchmark(user, job, described, known)


def _place(point: TurningPoint) -> PlanPoint:
    return PlanPoint(point.x, point.y)
