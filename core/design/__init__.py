"""Design levels below a finished one: falls, panels, stack-ups, coursing (sections 7 and 9)."""

from core.design.coursing import IsolationStrip, course_tops, isolation_strip
from core.design.fall import Fall, fall_in_words, parse_fall
from core.design.field_book import Extreme, FieldBook, field_book
from core.design.flow import Move, Rejudged, move_of, rejudged
from core.design.frost import FrostCover
from core.design.panel import Panel, Toward, fall_to_point, level_panel, panel_toward
from core.design.panels_fit import check_panels
from core.design.slab import STONE, Slab, SlabOver, SlabPart, formation_under
from core.design.soil import Soil, mean_depth, soil_of
from core.design.stack import AdjustableHead, HeadTravel, Layer, StackUp, total
from core.design.surface import LevelSurface, PanelSurface, Shifted, Surface
from core.design.triangulated import TriangulatedSurface
from core.design.underside import Taper, ThickenedEdge, Under, Underside, check_edge

__all__ = [
    "STONE",
    "AdjustableHead",
    "Extreme",
    "Fall",
    "FieldBook",
    "FrostCover",
    "HeadTravel",
    "IsolationStrip",
    "Layer",
    "LevelSurface",
    "Move",
    "Panel",
    "PanelSurface",
    "Rejudged",
    "Shifted",
    "Slab",
    "SlabOver",
    "SlabPart",
    "Soil",
    "StackUp",
    "Surface",
    "Taper",
    "ThickenedEdge",
    "Toward",
    "TriangulatedSurface",
    "Under",
    "Underside",
    "check_edge",
    "check_panels",
    "course_tops",
    "fall_in_words",
    "fall_to_point",
    "field_book",
    "formation_under",
    "isolation_strip",
    "level_panel",
    "mean_depth",
    "move_of",
    "panel_toward",
    "parse_fall",
    "rejudged",
    "soil_of",
    "total",
]
