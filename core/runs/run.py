"""A level run: backsight and foresight at each set-up, closed on a known end (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import accumulate
from math import isqrt, sqrt

from core.errors import IncompleteRun
from core.lengths import Elevation, Length, Reading
from core.lengths.quantity import round_half_away
from core.rods import Numbering

ALLOWED_A_SET_UP = Length.from_metres("0.003")


@dataclass(frozen=True, slots=True)
class Leg:
    """One set-up of a run: the backsight on the last point, the foresight on the next.

    Both are read on a rod whose numbers run one way.
    """

    backsight: Reading
    foresight: Reading
    numbering: Numbering = Numbering.UP

    @property
    def rise(self) -> Length:
        """How much higher the next point is than the last: d·(BS - FS)."""
        return (self.backsight - self.foresight) * self.numbering.direction

    def signed(self, reading: Reading) -> Length:
        """A reading as it enters the sums: turned round on a rod whose numbers run down."""
        return reading.on_scale * self.numbering.direction


@dataclass(frozen=True, slots=True)
class LevelRun:
    """A run as it was read, and what closing it says.

    ``raw`` and ``adjusted`` are the elevations after each set-up. ``misclosure`` is carried -
    known; ``adjusted`` is None where it is more than ``allowed``: run it again, never spread.
    """

    start: Elevation
    legs: tuple[Leg, ...]
    raw: tuple[Elevation, ...]
    misclosure: Length
    allowed: Length
    adjusted: tuple[Elevation, ...] | None

    @property
    def sum_of_backsights(self) -> Length:
        """The sum of all backsights."""
        return sum((leg.signed(leg.backsight) for leg in self.legs), Length(0))

    @property
    def sum_of_foresights(self) -> Length:
        """The sum of all foresights."""
        return sum((leg.signed(leg.foresight) for leg in self.legs), Length(0))

    @property
    def sum_of_rises(self) -> Length:
        """The sum of all rises."""
        return sum((leg.rise for leg in self.legs if leg.rise > Length(0)), Length(0))

    @property
    def sum_of_falls(self) -> Length:
        """The sum of all falls, positive."""
        return sum((-leg.rise for leg in self.legs if leg.rise < Length(0)), Length(0))

    @property
    def proves(self) -> bool:
        """Whether sum of BS - sum of FS = rises - falls = last - first, as it must, exactly."""
        return self.backsights_less_foresights == self.rises_less_falls == self.last_less_first

    @property
    def backsights_less_foresights(self) -> Length:
        """The sum of backsights less that of foresights."""
        return self.sum_of_backsights - self.sum_of_foresights

    @property
    def rises_less_falls(self) -> Length:
        """The sum of rises less that of falls."""
        return self.sum_of_rises - self.sum_of_falls

    @property
    def last_less_first(self) -> Length:
        """The last elevation as carried, less the first."""
        return self.raw[-1] - self.start

    @property
    def shares(self) -> tuple[Length, ...] | None:
        """What each set-up's own share of the correction is; None where it may not be spread."""
        moved = self.corrections
        if moved is None:
            return None
        return tuple(
            after - before for before, after in zip((Length(0), *moved[:-1]), moved, strict=True)
        )

    @property
    def corrections(self) -> tuple[Length, ...] | None:
        """What spreading the misclosure moves each point by; None where it may not be spread."""
        if self.adjusted is None:
            return None
        return tuple(after - before for before, after in zip(self.raw, self.adjusted, strict=True))

    @property
    def is_allowed(self) -> bool:
        """Whether it closes well enough to be spread."""
        return self.adjusted is not None


def close_run(
    start: Elevation,
    legs: Sequence[Leg],
    known_end: Elevation,
    allowed_a_set_up: Length = ALLOWED_A_SET_UP,
) -> LevelRun:
    """Close a run on a known end: misclosure w against 3 mm·√n, spread as w·i/n if allowed.

    Raises :class:`IncompleteRun` for a run without a set-up.
    """
    if not legs:
        raise IncompleteRun(
            "0 set-ups", "A run has at least one set-up.", "Read a backsight and a foresight."
        )
    raw = tuple(accumulate((leg.rise for leg in legs), Elevation.__add__, initial=start))[1:]
    misclosure = raw[-1] - known_end
    allowed = Length(isqrt(allowed_a_set_up.nanometres**2 * len(legs)))
    is_allowed = abs(misclosure) <= allowed
    return LevelRun(
        start=start,
        legs=tuple(legs),
        raw=raw,
        misclosure=misclosure,
        allowed=allowed,
        adjusted=_spread(raw, misclosure) if is_allowed else None,
    )


def _spread(raw: tuple[Elevation, ...], misclosure: Length) -> tuple[Elevation, ...]:
    """Take w·i/n off each point, so that the last is the known end exactly."""
    share = Fraction(misclosure.nanometres, len(raw))
    return tuple(
        elevation - Length(round_half_away(share * i)) for i, elevation in enumerate(raw, start=1)
    )


def carried_half_widths(
    legs: Sequence[float], *, is_closed: bool, ends: tuple[float, float] = (0.0, 0.0)
) -> tuple[float, ...]:
    """Return U of each point of a run from U of each of its set-ups, metres at 95 %.

    ``ends`` are the half-widths of the known points it starts and closes on, which are taken as
    off alike. An open run grows as the root of the sum of squares; where w·i/n was spread the
    variance at point i is v_i - 2(i/n)·v_i + (i/n)²·v_n plus that of the ends, v_i being the
    running sum of the set-ups' own (section 4).
    """
    n, (start, end) = len(legs), ends
    sums = list(accumulate((width / 2) ** 2 for width in legs))
    if not is_closed:
        return tuple(2 * sqrt(v + (start / 2) ** 2) for v in sums)
    found = []
    for i, v in enumerate(sums, start=1):
        share = i / n
        spread = v - 2 * share * v + share**2 * sums[-1]
        known = ((1 - share) * start + share * end) / 2
        found.append(2 * sqrt(max(spread, 0.0) + known**2))
    return tuple(found)
