"""Lengths, elevations and rod readings: exact inside, written and read as crews do (section 2)."""

from core.lengths.parse import parse_length
from core.lengths.quantity import Elevation, Length, Reading, metres_text
from core.lengths.style import (
    Style,
    StyleKind,
    format_amount,
    format_deviation,
    format_fine,
    format_length,
)

__all__ = [
    "Elevation",
    "Length",
    "Reading",
    "Style",
    "StyleKind",
    "format_amount",
    "format_deviation",
    "format_fine",
    "format_length",
    "metres_text",
    "parse_length",
]
