"""Timing two things side by side, so that what else the machine does meets both."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from statistics import median
from time import perf_counter


@dataclass(frozen=True, slots=True)
class Compared:
    """Median seconds of the least that could be done, and of ours."""

    least: float
    ours: float

    @property
    def ratio(self) -> float:
        """How many times the least ours takes."""
        return self.ours / self.least


def compare(least: Callable[[], object], ours: Callable[[], object], rounds: int) -> Compared:
    """Run both in turn, after a few rounds to warm up, and return the medians."""
    for _ in range(3):
        least()
        ours()
    timed = [(_seconds(least), _seconds(ours)) for _ in range(rounds)]
    return Compared(median(one for one, _ in timed), median(other for _, other in timed))


def _seconds(what: Callable[[], object]) -> float:
    start = perf_counter()
    what()
    return perf_counter() - start
