"""Floors as a crew plans them: outline, levels, marks along the walls, grid of shots."""

from core.floors.grid import ProposedPoint, propose_grid, spacing_for
from core.floors.levels import FloorLevels, check_thicknesses, finished_level
from core.floors.line import Line
from core.floors.marks import WallMark, even_positions, wall_marks
from core.floors.outline import Outline, PlanPoint
from core.floors.shapes import l_shape, rectangle
from core.floors.visibility import AT_ITS_END, Block, Spot, is_hidden

__all__ = [
    "AT_ITS_END",
    "Block",
    "FloorLevels",
    "Line",
    "Outline",
    "PlanPoint",
    "ProposedPoint",
    "Spot",
    "WallMark",
    "check_thicknesses",
    "even_positions",
    "finished_level",
    "is_hidden",
    "l_shape",
    "propose_grid",
    "rectangle",
    "spacing_for",
    "wall_marks",
]
