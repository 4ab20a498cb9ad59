"""Quantities as the API sends them: exact metres beside the text in the job's style."""

from __future__ import annotations

from typing import TypedDict

from core.floors import PlanPoint
from core.lengths import Elevation, Length, Style, format_length, metres_text, written_above
from core.orders import CUBIC_METRES_PER_CUBIC_YARD

SQUARE_METRES_PER_SQUARE_FOOT = 0.09290304


class Shown(TypedDict):
    """A length: exact metres, and the text a person reads."""

    metres: str
    text: str


class Place(TypedDict):
    """A place in plan, metres from the job's origin."""

    x: Shown
    y: Shown


class Amount(TypedDict):
    """An area or a volume: the number in its unit, and the text with the unit."""

    value: float
    text: str


def show(length: Length | Elevation, style: Style) -> Shown:
    """Show a length, or an elevation above the style's datum."""
    plain = written_above(length, style) if isinstance(length, Elevation) else length
    return {"metres": metres_text(plain), "text": format_length(plain, style)}


def show_place(place: PlanPoint, style: Style) -> Place:
    """Show a place in plan."""
    return {"x": show(place.x, style), "y": show(place.y, style)}


def volume_unit(style: Style) -> float:
    """Return the cubic metres of the unit concrete is ordered in."""
    return 1.0 if style.kind.is_metric else CUBIC_METRES_PER_CUBIC_YARD


def volume_unit_text(style: Style) -> str:
    """Return the unit concrete is ordered in, as it is written."""
    return "m³" if style.kind.is_metric else "yd³"


def show_volume(cubic_metres: float, style: Style) -> Amount:
    """Show a volume in cubic yards or cubic meters."""
    value = cubic_metres / volume_unit(style)
    return {"value": value, "text": f"{value:.2f} {volume_unit_text(style)}"}


def show_difference(cubic_metres: float, style: Style) -> Amount:
    """Show how much more or less concrete, the sign as a word."""
    shown = show_volume(abs(cubic_metres), style)
    word = "more" if cubic_metres >= 0 else "less"
    sign = 1 if cubic_metres >= 0 else -1
    return {"value": sign * shown["value"], "text": f"{shown['text']} {word}"}


def show_money(amount: float, currency: str) -> str:
    """Show money: a sign stands before the amount, a code after it."""
    if currency.isalpha():
        return f"{amount:,.2f} {currency}"
    return f"{currency}{amount:,.2f}"


def show_area(square_metres: float, style: Style) -> Amount:
    """Show an area in square feet or square meters."""
    if style.kind.is_metric:
        return {"value": square_metres, "text": f"{square_metres:.1f} m²"}
    value = square_metres / SQUARE_METRES_PER_SQUARE_FOOT
    return {"value": value, "text": f"{value:.0f} ft²"}
