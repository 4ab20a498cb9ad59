"""Lengths, elevations and rod readings: exact inside, written and read as crews do (section 2)."""

from core.lengths.likely import Likely
from core.lengths.parse import (
    elevation_kind,
    parse_elevation,
    parse_length,
    says_a_side,
    with_unit,
)
from core.lengths.quantity import Elevation, Length, Reading, metres_text
from core.lengths.style import (
    Style,
    StyleKind,
    format_amount,
    format_at_least,
    format_at_most,
    format_deviation,
    format_distance,
    format_elevation,
    format_fine,
    format_length,
    retypable,
    tied_to,
    typed_above,
    typed_beside,
    written_above,
)

__all__ = [
    "Elevation",
    "Length",
    "Likely",
    "Reading",
    "Style",
    "StyleKind",
    "elevation_kind",
    "format_amount",
    "format_at_least",
    "format_at_most",
    "format_deviation",
    "format_distance",
    "format_elevation",
    "format_fine",
    "format_length",
    "metres_text",
    "parse_elevation",
    "parse_length",
    "retypable",
    "says_a_side",
    "tied_to",
    "typed_above",
    "typed_beside",
    "with_unit",
    "written_above",
]
