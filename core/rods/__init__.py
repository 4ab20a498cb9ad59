"""Rods, the line of sight above them, and the marks set from it (section 3)."""

from core.rods.line import HeightKind, SightLine, tied_by
from core.rods.mark import Infeasible, Mark, Obstacle, Slide, Station, mark_for, reach
from core.rods.observed import LONGEST_TAPE, Observed, SightKind, Tie, observe, tie_of
from core.rods.rod import GRADUATIONS, Graduation, Numbering, Rod
from core.rods.steps import slide_in_steps, slide_stops

__all__ = [
    "GRADUATIONS",
    "LONGEST_TAPE",
    "Graduation",
    "HeightKind",
    "Infeasible",
    "Mark",
    "Numbering",
    "Observed",
    "Obstacle",
    "Rod",
    "SightKind",
    "SightLine",
    "Slide",
    "Station",
    "Tie",
    "mark_for",
    "observe",
    "reach",
    "slide_in_steps",
    "slide_stops",
    "tie_of",
    "tied_by",
]
