"""How much concrete to order (section 10)."""

from __future__ import annotations

from decimal import ROUND_CEILING, Decimal

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
    if not 0 <= waste <= MOST_WASTE:
        raise OutOfRange(f"{waste:.0%}", "Waste can't be that.", "Give from 0 to 100 %.")
    if not step > 0:
        raise OutOfRange(
            f"{step:g}", "The supplier's step is above 0.", "0.25 yd³ or 0.1 m³ is usual."
        )
    steps = Decimal(round(volume * (1 + waste) / step, 6)).to_integral_value(ROUND_CEILING)
    return float(max(Decimal(0), steps) * Decimal(str(step)))
