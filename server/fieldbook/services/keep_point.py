"""Keeps a free point as a benchmark, at the height and as sure as it was found."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID, uuid5

from django.db import transaction

from core.instruments import Setting
from core.lengths import Length
from core.tasks import Task
from server.common.records import record_once
from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import point_for
from server.fieldbook.models import KeptBenchmark
from server.fieldbook.pegs import OwnPegs, counting_shots, pegs_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Benchmark
from server.jobs.plan.job_plan import JobPlan
from server.jobs.services.add_benchmark import BenchmarkForm, Known, store_benchmark


@dataclass(frozen=True, slots=True)
class KeepPointForm:
    """The benchmark's key and its name."""

    id: UUID
    name: str


def keep_point(user: User, point_id: UUID, form: KeepPointForm) -> tuple[Benchmark, bool]:
    """Keep a free point as a benchmark of its job.

    Raises :class:`Conflict` where it was not shot, or its reading is in doubt.
    """
    point = point_for(user, point_id, Ability.PLAN)
    stored = Benchmark.objects.filter(pk=form.id, job=point.owner.job).first()
    if stored is not None and form.name.strip() in ("", stored.name):
        return stored, False
    if point.task != Task.FREE:
        raise Conflict(point.name, "It is no free point.", "Add a free point and shoot it there.")
    job = point.owner.job
    job_trust = JobTrust(job)
    pegs, _ = pegs_of({"pk": point.pk}, JobPlan(job), job_trust, shown=())
    found = next(iter(pegs.get(point.owner_id, OwnPegs()).found), None)
    if found is None:
        raise Conflict(
            point.name,
            "It has no height to be kept at: it was not shot, or its reading is in doubt.",
            "Shoot it from a set-up that stands.",
        )
    known = Known(found.elevation, point.spot, Length.from_float(found.half_width))
    described = BenchmarkForm(form.id, form.name, "", f"{point.where}, {point.name}"[:200])
    shot, *_ = counting_shots({"pk": point.pk}, job_trust)[point.pk, Setting.FINE]
    with transaction.atomic():
        benchmark, created = store_benchmark(user, job, described, known)
        if created:
            key = uuid5(benchmark.pk, "kept from its shot")
            kept = KeptBenchmark(id=key, benchmark=benchmark, shot_id=shot, taken_by=user)
            record_once(kept)
    return benchmark, created
