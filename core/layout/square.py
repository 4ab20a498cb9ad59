"""Square corners: equal diagonals, what they tell, and a 3-4-5 (section 8)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import isqrt

from core.errors import OutOfRange
from core.lengths import Length
from core.lengths.quantity import round_half_away

#: How far diagonals may be from what the sides ask for before a side is held to be wrong.
SIDES_TOLERANCE = Length.from_inches("0.375")


@dataclass(frozen=True, slots=True)
class Squared:
    """A right triangle for a first corner: its two legs and what lies across."""

    leg: Length
    other: Length
    across: Length


@dataclass(frozen=True, slots=True)
class OutOfSquare:
    """What two measured diagonals of a rectangle say.

    ``diagonal`` is what both should be, ``difference`` the longer less the shorter, and
    ``slide`` how far the far side is to be pushed along itself, from the end of the longer
    diagonal towards that of the shorter. ``sides_off`` is how much longer (negative: shorter)
    the diagonals are than such sides have, whichever way they lean: d1² + d2² = 2(a² + b²).
    """

    diagonal: Length
    difference: Length
    slide: Length
    first_is_longer: bool
    sides_off: Length

    def has_a_wrong_side(self, tolerance: Length = SIDES_TOLERANCE) -> bool:
        """Whether the diagonals belong to other sides than those: one of them is wrong."""
        return abs(self.sides_off) > tolerance


def three_four_five(multiple: Length) -> Squared:
    """Return 3, 4 and 5 times a length; raises :class:`OutOfRange` for none."""
    if multiple.nanometres <= 0:
        raise OutOfRange(
            f"{float(multiple):g} m",
            "A 3-4-5 is a multiple of a length above 0.",
            "Use 1 ft or 1 m.",
        )
    return Squared(multiple * 3, multiple * 4, multiple * 5)


def out_of_square(a: Length, b: Length, first: Length, second: Length) -> OutOfSquare:
    """Return how a rectangle of sides a and b lies, from both its diagonals.

    The far side b is to slide along itself by (d1² - d2²)/(4·b): the four sides are those of the
    parallelogram whose diagonals those are. Raises :class:`OutOfRange` for
    diagonals no such four sides have.
    """
    sides = (a, b, first, second)
    long, short = max(first, second), min(first, second)
    if min(sides).nanometres <= 0 or not abs(a - b) < short <= long < a + b:
        raise OutOfRange(
            f"{float(first):g} m and {float(second):g} m",
            "Four sides of those lengths have no such diagonals.",
            "Measure corner to corner, and the sides again.",
        )
    squares = first.nanometres**2 - second.nanometres**2
    slide = Length(round_half_away(Fraction(abs(squares), 4 * b.nanometres)))
    diagonal = Length(isqrt(a.nanometres**2 + b.nanometres**2))
    both = (first.nanometres**2 + second.nanometres**2) // 2
    sides_off = Length(isqrt(both)) - diagonal
    return OutOfSquare(diagonal, long - short, slide, first > second, sides_off)
