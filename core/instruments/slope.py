"""A slope as data sheets and crews write it: so much at a distance (section 6)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from core.errors import RuleError, UnreadableSlope
from core.lengths import Length, StyleKind, format_length, parse_length
from core.lengths.style import Style

STEEPEST = 0.01
ACCEPTS = "Write it like 1.5 mm at 30 m, or 1/8 in at 100 ft."
PARTS = re.compile(r"^(?:±|\+/-|\+-)?\s*(?P<rise>.+?)\s*(?:\b(?:at|per|over)\b|@)\s*(?P<run>\S.*)$")
WITH_UNIT = re.compile(r"""[a-z'"′″’”]""", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Slope:
    """A rise over a run, as it was given; never negative."""

    rise: Length
    run: Length

    def __post_init__(self) -> None:
        if self.run.nanometres <= 0 or not 0 <= self.rise_per_run <= STEEPEST:
            raise UnreadableSlope(
                f"{float(self.rise):g} m at {float(self.run):g} m",
                "No instrument is specified by that slope.",
                ACCEPTS,
            )

    @property
    def rise_per_run(self) -> float:
        """The slope as a number."""
        return self.rise.nanometres / self.run.nanometres


def parse_slope(text: str) -> Slope:
    """Read a slope such as ``1.5 mm at 30 m`` or ``1/8 in at 100 ft``.

    Both parts carry their unit. Raises :class:`UnreadableSlope`.
    """
    parts = PARTS.match(text.strip())
    if parts is None:
        raise UnreadableSlope(text, "A slope is an amount at a distance.", ACCEPTS)
    rise, run = (_with_unit(text, parts[name]) for name in ("rise", "run"))
    return Slope(rise, run)


def _with_unit(text: str, part: str) -> Length:
    if not WITH_UNIT.search(part):
        raise UnreadableSlope(text, f"“{part}” has no unit.", ACCEPTS)
    try:
        return parse_length(part, StyleKind.FEET_INCHES)
    except RuleError as refused:
        raise UnreadableSlope(text, refused.why, ACCEPTS) from refused


def slope_in_words(slope: Slope, style: Style) -> str:
    """Write a slope in two lengths of a style."""
    return f"{format_length(slope.rise, style)} at {format_length(slope.run, style)}"
