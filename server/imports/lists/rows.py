"""Takes rows of a table one by one, and gathers their refusals by row before it raises any."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import TypeVar

from server.common.refusals import Invalid, Problem, Refusal

MOST_REFUSALS = 20
Row = TypeVar("Row")


def each_row(
    rows: Sequence[tuple[int, Row]],
    take: Callable[[Row], object],
    progress: Callable[[int, int], None],
) -> None:
    """Take every row; raises :class:`Invalid` with the first refusals, each with its row."""
    problems: list[Problem] = []
    for done, (number, row) in enumerate(rows, start=1):
        try:
            take(row)
        except Refusal as refused:
            problems += [
                replace(problem, field="file", why=f"Row {number}: {problem.why}")
                for problem in refused.problems
            ]
        if len(problems) >= MOST_REFUSALS:
            break
        progress(done, len(rows))
    if problems:
        raise Invalid(*problems[:MOST_REFUSALS])
