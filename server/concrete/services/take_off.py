"""A floor's concrete: volume over the shot stone, the field-book figure, and the order."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from importlib import import_module
from typing import TYPE_CHECKING, TypedDict

from django.conf import settings

from core.design import Extreme, FieldBook, Slab, field_book
from core.errors import NotEnoughShots
from core.lengths import Length, Style
from core.orders import concrete_order
from server.common.shown import Amount, Shown, show, show_difference, show_volume, volume_unit
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor

if TYPE_CHECKING:
    from core.surfaces import SlabVolume


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


class InCommon(TypedDict):
    """What is told of concrete however it was worked out; what is ordered has its waste."""

    thinnest: Spot
    thickest: Spot
    mean: Shown
    volume: Amount
    nominal_volume: Amount
    extra: Amount
    order: Amount
    waste_percent: float
    order_step: float


class TakeOff(InCommon):
    """The concrete of one floor.

    ``sure_within`` is how far off the volume may be, about 95 %: ``sure_parts`` say what makes
    it so. ``asks_for_shots`` says why more are wanted, empty where they are not. ``waits`` says
    that the volume is the field book's because no surface can be worked out here: what only a
    surface tells is then left out.
    """

    field_book_volume: Amount
    field_book_difference: Amount | None
    sure_within: Amount | None
    sure_text: str
    sure_parts: list[SurePart]
    extrapolated_percent: float | None
    asks_for_shots: str
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
        **in_common(floor, book, stone, style),
        "field_book_volume": show_volume(book.volume, style),
        "field_book_difference": None,
        "sure_within": None,
        "sure_text": "not known before there is a signal",
        "sure_parts": [],
        "extrapolated_percent": None,
        "asks_for_shots": "",
        "waits": WAITS,
    }


def in_common(
    floor: Floor, found: FieldBook | SlabVolume, stone: list[FoundPoint], style: Style
) -> InCommon:
    """Return what is told of concrete however it was worked out."""
    waste, step = float(floor.waste), float(floor.order_step)
    unit = volume_unit(style)
    return {
        "thinnest": _spot(found.thinnest, stone, style),
        "thickest": _spot(found.thickest, stone, style),
        "mean": show(Length.from_float(found.mean_thickness), style),
        "volume": show_volume(found.volume, style),
        "nominal_volume": show_volume(found.nominal, style),
        "extra": show_difference(found.extra, style),
        "order": show_volume(concrete_order(found.volume / unit, waste, step) * unit, style),
        "waste_percent": round(100 * waste, 2),
        "order_step": step,
    }


def sure_text(within: Amount) -> str:
    """Say how sure a volume is."""
    return f"± {within['text']}, about 95 %"


def _spot(extreme: Extreme, stone: list[FoundPoint], style: Style) -> Spot:
    return {
        "point": stone[extreme.shot].point.name,
        "thickness": show(Length.from_float(extreme.thickness), style),
    }
