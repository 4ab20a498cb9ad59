"""Benchmarks as screens read them: those that stand, and those that are retired."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import Style, format_elevation, format_fine, retypable
from server.common.shown import Place, Shown, show, show_place
from server.jobs.models import Benchmark, BenchmarkCorrection, Job, RetiredAs


class BenchmarkSheet(TypedDict):
    """A benchmark; what it was corrected from, in words, and its place as it can be typed."""

    id: str
    name: str
    elevation: Shown
    description: str
    place: Place | None
    uncertainty: str
    corrections: list[str]
    x: str
    y: str


class RetiredBenchmark(TypedDict):
    """A benchmark that is read no more: what became of it, who said so, when and why."""

    id: str
    name: str
    elevation: Shown
    description: str
    what: str
    why: str
    by: str
    at: str


def benchmark_sheets(job: Job, style: Style) -> tuple[list[BenchmarkSheet], list[RetiredBenchmark]]:
    """Return a job's benchmarks, those that stand and those that are retired, in two queries."""
    found = job.benchmarks.select_related("retired_by").order_by("recorded_at")
    standing: list[BenchmarkSheet] = []
    retired: list[RetiredBenchmark] = []
    for mark in found.prefetch_related("corrections__taken_by"):
        if mark.is_retired:
            retired.append(_retired(mark, style))
        else:
            standing.append(_standing(mark, style))
    return standing, retired


def _standing(mark: Benchmark, style: Style) -> BenchmarkSheet:
    corrections = sorted(mark.corrections.all(), key=lambda one: one.recorded_at)
    return {
        "id": str(mark.pk),
        "name": mark.name,
        "elevation": show(mark.elevation, style),
        "description": mark.description,
        "place": show_place(mark.place, style) if mark.place else None,
        "uncertainty": f"±{format_fine(float(mark.half_width), style)}" if mark.half_width else "",
        "corrections": [correction_in_words(correction, style) for correction in corrections],
        "x": retypable(mark.x, style) if mark.x is not None else "",
        "y": retypable(mark.y, style) if mark.y is not None else "",
    }


def correction_in_words(correction: BenchmarkCorrection, style: Style) -> str:
    """Say what a benchmark was taken for until it was corrected, by whom and why."""
    return (
        f"taken for {format_elevation(correction.was, style)} until "
        f"{correction.recorded_at:%Y-%m-%d}, corrected by {correction.taken_by.shown_name}: "
        f"{correction.reason}"
    )


def retired_in_words(mark: Benchmark) -> str:
    """Say what became of a benchmark; empty of one that stands."""
    return RetiredAs(mark.retired_as).label if mark.is_retired else ""


def _retired(mark: Benchmark, style: Style) -> RetiredBenchmark:
    assert mark.retired_at is not None
    assert mark.retired_by is not None
    return {
        "id": str(mark.pk),
        "name": mark.name,
        "elevation": show(mark.elevation, style),
        "description": mark.description,
        "what": retired_in_words(mark),
        "why": mark.retired_why,
        "by": mark.retired_by.shown_name,
        "at": mark.retired_at.isoformat(),
    }
