"""Is the instrument true? Four checks, what they prove, and the receiver (section 6)."""

from core.instruments.checks import (
    CheckVerdict,
    SlopeCheck,
    face_about,
    two_peg,
    two_position,
    water_level,
)
from core.instruments.receiver import Receiver, Setting, Signal
from core.instruments.slope import Slope, parse_slope, slope_in_words
from core.instruments.tilt import Tilt
from core.instruments.trust import (
    BOTH_AXES,
    Axis,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
    Trust,
    TrustState,
    found_out_of_true,
    slope_error,
    trust_of,
)

__all__ = [
    "BOTH_AXES",
    "Axis",
    "CheckVerdict",
    "InstrumentKind",
    "InstrumentRecord",
    "MadeCheck",
    "Receiver",
    "Setting",
    "Signal",
    "Slope",
    "SlopeCheck",
    "Tilt",
    "Trust",
    "TrustState",
    "face_about",
    "found_out_of_true",
    "parse_slope",
    "slope_error",
    "slope_in_words",
    "trust_of",
    "two_peg",
    "two_position",
    "water_level",
]
