"""What is written on a stake or sprayed on the ground (section 8: cut and fill)."""

from __future__ import annotations

from core.drawings.drawing import cut_or_fill
from core.lengths import Elevation, Length, Style, format_length
from core.lengths.style import steps_of
from core.tables import SurveyUnit


def stake_text(found: Elevation, planned: Elevation, style: Style, *, in_tenths: bool) -> str:
    """Return what is to be cut (C) or filled (F), in a job's style or in feet and hundredths.

    ``ON`` where that is less than half a step of the style.

    >>> from core.lengths import StyleKind
    >>> stake_text(
    ...     Elevation(3_300_000_000),
    ...     Elevation(3_200_000_000),
    ...     Style(StyleKind.FEET_INCHES, 8),
    ...     in_tenths=False,
    ... )
    'C 3 7/8"'
    """
    if in_tenths:
        return cut_or_fill(found, planned, SurveyUnit.FEET)
    difference = found - planned
    if steps_of(difference, style) == 0:
        return "ON"
    way = "C" if difference.nanometres > 0 else "F"
    return f"{way} {format_length(abs(difference), style)}"


def sprayed(top: Elevation, found: Elevation, style: Style) -> str:
    """Return how thick the concrete is where stone was found, as it is sprayed on the sheeting."""
    return format_length(Length((top - found).nanometres), style)
