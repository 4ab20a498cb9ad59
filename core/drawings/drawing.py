"""Shapes by layer, and points with a number, a height and what they are."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction

from core.floors import PlanPoint
from core.lengths import Elevation
from core.lengths.quantity import round_half_away
from core.tables import SurveyOrigin, SurveyUnit

#: What a layer's name may be made of, and how long it is at most; every program reads these.
IN_A_LAYER = re.compile(r"[^A-Z0-9_-]+")
LONGEST_LAYER = 60
#: How many decimals of a unit are sprayed on the ground.
CUT_PLACES = {SurveyUnit.METRES: 3, SurveyUnit.FEET: 2}


@dataclass(frozen=True, slots=True)
class DrawnShape:
    """An outline, or a line where it is not closed; its height where it has one of its own."""

    layer: str
    places: tuple[PlanPoint, ...]
    is_closed: bool
    elevation: Elevation | None = None


@dataclass(frozen=True, slots=True)
class DrawnPoint:
    """A point: its number, where it is, its height where that is known, and what it is.

    ``to_do`` is what is to be cut or filled there, as it is sprayed beside it.
    """

    layer: str
    number: str
    place: PlanPoint
    elevation: Elevation | None
    description: str
    to_do: str = ""


@dataclass(frozen=True, slots=True)
class JobDrawing:
    """All that a drawing shows; heights are above the zero that crews read heights above."""

    shapes: tuple[DrawnShape, ...]
    points: tuple[DrawnPoint, ...]

    @property
    def layers(self) -> tuple[str, ...]:
        """The layers there are, each once, in the order they are first drawn."""
        shapes = [shape.layer for shape in self.shapes]
        return tuple(dict.fromkeys([*shapes, *(point.layer for point in self.points)]))


def layer_name(*words: str) -> str:
    """Return a layer's name of some words, such as ``SLAB-KILN-ROOM``; never empty."""
    parts = [IN_A_LAYER.sub("-", word.upper()).strip("-_") for word in words]
    return "-".join(part for part in parts if part)[:LONGEST_LAYER].strip("-_") or "OTHER"


def in_survey(place: PlanPoint, origin: SurveyOrigin, unit: SurveyUnit) -> tuple[float, float]:
    """Return a place as easting and northing of a survey, in its unit.

    They are the nearest there are to the exact ones: no digit is lost of a number as large as a
    state's plane has, down to a thousandth of a millimetre.
    """
    east = Fraction(place.x.nanometres, unit.nanometres) + Fraction(origin.easting)
    north = Fraction(place.y.nanometres, unit.nanometres) + Fraction(origin.northing)
    return float(east), float(north)


def cut_or_fill(found: Elevation, planned: Elevation, unit: SurveyUnit) -> str:
    """Return what is to be cut (C) or filled (F) where something was found, such as ``C 0.34``.

    To a hundredth of a foot or a millimetre, half away from zero; ``ON`` where that is nothing.

    >>> cut_or_fill(Elevation.from_metres("3.5"), Elevation.from_metres("3.2"), SurveyUnit.METRES)
    'C 0.300'
    """
    places = CUT_PLACES[unit]
    step = Fraction(unit.nanometres, 10**places)
    steps = round_half_away(Fraction((found - planned).nanometres) / step)
    if steps == 0:
        return "ON"
    whole, part = divmod(abs(steps), 10**places)
    return f"{'C' if steps > 0 else 'F'} {whole}.{part:0{places}d}"
