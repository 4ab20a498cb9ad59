"""Which readings a bumped instrument puts in doubt, and what clears them (section 4).

A reading is as good as the benchmark reads before and after it. The backsight is the first
of them. Moments are seconds on any one clock.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass

from core.lengths import Length


@dataclass(frozen=True, slots=True)
class BenchmarkRead:
    """The benchmark read again: when, and how far it was from what it should read."""

    moment: float
    difference: Length


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading and when it was taken; ``key`` names it."""

    key: str
    moment: float


@dataclass(frozen=True, slots=True)
class Agreement:
    """A point shot again from a sound set-up: when it was first shot, and the difference."""

    moment: float
    difference: Length


def readings_in_doubt(
    readings: Sequence[Taken],
    reads: Sequence[BenchmarkRead],
    knocks: Sequence[float],
    agreements: Sequence[Agreement],
    tolerance: Length,
) -> frozenset[str]:
    """Return the keys of a set-up's readings that are in doubt.

    A reading is in doubt where the benchmark read before it or after it differs by more than
    ``tolerance``, or where the instrument was knocked between the read before it and the
    reading, and no good read has followed. A point shot again that agrees clears the readings
    up to it, back to the good read before it.
    """
    ordered = sorted(reads, key=lambda read: read.moment)
    moments = [read.moment for read in ordered]
    good = [abs(read.difference) <= tolerance for read in ordered]
    cleared_to = _cleared(agreements, moments, tolerance)

    def is_doubtful(moment: float) -> bool:
        before = bisect_left(moments, moment)
        if before and not good[before - 1]:
            return True
        if before < len(good):
            return not good[before] and moment > cleared_to.get(before, float("-inf"))
        since = moments[before - 1] if before else float("-inf")
        return any(since < knock <= moment for knock in knocks)

    return frozenset(reading.key for reading in readings if is_doubtful(reading.moment))


def is_standing(reads: Sequence[BenchmarkRead], knocks: Sequence[float], tolerance: Length) -> bool:
    """Say whether the instrument may be read from now: its last read was good, no knock since."""
    last = max(reads, key=lambda read: read.moment, default=None)
    if last is None:
        return not knocks
    return abs(last.difference) <= tolerance and not any(knock > last.moment for knock in knocks)


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


def last_good(reads: Sequence[BenchmarkRead], start: float, tolerance: Length) -> float:
    """Return when the benchmark was last found good; ``start`` is the backsight's moment."""
    return max((read.moment for read in reads if abs(read.difference) <= tolerance), default=start)
