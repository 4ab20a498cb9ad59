"""Keeps a height that was worked out: its job, benchmark, set-up and points, in one step."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction

from core.lengths import Elevation
from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability, role_in_crew
from server.fieldbook.models import SetUp
from server.fieldbook.rules import rod_of
from server.fieldbook.services.backsights import BacksightForm
from server.fieldbook.services.height_now import (
    HeightForm,
    WantedForm,
    has_a_datum,
    in_point,
    style_of_rod,
    usual_gear,
)
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.fieldbook.services.set_up import SetUpForm, set_up
from server.gear.models import Rod
from server.gear.services.usual_kit import give_usual_kit
from server.gear.usual import units_of_usual
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.free_points import FreePointForm, add_free_point

TAKEN_AS_ZERO = "Taken as zero; every height of the job is against it."


@dataclass(frozen=True, slots=True)
class KeepForm:
    """A height to keep, and the new job's name where it goes into none.

    ``id`` is the key of that job; the keys of all that is kept with it follow from it.
    """

    id: UUID
    taken_at: datetime
    job_name: str = ""
    benchmark_name: str = ""

    def key(self, what: str) -> UUID:
        """Return the key one thing is kept under."""
        return uuid5(self.id, what)


def keep_height(user: User, crew_id: UUID, height: HeightForm, form: KeepForm) -> tuple[Job, bool]:
    """Keep a height whole or not at all; the same form twice keeps it once.

    Returns the job, and whether the set-up was new.
    """
    role_in_crew(user, crew_id, Ability.SET_UP)
    with transaction.atomic():
        _give_gear(user, crew_id, height.rod)
        job = _job(user, crew_id, height, form)
        benchmark = height.benchmark or _benchmark(user, job, height, form)
        _, created = _set_up(user, job, (height, form), benchmark)
        known: Elevation = Benchmark.objects.get(pk=benchmark).elevation
        for number, wanted in enumerate(height.points):
            if wanted.name.strip() or wanted.target.strip() or wanted.reading.strip():
                _keep_point(user, job, form, (number, wanted), known)
    return job, created


def _give_gear(user: User, crew_id: UUID, rod: UUID) -> None:
    """Add the usual rod it was read on, and a laser, where the crew has none of them yet."""
    units = units_of_usual(crew_id, rod)
    if units is None or Rod.objects.filter(crew_id=crew_id, pk=rod).exists():
        return
    if Ability.PLAN not in ABILITIES[role_in_crew(user, crew_id, Ability.SET_UP)]:
        raise Conflict(
            units.rod,
            "The crew has no such rod yet.",
            "Ask your foreman to add it under Gear, or read it on one of the crew's.",
        )
    give_usual_kit(user, crew_id, units.code)


def _job(user: User, crew_id: UUID, height: HeightForm, form: KeepForm) -> Job:
    if height.job is not None:
        job, _ = job_for(user, height.job, Ability.SET_UP)
        if job.crew_id != crew_id:
            raise Invalid(
                Problem("job", "invalid", "", "This job is another crew's.", "Choose one of yours.")
            )
        return job
    rod = Rod.objects.filter(crew_id=crew_id, pk=height.rod).first()
    style = style_of_rod(rod_of(rod)).code if rod else "m"
    made, _ = create_job(user, JobForm(form.id, crew_id, form.job_name, style), Ability.SET_UP)
    return made


def _benchmark(user: User, job: Job, height: HeightForm, form: KeepForm) -> UUID:
    """Add the benchmark one stands on."""
    known, is_zero = height.known.strip(), not height.known.strip()
    stored = Benchmark.objects.filter(pk=form.key("benchmark"), job=job).exists()
    if is_zero and not stored and has_a_datum(job):
        why, accepts = "Nothing was typed, and this job has a datum.", "Type the point's height."
        raise Invalid(Problem("known", "blank", "", why, accepts))
    described = BenchmarkForm(
        id=form.key("benchmark"),
        name=form.benchmark_name,
        elevation="0" if is_zero else known,
        description=TAKEN_AS_ZERO if is_zero else "",
    )
    try:
        kept, _ = add_benchmark(user, job.pk, described, Ability.SET_UP)
    except Invalid as refused:
        raise Invalid(*(_known(problem) for problem in refused.problems)) from refused
    return kept.pk


def _known(problem: Problem) -> Problem:
    fields = {"elevation": "known", "name": "benchmark_name"}
    return replace(problem, field=fields.get(problem.field or "", problem.field))


def _set_up(
    user: User, job: Job, forms: tuple[HeightForm, KeepForm], benchmark: UUID
) -> tuple[SetUp, bool]:
    height, form = forms
    kept = SetUp.objects.filter(pk=form.key("set-up"), job=job)
    stored = kept.select_related("instrument", "receiver").first()
    if stored is not None:
        instrument, receiver = stored.instrument, stored.receiver
    else:
        instrument, receiver = usual_gear(job.crew_id)
    sight = BacksightForm(
        rod=height.rod, benchmark=benchmark, backsight=height.reading, sight=height.sight
    )
    typed = SetUpForm(
        id=form.key("set-up"),
        instrument=instrument.pk,
        x="",
        y="",
        taken_at=form.taken_at,
        sight=sight,
        receiver=receiver.pk if receiver else None,
    )
    try:
        return set_up(user, job.pk, typed)
    except Invalid as refused:
        told = [
            replace(problem, field="reading") if problem.field == "backsight" else problem
            for problem in refused.problems
        ]
        raise Invalid(*told) from refused


def _keep_point(
    user: User, job: Job, form: KeepForm, one: tuple[int, WantedForm], known: Elevation
) -> None:
    """Keep a point and what was read there; refusals stand in the point's own place."""
    number, wanted = one
    key = form.key(f"point {number}")
    try:
        add_free_point(user, job.pk, FreePointForm(key, wanted.name, target=wanted.target), known)
        if wanted.reading.strip():
            record_shot(
                user,
                ShotForm(
                    id=form.key(f"shot {number}"),
                    set_up=form.key("set-up"),
                    point=key,
                    reading=wanted.reading,
                    taken_at=form.taken_at,
                    sight=wanted.sight,
                ),
            )
    except Invalid as refused:
        raise Invalid(*(in_point(number, problem) for problem in refused.problems)) from refused
