"""Is the instrument true? Four checks, what they prove, and the receiver (section 6)."""

from core.instruments.checks import (
    CheckVerdict,
    SlopeCheck,
    face_about,
    two_peg,
    two_position,
    water_level,
)
from core.instruments.receiver import FastBeep, Receiver, Setting
from core.instruments.slope import Slope, parse_slope, slope_in_words
from core.instruments.tilt import Tilt

__all__ = [
    "CheckVerdict",
    "FastBeep",
    "Receiver",
    "Setting",
    "Slope",
    "SlopeCheck",
    "Tilt",
    "face_about",
    "parse_slope",
    "slope_in_words",
    "two_peg",
    "two_position",
    "water_level",
]
