"""Tells heights of a drawing that are above another zero than the job's."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress

from core.errors import OutOfRange
from core.lengths import Elevation, format_elevation, format_length, typed_above
from core.traced import KnownTwice, above_another_zero, is_at
from server.jobs.models import Benchmark
from server.refusals import Problem
from server.traced.laid import KnownForm, Laid, LayForm
from server.traced.models import BroughtDrawing
from server.traced.reading import Found, Mark


def another_zero(
    drawing: BroughtDrawing, found: Found, laid: Laid, form: LayForm
) -> Problem | None:
    """Return what is wrong where a benchmark of the job is drawn at another height.

    A benchmark is found in a drawing by being one of its known points, by its place, or by its
    name where nobody said its place.
    """
    twice = [
        KnownTwice(benchmark.name, benchmark.elevation, drawn)
        for benchmark in Benchmark.objects.filter(job=drawing.job, retired_at=None)
        for drawn in _drawn(benchmark, found.marks, laid, form.known)
    ]
    worst = above_another_zero(twice)
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
    benchmark: Benchmark, marks: list[Mark], laid: Laid, known: list[KnownForm]
) -> Iterator[Elevation]:
    same = {one.handle for one in known if one.benchmark == benchmark.pk}
    for mark in marks:
        if mark.height is None:
            continue
        if benchmark.place is None:
            is_it = mark.text.partition(" ")[0].casefold() == benchmark.name.casefold()
        else:
            is_it = is_at(laid.fit.place((mark.x, mark.y)), benchmark.place)
        if is_it or mark.handle in same:
            with suppress(OutOfRange):  # no height of a site: nothing can be placed at it
                yield typed_above(laid.fit.height(mark.height), laid.style)
