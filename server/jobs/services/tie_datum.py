"""Ties a job's own zero to a real elevation: every height moves alike, nothing against anything."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from django.db import transaction

from core.lengths import (
    Elevation,
    Length,
    Style,
    format_elevation,
    format_length,
    tied_to,
    typed_above,
)
from core.lengths.style import OWN_ZERO
from server.common.records import record_once
from server.common.refusals import Entries, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Benchmark, DatumTie, Job
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class TieForm:
    """A benchmark's real elevation as it is typed."""

    id: UUID
    benchmark: UUID
    real: str


class Moved(TypedDict):
    """A height before and after a tie."""

    name: str
    before: str
    after: str


class TieDraft(TypedDict):
    """What a tie would do: which way every height moves and by how much, and each benchmark's."""

    moves: str
    heights: list[Moved]


class TieSheet(TypedDict):
    """A tie as the book keeps it; ``real`` is what was ``typed``, in the job's style."""

    benchmark: str
    typed: str
    real: str
    recorded_at: str
    taken_by: str


def draft_tie(user: User, job_id: UUID, form: TieForm) -> tuple[TieDraft, list[Problem]]:
    """Tell what a tie would move; nothing is stored."""
    job, _ = job_for(user, job_id, Ability.READ)
    entries = Entries({"real": form.real}, style_of(job))
    datum = _datum(job, form, entries)
    if datum is None:
        return {"moves": "", "heights": []}, entries.problems
    now, then = style_of(job), style_of(job).tied(datum)
    marks = job.benchmarks.order_by("recorded_at")
    return {
        "moves": _in_words(datum - now.datum, now),
        "heights": [
            {
                "name": mark.name,
                "before": format_elevation(mark.elevation, now),
                "after": format_elevation(mark.elevation, then),
            }
            for mark in marks
        ],
    }, []


@transaction.atomic
def tie_datum(user: User, job_id: UUID, form: TieForm) -> tuple[DatumTie, bool]:
    """Give a benchmark its real elevation; the same tie sent twice is made once."""
    job_for(user, job_id, Ability.PLAN)
    job = Job.objects.select_for_update().get(pk=job_id)
    before = DatumTie.objects.filter(pk=form.id, job=job).first()
    if before is not None and before.benchmark_id == form.benchmark:
        return before, False
    entries = Entries({"real": form.real}, style_of(job))
    datum = _datum(job, form, entries)
    entries.finish()
    assert datum is not None
    tie, created = record_once(
        DatumTie(
            id=form.id,
            job=job,
            benchmark_id=form.benchmark,
            datum=datum,
            typed=form.real.strip(),
            taken_by=user,
        )
    )
    if created:
        job.datum = datum
        job.save(update_fields=["datum"])
    return tie, created


def tie_sheets(job: Job) -> list[TieSheet]:
    """Return a job's ties, the last one first."""
    style = style_of(job)
    ties = job.ties.select_related("benchmark", "taken_by").order_by("-recorded_at")
    ties = ties.prefetch_related("benchmark__corrections")
    return [
        {
            "benchmark": tie.benchmark.name,
            "typed": tie.typed,
            "real": format_elevation(_as_tied(tie), style.tied(tie.datum)),
            "recorded_at": tie.recorded_at.isoformat(),
            "taken_by": tie.taken_by.shown_name,
        }
        for tie in ties
    ]


def _as_tied(tie: DatumTie) -> Elevation:
    """Return what a benchmark's elevation was when it was tied, whatever it was corrected to."""
    later = [
        correction
        for correction in tie.benchmark.corrections.all()
        if correction.recorded_at > tie.recorded_at
    ]
    first = min(later, key=lambda one: one.recorded_at, default=None)
    elevation: Elevation = first.was if first else tie.benchmark.elevation
    return elevation


def _datum(job: Job, form: TieForm, entries: Entries) -> Length | None:
    """Return the datum a tie gives; what is wrong with it is kept in the entries."""
    mark = Benchmark.objects.filter(job=job, pk=form.benchmark).first()
    if mark is None:
        why, accepts = "There is no such benchmark in this job.", "Choose one of its benchmarks."
        entries.refuse("benchmark", str(form.benchmark), why, accepts)
    style, length = style_of(job), entries.length("real")
    if mark is None or length is None:
        return None
    real = entries.check("real", lambda: typed_above(length, style.tied(OWN_ZERO)))
    if real is None:
        return None
    datum = tied_to(mark.elevation, real)
    if datum == style.datum:
        stands = format_elevation(mark.elevation, style)
        why, accepts = f"{mark.name} stands at {stands} already.", "Give its real elevation."
        entries.refuse("real", form.real, why, accepts)
        return None
    return datum


def _in_words(moved: Length, style: Style) -> str:
    way = "up" if moved.nanometres > 0 else "down"
    return f"{way} {format_length(abs(moved), style)}"
