"""A benchmark described and placed better, its mistyped elevation corrected."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable
from dataclasses import dataclass
from uuid import UUID

from django.db import transaction

from core.errors import quoted
from core.floors import PlanPoint
from core.lengths import Elevation, Style, format_elevation, format_length
from server.common.records import record_once
from server.common.refusals import Conflict, Entries, Invalid, Problem
from server.corrections.figures import MovesOfAll, figures_of, moved
from server.corrections.kinds import part_of
from server.corrections.resting import resting_on
from server.corrections.services.take_out import OutForm, take_out
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.jobs.access import job_for
from server.jobs.models import Benchmark, BenchmarkCorrection, Job
from server.jobs.rules import style_of
from server.jobs.services.note_change import note_difference


@dataclass(frozen=True, slots=True)
class DescribedForm:
    """What a benchmark is and where, as it is typed; its place may be empty."""

    description: str
    x: str = ""
    y: str = ""


@dataclass(frozen=True, slots=True)
class CorrectionForm:
    """A benchmark's right elevation, why the old one was wrong, and what was accepted."""

    elevation: str
    reason: str = ""
    accepted: str = ""


@transaction.atomic
def describe_benchmark(user: User, job_id: UUID, key: UUID, form: DescribedForm) -> None:
    """Describe a benchmark better, and place it better on the plan."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    mark = _benchmark(job, key)
    style, place = style_of(job), None
    if form.x.strip() or form.y.strip():
        entries = Entries({"x": form.x, "y": form.y}, style)
        x, y = entries.length("x"), entries.length("y")
        if x is not None and y is not None:
            place = entries.check("x", lambda: PlanPoint(x, y))
        entries.finish()
    before = _described(mark, style)
    mark.description = form.description.strip()
    mark.x, mark.y = (place.x, place.y) if place else (None, None)
    mark.save(update_fields=["description", "x", "y"])
    note_difference(user, job, f"Benchmark {mark.name}", before, _described(mark, style))


def _described(mark: Benchmark, style: Style) -> dict[str, object]:
    place = mark.place
    across = f"{format_length(place.x, style)}, {format_length(place.y, style)}" if place else ""
    return {"description": mark.description, "place": across}


def draft_correction(
    user: User, job_id: UUID, key: UUID, form: CorrectionForm
) -> tuple[MovesOfAll, str]:
    """Tell what a corrected elevation would move, and the digest by which that is accepted."""
    job, _ = job_for(user, job_id, Ability.READ)
    mark = _benchmark(job, key)
    elevation = _elevation(job, mark, form)
    moves = _tried(job, mark, lambda: _set(mark, elevation))
    digest = _digest(moves, elevation)
    carried = job.benchmarks.exclude(half_width=None).exclude(pk=mark.pk)
    moves["rests"] += [f"{one.name} was carried, and stays at its height" for one in carried]
    return moves, digest


def draft_retirement(user: User, job_id: UUID, key: UUID, form: OutForm) -> MovesOfAll:
    """Tell what rests on a benchmark, and what is in doubt once it is retired."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    mark = _benchmark(job, key)
    form = OutForm(form.why or "asked", form.retired_as)
    return _tried(job, mark, lambda: take_out(user, job_id, "benchmarks", key, form))


def _tried(job: Job, mark: Benchmark, change: Callable[[], object]) -> MovesOfAll:
    """Do a change, look at what it moves, and take it back."""
    rests = resting_on(mark).on_it
    with transaction.atomic():
        before = figures_of(job.pk)
        change()
        after = figures_of(job.pk)
        transaction.set_rollback(True)
    return moved(before, after, rests)


@transaction.atomic
def correct_benchmark(
    user: User, job_id: UUID, key: UUID, correction: UUID, form: CorrectionForm
) -> tuple[BenchmarkCorrection, bool]:
    """Give a benchmark the elevation it should have had; all that was read from it moves.

    Sent twice, it is done once. Raises :class:`Conflict` where it would move something else by
    now than what was accepted.
    """
    job, _ = job_for(user, job_id, Ability.PLAN)
    Job.objects.select_for_update().get(pk=job.pk)
    mark = _benchmark(job, key)
    done = BenchmarkCorrection.objects.filter(pk=correction, benchmark=mark).first()
    if done is not None:
        return done, False
    if not form.reason.strip():
        why = "The record says why it was wrong."
        raise Invalid(Problem("reason", "blank", quoted(form.reason), why, "Such as: 4 and 9."))
    elevation = _elevation(job, mark, form)
    moves = _tried(job, mark, lambda: _set(mark, elevation))
    if form.accepted != _digest(moves, elevation):
        raise Conflict(
            mark.name,
            "What this moves has changed since it was shown.",
            "Look at the list again, then correct it.",
        )
    mark = _benchmark(job, key)
    was: Elevation = mark.elevation
    made, _ = record_once(
        BenchmarkCorrection(
            id=correction, benchmark=mark, was=was, becomes=elevation,
            typed=form.elevation.strip(), reason=form.reason.strip(), taken_by=user,
        )
    )  # fmt: skip
    _set(mark, elevation)
    style = style_of(job)
    note_difference(
        user, job, f"Benchmark {mark.name} corrected",
        {"elevation": format_elevation(was, style)},
        {"elevation": format_elevation(elevation, style), "why": form.reason.strip()},
    )  # fmt: skip
    return made, True


def _set(mark: Benchmark, elevation: Elevation) -> None:
    mark.elevation = elevation
    mark.save(update_fields=["elevation"])


def _elevation(job: Job, mark: Benchmark, form: CorrectionForm) -> Elevation:
    style = style_of(job)
    entries = Entries({"elevation": form.elevation}, style)
    elevation = entries.elevation("elevation")
    if elevation is not None and elevation == mark.elevation:
        stands = format_elevation(elevation, style)
        why = f"{mark.name} stands at {stands} already."
        entries.refuse("elevation", form.elevation, why, "Give its right elevation.")
    entries.finish()
    assert elevation is not None
    return elevation


def _benchmark(job: Job, key: UUID) -> Benchmark:
    found = part_of(job, "benchmarks", key)
    if not isinstance(found, Benchmark):
        raise missing("benchmark", key)
    return found


def _digest(moves: MovesOfAll, elevation: Elevation) -> str:
    told = json.dumps([moves, str(elevation)], sort_keys=True)
    return hashlib.sha256(told.encode()).hexdigest()[:32]
