"""How much concrete to order (section 10)."""

from __future__ import annotations

from collections.abc import Iterable
from decimal import ROUND_CEILING, Decimal
from math import inf, isfinite

from core.errors import OutOfRange

CUBIC_METRES_PER_CUBIC_YARD = 0.764554857984
MOST_WASTE = 1.0


def usual_step(*, is_metric: bool) -> Decimal:
    """Return what concrete is sold by where nobody said: 0.25 yd³ or 0.1 m³ (section 10)."""
    return Decimal("0.1") if is_metric else Decimal("0.25")


def concrete_order(volume: float, waste: float, step: float) -> float:
    """Return (volume · (1 + waste)) rounded up to the supplier's step, in the unit of volume.

    A surplus below a millionth of a step is arithmetic noise and orders nothing more.
    Nothing is ordered for a volume of 0 or less. Raises :class:`OutOfRange` for a negative
    waste, one above 100 %, or a step that is not above 0.

    >>> concrete_order(5.532312, 0.10, 0.25)
    6.25
    """
    return order_together([with_waste(volume, waste)], step)


def with_waste(volume: float, waste: float) -> float:
    """Return a volume with its waste, and nothing for a volume of 0 or less; a share, not %.

    Raises :class:`OutOfRange` for a volume that is no number, a negative waste, or one above 1.
    """
    if not isfinite(volume):
        raise OutOfRange(f"{volume}", "This is no volume.", "Work it out anew.")
    if not 0 <= waste <= MOST_WASTE:
        raise OutOfRange(f"{waste:.0%}", "Waste can't be that.", "Give from 0 to 100 %.")
    return max(0.0, volume) * (1 + waste)


def part_with_waste(volume: float, waste: float) -> float:
    """Return a part of what is poured with its waste; a recess, below 0, is taken off as it is.

    Raises as :func:`with_waste` does.

    >>> part_with_waste(2.0, 0.05), part_with_waste(-0.5, 0.05)
    (2.1, -0.5)
    """
    return with_waste(volume, waste) or min(0.0, volume)


def order_together(parts: Iterable[float], step: float) -> float:
    """Return what to order for parts that are poured together, each with its waste: their sum,
    rounded up to the supplier's step once, in the unit of the parts (section 10).

    Raises :class:`OutOfRange` for a step that is not above 0.

    >>> order_together([0.286] * 8, 0.25)
    2.5
    """
    if not 0 < step < inf:
        raise OutOfRange(
            f"{step:g}", "The supplier's step is above 0.", "0.25 yd³ or 0.1 m³ is usual."
        )
    steps = Decimal(round(sum(parts) / step, 6)).to_integral_value(ROUND_CEILING)
    return float(max(Decimal(0), steps) * Decimal(str(step)))
