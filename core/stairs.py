"""Stairs riser by riser: each rise told, and the odd one named (section 3)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from core.beam_line import Measured
from core.errors import NotEnoughMeasures
from core.lengths import Length
from core.lengths.quantity import round_half_away

FEWEST = 3
#: How much the greatest riser of a flight may be over the least, by usual codes: 3/8 in, 10 mm.
USUAL_APART = Length.from_inches("0.375")


@dataclass(frozen=True, slots=True)
class Riser:
    """From one tread or landing to the next: how far up, negative down; how far off the mean."""

    below: str
    above: str
    rise: Length
    off_mean: Length


@dataclass(frozen=True, slots=True)
class Flight:
    """The risers of a flight in the order they were measured, and the mean of them."""

    risers: tuple[Riser, ...]
    mean: Length

    @property
    def apart(self) -> Length:
        """How much the greatest rise is over the least."""
        rises = [riser.rise for riser in self.risers]
        return max(rises) - min(rises)

    @property
    def odd(self) -> Riser:
        """The riser that is farthest off the mean."""
        return max(self.risers, key=lambda riser: abs(riser.off_mean))

    def is_even(self, allowed: Length = USUAL_APART) -> bool:
        """Whether no two risers differ by more than is allowed; local code says how much."""
        return self.apart <= allowed


def flight(measured: Sequence[Measured]) -> Flight:
    """Return the risers between treads in the order they were measured, the landings included.

    Raises :class:`NotEnoughMeasures` for fewer than three: one riser is like itself.

    >>> from core.lengths import Elevation
    >>> levels = ("0", "0.178", "0.355", "0.545")
    >>> treads = [Measured(str(n), Elevation.from_metres(z)) for n, z in enumerate(levels)]
    >>> (flight(treads).odd.above, flight(treads).apart == Length.from_metres("0.013"))
    ('3', True)
    """
    if len(measured) < FEWEST:
        raise NotEnoughMeasures(
            f"{len(measured)} measured",
            "Two risers at least make a flight.",
            "Measure the floor, each tread and the landing in their order.",
        )
    rises = [(a, b, b.elevation - a.elevation) for a, b in pairwise(measured)]
    whole = measured[-1].elevation - measured[0].elevation
    mean = Length(round_half_away(Fraction(whole.nanometres, len(rises))))
    risers = tuple(Riser(a.name, b.name, rise, rise - mean) for a, b, rise in rises)
    return Flight(risers, mean)
