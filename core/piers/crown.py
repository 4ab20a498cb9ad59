"""A beam that bows up: what its crown adds to a gap measured under it (section 11)."""

from __future__ import annotations

from fractions import Fraction

from core.errors import OutOfRange
from core.lengths import Length
from core.lengths.quantity import round_half_away


def crown_at(crown: Length, along: Length, run: Length) -> Length:
    """Return how far a beam stands above the straight line of its ends, so far along it.

    ``crown`` is what it bows up in its middle, laid crown up on both ends of ``run``. A gap that
    is measured under it is taken for packing less this. Raises :class:`OutOfRange` for a crown
    below 0 or a run that is none.

    >>> half_an_inch, whole = Length.from_inches("0.5"), Length.from_feet(16)
    >>> crown_at(half_an_inch, Length.from_feet(4), whole) == Length.from_inches("0.375")
    True
    """
    if crown.nanometres < 0 or run.nanometres <= 0:
        raise OutOfRange(
            f"{float(crown):g} m over {float(run):g} m",
            "A crown is 0 or more, over a beam that has a length.",
            "Sight along the beam and measure how far it bows up in its middle.",
        )
    x = min(max(0, along.nanometres), run.nanometres)
    whole = run.nanometres
    return Length(round_half_away(Fraction(4 * crown.nanometres * x * (whole - x), whole * whole)))
