"""What a drawing's numbers are."""

from __future__ import annotations

from enum import StrEnum
from fractions import Fraction

from core.lengths.quantity import (
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_INCH,
    NANOMETRES_PER_METRE,
)


class DrawingUnit(StrEnum):
    """The unit a drawing is drawn in."""

    INCHES = "in"
    FEET = "ft"
    SURVEY_FEET = "survey-ft"
    MILLIMETRES = "mm"
    CENTIMETRES = "cm"
    METRES = "m"

    @property
    def nanometres(self) -> Fraction:
        """How many nanometres it has; a survey foot is 1200/3937 m, by its definition."""
        return _NANOMETRES[self]

    @property
    def text(self) -> str:
        """Its name as it is read."""
        return _NAMES[self]


_NANOMETRES = {
    DrawingUnit.INCHES: Fraction(NANOMETRES_PER_INCH),
    DrawingUnit.FEET: Fraction(NANOMETRES_PER_FOOT),
    DrawingUnit.SURVEY_FEET: Fraction(1200 * NANOMETRES_PER_METRE, 3937),
    DrawingUnit.MILLIMETRES: Fraction(NANOMETRES_PER_METRE, 1000),
    DrawingUnit.CENTIMETRES: Fraction(NANOMETRES_PER_METRE, 100),
    DrawingUnit.METRES: Fraction(NANOMETRES_PER_METRE),
}
_NAMES = {
    DrawingUnit.INCHES: "inches",
    DrawingUnit.FEET: "feet",
    DrawingUnit.SURVEY_FEET: "US survey feet",
    DrawingUnit.MILLIMETRES: "millimeters",
    DrawingUnit.CENTIMETRES: "centimeters",
    DrawingUnit.METRES: "meters",
}
