"""Adds a benchmark to a job; a new value is always a new record."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.floors import PlanPoint
from core.lengths import Elevation, Length, format_elevation
from server.common.naming import given_name
from server.common.records import record_once, rests_on
from server.common.refusals import Entries, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class BenchmarkForm:
    """A benchmark as it is typed."""

    id: UUID
    name: str
    elevation: str
    description: str = ""
    x: str = ""
    y: str = ""


@dataclass(frozen=True, slots=True)
class Known:
    """What a benchmark's form gives: its elevation, its place, and U where it was carried."""

    elevation: Elevation
    place: PlanPoint | None = None
    half_width: Length | None = None


def add_benchmark(
    user: User, job_id: UUID, form: BenchmarkForm, needs: Ability = Ability.PLAN
) -> tuple[Benchmark, bool]:
    """Add a benchmark; its name is new to the job."""
    job, _ = job_for(user, job_id, needs)
    entries = Entries(typed_in(form), style_of(job))
    known = read_known(form, entries)
    entries.finish()
    assert known is not None
    return store_benchmark(user, job, form, known)


def typed_in(form: BenchmarkForm, prefix: str = "") -> dict[str, str]:
    """Return what is typed in a benchmark's fields, by the names they have in refusals."""
    own = {"elevation": form.elevation, "x": form.x, "y": form.y}
    return {prefix + name: text for name, text in own.items()}


def read_known(form: BenchmarkForm, entries: Entries, prefix: str = "") -> Known | None:
    """Read a benchmark; its place may be left empty, one of its two alone is refused."""
    elevation = entries.elevation(f"{prefix}elevation")
    place = None
    if form.x.strip() or form.y.strip():
        x, y = entries.length(f"{prefix}x"), entries.length(f"{prefix}y")
        if x is not None and y is not None:
            place = entries.check(f"{prefix}x", lambda: PlanPoint(x, y))
    return None if elevation is None else Known(elevation, place)


def store_benchmark(
    user: User, job: Job, form: BenchmarkForm, known: Known
) -> tuple[Benchmark, bool]:
    """Record a benchmark; refuses a name the job already has, with what rests on it."""
    benchmarks = Benchmark.objects.filter(job=job)
    name = given_name(form.name, "BM", form.id, benchmarks)
    other = benchmarks.filter(name=name).exclude(pk=form.id).first()
    if other is not None:
        stands = format_elevation(other.elevation, style_of(job))
        resting = ", ".join(rests_on(other))
        used = f" On it rest: {resting}." if resting else ""
        raise Invalid(
            Problem(
                "name",
                "taken",
                name,
                f"{other.name} already stands in this job, at {stands}.{used}",
                "A new value is a new benchmark: give it a name of its own.",
            )
        )
    return record_once(
        Benchmark(
            id=form.id,
            job=job,
            name=name,
            elevation=known.elevation,
            description=form.description,
            x=known.place.x if known.place else None,
            y=known.place.y if known.place else None,
            half_width=known.half_width,
            created_by=user,
        )
    )
