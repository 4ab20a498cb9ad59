"""Design levels below a finished one: falls, panels, stack-ups, coursing (sections 7 and 9)."""

from core.design.coursing import IsolationStrip, course_tops, isolation_strip
from core.design.fall import Fall, fall_in_words, parse_fall
from core.design.flow import Move, Rejudged, level_moves, rejudged
from core.design.panel import Panel, fall_to_point, falling_panel, level_panel
from core.design.stack import AdjustableHead, HeadTravel, Layer, StackUp

__all__ = [
    "AdjustableHead",
    "Fall",
    "HeadTravel",
    "IsolationStrip",
    "Layer",
    "Move",
    "Panel",
    "Rejudged",
    "StackUp",
    "course_tops",
    "fall_in_words",
    "fall_to_point",
    "falling_panel",
    "isolation_strip",
    "level_moves",
    "level_panel",
    "parse_fall",
    "rejudged",
]
