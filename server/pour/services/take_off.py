"""A floor's concrete: volume over the shot stone, the field-book figure, and the order."""

from __future__ import annotations

from typing import TypedDict

import numpy as np

from core.design import Slab
from core.errors import NotEnoughShots
from core.lengths import Length, Style
from core.orders import concrete_order
from core.surfaces import SlabVolume, VolumeRange
from core.surfaces.slab import Extreme
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor
from server.pour.services.models_of_slabs import model_over, range_of
from server.shown import Amount, Shown, show, show_difference, show_volume, volume_unit


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
    it so. ``asks_for_shots`` says why more are wanted, empty where they are not.
    """

    thinnest: Spot
    thickest: Spot
    mean: Shown
    volume: Amount
    field_book_volume: Amount
    field_book_difference: Amount
    nominal_volume: Amount
    extra: Amount
    sure_within: Amount
    sure_text: str
    sure_parts: list[SurePart]
    extrapolated_percent: float
    asks_for_shots: str
    order: Amount
    waste_percent: float
    order_step: float


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
        model = model_over(surfaces, tuple(one.point.place for one in stone))
        heights = np.array([float(one.elevation) for one in stone], dtype=np.float64)
        slab = model.slab(heights)
        sure = range_of(model, model.off(model.places.mean(heights)), stone)
    except NotEnoughShots as refused:
        return None, {"typed": refused.typed, "why": refused.why, "accepts": refused.accepts}
    return _sheet(floor, (slab, sure), stone, style), None


def _sheet(
    floor: Floor, found: tuple[SlabVolume, VolumeRange], stone: list[FoundPoint], style: Style
) -> TakeOff:
    slab, sure = found
    waste, step = float(floor.waste), float(floor.order_step)
    unit = volume_unit(style)
    ordered = concrete_order(slab.volume / unit, waste, step) * unit
    return {
        "thinnest": _spot(slab.thinnest, stone, style),
        "thickest": _spot(slab.thickest, stone, style),
        "mean": show(Length.from_float(slab.mean_thickness), style),
        "volume": show_volume(slab.volume, style),
        "field_book_volume": show_volume(slab.field_book_volume, style),
        "field_book_difference": show_difference(slab.field_book_difference, style),
        "nominal_volume": show_volume(slab.nominal, style),
        "extra": show_difference(slab.extra, style),
        "sure_within": show_volume(sure.half_width, style),
        "sure_text": sure_text(show_volume(sure.half_width, style)),
        "sure_parts": [
            {"name": name, "amount": show_volume(amount, style)}
            for name, amount in (
                ("What all shots share", sure.shared),
                ("Each shot's own", sure.own),
                ("The stone between the shots", sure.between),
            )
        ],
        "extrapolated_percent": round(100 * slab.extrapolated_share, 1),
        "asks_for_shots": _asks_for(slab),
        "order": show_volume(ordered, style),
        "waste_percent": round(100 * waste, 2),
        "order_step": step,
    }


def sure_text(within: Amount) -> str:
    """Say how sure a volume is."""
    return f"± {within['text']}, about 95 %"


def _asks_for(slab: SlabVolume) -> str:
    """Say why more shots are wanted, empty where they are not."""
    if slab.asks_for_more_shots:
        return f"{slab.places} shots tell nothing of the stone between them. Shoot the middle too."
    if slab.asks_for_corner_shots:
        share = round(100 * slab.extrapolated_share, 1)
        return f"{share:g} % of the area lies outside the shots. Shoot the corners."
    return ""


def _spot(extreme: Extreme, stone: list[FoundPoint], style: Style) -> Spot:
    return {
        "point": stone[extreme.shot].point.name,
        "thickness": show(Length.from_float(extreme.thickness), style),
    }
