"""Three quantities that must not be mixed: a length, an elevation, a reading on a rod.

Each is a whole number of nanometres, so that every reading a rod can show is exact
(section 2). Subtracting two elevations gives a length; adding a length to an elevation
gives an elevation; the other mixtures are type errors.
"""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import overload

from core.errors import OutOfRange, require_finite

NANOMETRES_PER_METRE = 10**9
NANOMETRES_PER_FOOT = 304_800_000
NANOMETRES_PER_INCH = 25_400_000

GREATEST_METRES = 100_000


def round_half_away(value: Fraction) -> int:
    """Round to a whole number, halves away from zero.

    >>> round_half_away(Fraction(5, 2)), round_half_away(Fraction(-5, 2))
    (3, -3)
    """
    magnitude = (2 * abs(value.numerator) + value.denominator) // (2 * value.denominator)
    return magnitude if value >= 0 else -magnitude


def nanometres_from_metres(metres: Decimal) -> int:
    """Return exact nanometres of a decimal number of metres.

    Raises :class:`OutOfRange` beyond 100 km, or where it is finer than a nanometre.
    """
    if not metres.is_finite() or abs(metres) > GREATEST_METRES:
        raise OutOfRange(
            str(metres), "No site is that large.", f"Give at most {GREATEST_METRES} m."
        )
    nanometres = metres.scaleb(9)
    if nanometres != nanometres.to_integral_value():
        raise OutOfRange(str(metres), "This is finer than a nanometre.", "Give 9 decimals at most.")
    return int(nanometres)


def metres_from_nanometres(nanometres: int) -> Decimal:
    """Return metres with exactly nine decimals, as they are stored and sent."""
    return Decimal(nanometres).scaleb(-9)


def metres_text(quantity: Length | Elevation | Reading) -> str:
    """Write metres plainly with nine decimals, as they are sent; never with an exponent.

    >>> metres_text(Length(0))
    '0.000000000'
    """
    return f"{quantity.metres:f}"


@dataclass(frozen=True, slots=True, order=True)
class Length:
    """A distance or a difference of heights, signed; exact in nanometres.

    >>> Length.from_inches("62.375").metres
    Decimal('1.584325000')
    """

    nanometres: int

    @classmethod
    def from_metres(cls, metres: Decimal | str | int) -> Length:
        """Return the length of an exact decimal number of metres."""
        return cls(nanometres_from_metres(Decimal(metres)))

    @classmethod
    def from_inches(cls, inches: Decimal | Fraction | str | int) -> Length:
        """Return the length of a number of inches, rounded to the nanometre."""
        return cls(round_half_away(Fraction(inches) * NANOMETRES_PER_INCH))

    @classmethod
    def from_feet(cls, feet: Decimal | Fraction | str | int) -> Length:
        """Return the length of a number of international feet, rounded to the nanometre."""
        return cls(round_half_away(Fraction(feet) * NANOMETRES_PER_FOOT))

    @classmethod
    def from_float(cls, metres: float) -> Length:
        """Return an averaged or interpolated number of metres, rounded to the nanometre.

        Raises :class:`OutOfRange` for what is no finite number.
        """
        require_finite("a length in meters", metres)
        return cls(round_half_away(Fraction(metres) * NANOMETRES_PER_METRE))

    @property
    def metres(self) -> Decimal:
        """The length in metres, with nine decimals."""
        return metres_from_nanometres(self.nanometres)

    def __float__(self) -> float:
        return self.nanometres / NANOMETRES_PER_METRE

    def __add__(self, other: Length) -> Length:
        return Length(self.nanometres + other.nanometres)

    def __sub__(self, other: Length) -> Length:
        return Length(self.nanometres - other.nanometres)

    def __neg__(self) -> Length:
        return Length(-self.nanometres)

    def __abs__(self) -> Length:
        return Length(abs(self.nanometres))

    def __mul__(self, times: int) -> Length:
        return Length(self.nanometres * times)

    __rmul__ = __mul__


@dataclass(frozen=True, slots=True, order=True)
class Elevation:
    """A height above the job's datum; exact in nanometres."""

    nanometres: int

    @classmethod
    def from_metres(cls, metres: Decimal | str | int) -> Elevation:
        """Return the elevation of an exact decimal number of metres."""
        return cls(nanometres_from_metres(Decimal(metres)))

    @property
    def metres(self) -> Decimal:
        """The elevation in metres, with nine decimals."""
        return metres_from_nanometres(self.nanometres)

    def __float__(self) -> float:
        return self.nanometres / NANOMETRES_PER_METRE

    def __add__(self, other: Length) -> Elevation:
        return Elevation(self.nanometres + other.nanometres)

    @overload
    def __sub__(self, other: Elevation) -> Length: ...
    @overload
    def __sub__(self, other: Length) -> Elevation: ...
    def __sub__(self, other: Elevation | Length) -> Length | Elevation:
        difference = self.nanometres - other.nanometres
        return Length(difference) if isinstance(other, Elevation) else Elevation(difference)


@dataclass(frozen=True, slots=True, order=True)
class Reading:
    """The value of a rod's scale under the beam, in the scale's own sense; exact."""

    nanometres: int

    @classmethod
    def from_metres(cls, metres: Decimal | str | int) -> Reading:
        """Return the reading of an exact decimal number of metres."""
        return cls(nanometres_from_metres(Decimal(metres)))

    @property
    def metres(self) -> Decimal:
        """The reading in metres, with nine decimals."""
        return metres_from_nanometres(self.nanometres)

    @property
    def on_scale(self) -> Length:
        """The reading as a length along the scale, for writing it down."""
        return Length(self.nanometres)

    def __float__(self) -> float:
        return self.nanometres / NANOMETRES_PER_METRE

    def __sub__(self, other: Reading) -> Length:
        return Length(self.nanometres - other.nanometres)
