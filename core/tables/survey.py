"""A survey's numbers: plain decimals of meters or feet, from an origin of its own."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal, InvalidOperation
from enum import StrEnum
from fractions import Fraction

from core.errors import OutOfRange, UnreadableLength
from core.lengths import Length
from core.lengths.quantity import (
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_METRE,
    round_half_away,
)

FARTHEST = Decimal(10) ** 8
LONGEST = 24


class SurveyUnit(StrEnum):
    """What a survey's numbers are."""

    METRES = "m"
    FEET = "ft"

    @property
    def nanometres(self) -> int:
        """How many nanometres it has; the foot is the international one."""
        return NANOMETRES_PER_METRE if self is SurveyUnit.METRES else NANOMETRES_PER_FOOT

    @property
    def places(self) -> int:
        """How many decimals it is written with, so that no 1/64 in is lost."""
        return 6


@dataclass(frozen=True, slots=True)
class SurveyOrigin:
    """Where the job's own origin lies in a survey, in the survey's unit."""

    northing: Decimal
    easting: Decimal


AT_THE_ORIGIN = SurveyOrigin(Decimal(0), Decimal(0))


def survey_number(text: str) -> Decimal:
    """Read a plain decimal number of a survey.

    Raises :class:`UnreadableLength` for what is none, :class:`OutOfRange` beyond 100 million.
    """
    try:
        number = Decimal(text.strip()) if len(text) <= LONGEST else None
    except InvalidOperation:
        number = None
    if number is None or not number.is_finite():
        raise UnreadableLength(text, "This is no number.", "Give a plain number such as 5012.35.")
    if abs(number) >= FARTHEST:
        raise OutOfRange(text, "No survey reaches that far.", "Check the decimal point.")
    return number


def from_survey(number: Decimal, origin: Decimal, unit: SurveyUnit) -> Length:
    """Return how far a number lies from an origin, rounded to the nanometre."""
    return Length(round_half_away(Fraction(number - origin) * unit.nanometres))


def to_survey(length: Length, origin: Decimal, unit: SurveyUnit) -> str:
    """Write a length from an origin as a survey does; zeros at the end are left out."""
    far = Decimal(length.nanometres) / unit.nanometres + origin
    written = f"{far:.{unit.places}f}".rstrip("0").rstrip(".")
    return "0" if written in ("-0", "") else written
