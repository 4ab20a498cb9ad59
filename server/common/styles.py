"""The styles a job can have, as a form offers them."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import Length, Style, format_length
from core.lengths.style import STYLE_CODES, StyleKind


class StyleChoice(TypedDict):
    """A style a job can have."""

    code: str
    label: str
    example: str


STYLE_LABELS = {
    StyleKind.FEET_INCHES: "Feet, inches, fractions",
    StyleKind.INCHES: "Inches, fractions",
    StyleKind.DECIMAL_FEET: "Decimal feet",
    StyleKind.METRES: "Meters",
    StyleKind.MILLIMETRES: "Millimeters",
}
EXAMPLE = Length.from_inches("62.375")


def style_choices() -> list[StyleChoice]:
    """Return the styles a job can have, each with an example."""
    return [_style_choice(Style.from_code(code)) for code in STYLE_CODES]


def _style_choice(style: Style) -> StyleChoice:
    to = f" to 1/{style.fraction}" if style.fraction else ""
    return {
        "code": style.code,
        "label": STYLE_LABELS[style.kind] + to,
        "example": format_length(EXAMPLE, style),
    }
