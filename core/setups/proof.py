"""Up to when a set-up's readings are proven: its benchmark found good after them (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from math import hypot

from core.clocks import LONG_AGO, Moment
from core.lengths import Length
from core.setups.doubt import Agreement, BenchmarkRead


def told_apart(entered: Length, *half_widths: float) -> Length:
    """Return how far two readings may differ and still be the same, by their U in meters.

    ``entered`` is the job's own tolerance of a re-read: never finer than that.
    """
    return max(entered, Length.from_float(hypot(*half_widths)))


def proven_until(
    reads: Sequence[BenchmarkRead], readings: Sequence[Moment], agreements: Sequence[Agreement]
) -> Moment:
    """Return the moment up to which a set-up's readings are proven; long ago where none is.

    That is its last good read of a known point, other than its backsight. Later ones are proven
    where an early and a late one of them were shot again from a proven set-up and agree, up to
    the last that does; one that disagrees proves that something moved, and clears nothing.

    ``reads`` are those that count, ``readings`` all the set-up's readings, ``agreements`` what
    was shot again from proven set-ups.
    """
    good = [read.moment for read in reads if read.is_good]
    last = max(good, key=lambda moment: moment.earliest, default=LONG_AGO)
    later = sorted(
        (moment for moment in readings if not moment.is_surely_by(last)),
        key=lambda moment: moment.seconds,
    )
    again = [agreement for agreement in agreements if not agreement.moment.is_surely_by(last)]
    if len(later) < 2 or not again or not all(agreement.agrees for agreement in again):
        return last
    half = later[len(later) // 2].seconds
    times = [agreement.moment.seconds for agreement in again]
    if min(times) < half <= max(times):
        return max((agreement.moment for agreement in again), key=lambda when: when.seconds)
    return last
