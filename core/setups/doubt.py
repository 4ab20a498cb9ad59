"""When a bumped instrument's readings are in doubt, and what clears them (section 4).

A reading is as good as the benchmark reads before and after it. The backsight is the first
of them. Moments are seconds on any one clock.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import inf

from core.lengths import Elevation, Length, Reading
from core.rods import SightLine


@dataclass(frozen=True, slots=True)
class BenchmarkRead:
    """The benchmark read again: when, and how far it was from what it should read."""

    moment: float
    difference: Length


def off_since_first(line: SightLine, first: Reading, again: Reading) -> Length:
    """Return how far a point the set-up stands on has moved since its backsight; plus is high."""
    return line.elevation(again) - line.elevation(first)


def off_from_known(line: SightLine, known: Elevation, again: Reading) -> Length:
    """Return how far another known point reads from its elevation; plus is high."""
    return line.elevation(again) - known


@dataclass(frozen=True, slots=True)
class Agreement:
    """A point shot again from a sound set-up: when it was first shot, and the difference."""

    moment: float
    difference: Length


@dataclass(frozen=True, slots=True)
class DoubtfulSpan:
    """A span of time whose readings are in doubt: after one moment, up to and with another."""

    after: float
    until: float

    def holds(self, moment: float) -> bool:
        """Whether a reading of that moment is in doubt."""
        return self.after < moment <= self.until


def doubtful_spans(
    reads: Sequence[BenchmarkRead],
    knocks: Sequence[float],
    agreements: Sequence[Agreement],
    tolerance: Length,
) -> tuple[DoubtfulSpan, ...]:
    """Return when a set-up's readings are in doubt, in order.

    A reading is in doubt where the benchmark read before it or after it differs by more than
    ``tolerance``, or where the instrument was knocked between the read before it and the
    reading, and no good read has followed. A point shot again that agrees clears the readings
    up to it, back to the good read before it.
    """
    ordered = sorted(reads, key=lambda read: read.moment)
    moments = [read.moment for read in ordered]
    good = [True, *(abs(read.difference) <= tolerance for read in ordered)]
    cleared = _cleared(agreements, moments, tolerance)

    def spans() -> Iterator[DoubtfulSpan]:
        for stretch, (after, until) in enumerate(
            zip([-inf, *moments], [*moments, inf], strict=True)
        ):
            if not good[stretch]:
                yield DoubtfulSpan(after, until)
            elif until == inf:
                bumps = [knock for knock in knocks if knock > after]
                yield from [DoubtfulSpan(min(bumps), inf)] if bumps else []
            elif not good[stretch + 1]:
                yield DoubtfulSpan(max(after, cleared.get(stretch, after)), until)

    return tuple(spans())


def is_standing(spans: Sequence[DoubtfulSpan]) -> bool:
    """Say whether the instrument may be read from now on."""
    return not any(span.until == inf for span in spans)


def last_good(reads: Sequence[BenchmarkRead], start: float, tolerance: Length) -> float:
    """Return when the benchmark was last found good; ``start`` is the backsight's moment."""
    return max((read.moment for read in reads if abs(read.difference) <= tolerance), default=start)


def _cleared(
    agreements: Sequence[Agreement], moments: Sequence[float], tolerance: Length
) -> dict[int, float]:
    """Return, for each stretch between two reads, up to when its readings are cleared."""
    cleared: dict[int, float] = {}
    for agreement in agreements:
        if abs(agreement.difference) <= tolerance:
            stretch = bisect_left(moments, agreement.moment)
            cleared[stretch] = max(agreement.moment, cleared.get(stretch, agreement.moment))
    return cleared
