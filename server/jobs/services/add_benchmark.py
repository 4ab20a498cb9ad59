"""Adds a benchmark to a job; a new value is always a new record."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.errors import OutOfRange
from core.lengths import Elevation, format_length
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.rules import kind_of, style_of
from server.records import record_once
from server.refusals import Entries, Invalid, Problem

HIGHEST = Elevation.from_metres(9000)


@dataclass(frozen=True, slots=True)
class BenchmarkForm:
    """A benchmark as it is typed."""

    id: UUID
    name: str
    elevation: str
    description: str


def add_benchmark(user: User, job_id: UUID, form: BenchmarkForm) -> tuple[Benchmark, bool]:
    """Add a benchmark; its name is new to the job."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({"elevation": form.elevation}, kind_of(job))
    elevation = read_elevation(entries, "elevation")
    entries.finish()
    assert elevation is not None
    return store_benchmark(user, job, form, elevation)


def read_elevation(entries: Entries, field: str) -> Elevation | None:
    """Read an elevation that could be one on land."""
    length = entries.length(field)
    if length is None:
        return None

    def on_land() -> Elevation:
        if abs(length) > HIGHEST.above_datum:
            raise OutOfRange(
                f"{length.metres.normalize():f} m",
                "No site lies that high or low.",
                "Give the elevation above the job's datum.",
            )
        return Elevation(length.nanometres)

    return entries.check(field, on_land)


def store_benchmark(
    user: User, job: Job, form: BenchmarkForm, elevation: Elevation
) -> tuple[Benchmark, bool]:
    """Record a benchmark; refuses a name the job already has, naming its elevation."""
    other = Benchmark.objects.filter(job=job, name=form.name).exclude(pk=form.id).first()
    if other is not None:
        stands = format_length(other.elevation.above_datum, style_of(job))
        raise Invalid(
            Problem(
                "name",
                "taken",
                form.name,
                f"{other.name} already stands in this job, at {stands}.",
                "A new value is a new benchmark: give it a name of its own.",
            )
        )
    return record_once(
        Benchmark(
            id=form.id,
            job=job,
            name=form.name,
            elevation=elevation,
            description=form.description,
            created_by=user,
        )
    )
