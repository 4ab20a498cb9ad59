"""A floor's concrete: volume over the shot stone, the field-book figure, and the order."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from importlib import import_module
from typing import TypedDict

from django.conf import settings

from core.design import Extreme, Slab, field_book
from core.errors import NotEnoughShots
from core.lengths import Length, Style
from core.orders import concrete_order
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor
from server.shown import Amount, Shown, show, show_difference, show_volume, volume_unit

WAITS = (
    "This is the field book's figure. The volume over the shot stone, how sure it is, and the map "
    "wait for a signal."
)


class Spot(TypedDict):
    """A named point and the thickness there."""

    point: str
    thickness: Shown


class SurePart(TypedDict):
    """A part of how sure a volume is."""

    name: str
    amount: Amount


class TakeOff(TypedDict):
    """The concrete of one floor.

    ``sure_within`` is how far off the volume may be, about 95 %: ``sure_parts`` say what makes
    it so. ``asks_for_shots`` says why more are wanted, empty where they are not. ``waits`` says
    that the volume is the field book's because no surface can be worked out here: what only a
    surface tells is then left out.
    """

    thinnest: Spot
    thickest: Spot
    mean: Shown
    volume: Amount
    field_book_volume: Amount
    field_book_difference: Amount | None
    nominal_volume: Amount
    extra: Amount
    sure_within: Amount | None
    sure_text: str
    sure_parts: list[SurePart]
    extrapolated_percent: float | None
    asks_for_shots: str
    order: Amount
    waste_percent: float
    order_step: float
    waits: str


class Undecided(TypedDict):
    """Why there is no take-off yet, and what would make one."""

    typed: str
    why: str
    accepts: str


def take_off(
    floor: Floor, surfaces: Slab, stone: list[FoundPoint], style: Style
) -> tuple[TakeOff | None, Undecided | None]:
    """Return a floor's take-off, or why its shots do not make one yet."""
    try:
        concrete = _concrete_over()(floor, surfaces, stone, style)
    except NotEnoughShots as refused:
        return None, {"typed": refused.typed, "why": refused.why, "accepts": refused.accepts}
    return concrete, None


@cache
def _concrete_over() -> Callable[[Floor, Slab, list[FoundPoint], Style], TakeOff]:
    """Return what works out the concrete here, looked up when it is first asked for."""
    found: Callable[[Floor, Slab, list[FoundPoint], Style], TakeOff]
    found = import_module(settings.SURFACES).concrete_over
    return found


def by_the_book(floor: Floor, surfaces: Slab, stone: list[FoundPoint], style: Style) -> TakeOff:
    """Return what is known without surfaces: the field book's figure, and that others wait."""
    book = field_book(surfaces, [(one.point.place, one.elevation) for one in stone])
    return {
        "thinnest": spot(book.thinnest, stone, style),
        "thickest": spot(book.thickest, stone, style),
        "mean": show(Length.from_float(book.mean_thickness), style),
        "volume": show_volume(book.volume, style),
        "field_book_volume": show_volume(book.volume, style),
        "field_book_difference": None,
        "nominal_volume": show_volume(book.nominal, style),
        "extra": show_difference(book.extra, style),
        "sure_within": None,
        "sure_text": "not known before there is a signal",
        "sure_parts": [],
        "extrapolated_percent": None,
        "asks_for_shots": "",
        **ordered(floor, book.volume, style),
        "waits": WAITS,
    }


class Ordered(TypedDict):
    """What is ordered: the volume with its waste, up to the supplier's next step."""

    order: Amount
    waste_percent: float
    order_step: float


def ordered(floor: Floor, volume: float, style: Style) -> Ordered:
    """Return the order for a volume in cubic metres."""
    waste, step = float(floor.waste), float(floor.order_step)
    unit = volume_unit(style)
    return {
        "order": show_volume(concrete_order(volume / unit, waste, step) * unit, style),
        "waste_percent": round(100 * waste, 2),
        "order_step": step,
    }


def sure_text(within: Amount) -> str:
    """Say how sure a volume is."""
    return f"± {within['text']}, about 95 %"


def spot(extreme: Extreme, stone: list[FoundPoint], style: Style) -> Spot:
    """Return an extreme with the name of its point."""
    return {
        "point": stone[extreme.shot].point.name,
        "thickness": show(Length.from_float(extreme.thickness), style),
    }
