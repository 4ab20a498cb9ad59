"""Tells heights of a drawing that are above another zero than the job's."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress

from core.cad import KnownTwice, above_another_zero, is_at
from core.errors import OutOfRange
from core.lengths import format_elevation, format_length, typed_above
from server.common.refusals import Problem
from server.imports.models import BroughtDrawing
from server.imports.placement import KnownForm, Laid, LayForm
from server.imports.reading import Found
from server.jobs.models import Benchmark


def another_zero(
    drawing: BroughtDrawing, found: Found, laid: Laid, form: LayForm
) -> Problem | None:
    """Return what is wrong where a benchmark of the job is drawn at another height.

    A benchmark is found in a drawing by being one of its known points, by its place, or by its
    name where nobody said its place.
    """
    benchmarks = list(Benchmark.objects.filter(job=drawing.job, retired_at=None))
    worst = above_another_zero(list(_drawn(benchmarks, found, laid, form.known)))
    if worst is None:
        return None
    stands, drawn = (format_elevation(one, laid.style) for one in (worst.stands, worst.drawn))
    return Problem(
        None,
        "another-zero",
        f"{worst.name} at {drawn}",
        f"{worst.name} stands at {stands} in this job and is drawn at {drawn}, "
        f"{format_length(abs(worst.apart), laid.style)} apart: the drawing's heights are above "
        "another zero, or one of the two is wrong.",
        f"Tie the job to {worst.name}'s real elevation or put it right, under Control; "
        "or leave the drawing's heights out and type them.",
    )


def _drawn(
    benchmarks: list[Benchmark], found: Found, laid: Laid, known: list[KnownForm]
) -> Iterator[KnownTwice]:
    """Yield every benchmark with each height it is drawn at."""
    same = {(one.handle, one.benchmark) for one in known}
    for mark in found.marks:
        if mark.height is None:
            continue
        at, name = laid.fit.metres((mark.x, mark.y)), mark.text.partition(" ")[0].casefold()
        for benchmark in benchmarks:
            is_it = (
                benchmark.name.casefold() == name
                if benchmark.place is None
                else is_at(at, benchmark.place)
            )
            if is_it or (mark.handle, benchmark.pk) in same:
                with suppress(OutOfRange):  # no height of a site: nothing can be placed at it
                    drawn = typed_above(laid.fit.height(mark.height), laid.style)
                    yield KnownTwice(benchmark.name, benchmark.elevation, drawn)
