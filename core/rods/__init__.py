"""Rods, the line of sight above them, and the marks set from it (section 3)."""

from core.rods.line import HeightKind, SightLine
from core.rods.mark import Infeasible, Mark, Obstacle, Slide, Station, mark_for, reach
from core.rods.rod import GRADUATIONS, Graduation, Numbering, Rod

__all__ = [
    "GRADUATIONS",
    "Graduation",
    "HeightKind",
    "Infeasible",
    "Mark",
    "Numbering",
    "Obstacle",
    "Rod",
    "SightLine",
    "Slide",
    "Station",
    "mark_for",
    "reach",
]
