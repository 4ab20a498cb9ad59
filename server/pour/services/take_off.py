"""A floor's concrete: volume over the shot stone, the field-book figure, and the order."""

from __future__ import annotations

from statistics import fmean
from typing import TypedDict

import numpy as np

from core.design import Slab
from core.errors import NotEnoughShots
from core.lengths import Length, Style
from core.surfaces import SlabVolume, concrete_order
from core.surfaces.slab import Extreme
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor
from server.pour.services.models_of_slabs import model_over
from server.shown import Amount, Shown, show, show_difference, show_volume, volume_unit


class Spot(TypedDict):
    """A named point and the thickness there."""

    point: str
    thickness: Shown


class TakeOff(TypedDict):
    """The concrete of one floor.

    ``sure_within`` is how far off the volume is at most, should U of all shots lean one way.
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
    extrapolated_percent: float
    asks_for_corner_shots: bool
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
        slab = model.slab(np.array([float(one.elevation) for one in stone], dtype=np.float64))
    except NotEnoughShots as refused:
        return None, {"typed": refused.typed, "why": refused.why, "accepts": refused.accepts}
    return _sheet(floor, slab, stone, style), None


def _sheet(floor: Floor, slab: SlabVolume, stone: list[FoundPoint], style: Style) -> TakeOff:
    waste, step = float(floor.waste), float(floor.order_step)
    thickness = float(floor.thickness)
    unit = volume_unit(style)
    ordered = concrete_order(slab.volume / unit, waste, step) * unit
    return {
        "thinnest": _spot(slab.thinnest, stone, style),
        "thickest": _spot(slab.thickest, stone, style),
        "mean": show(Length.from_float(slab.mean_thickness), style),
        "volume": show_volume(slab.volume, style),
        "field_book_volume": show_volume(slab.field_book_volume, style),
        "field_book_difference": show_difference(slab.field_book_difference, style),
        "nominal_volume": show_volume(slab.nominal_volume(thickness), style),
        "extra": show_difference(slab.extra_over(thickness), style),
        "sure_within": show_volume(slab.area * fmean(one.half_width for one in stone), style),
        "extrapolated_percent": round(100 * slab.extrapolated_share, 1),
        "asks_for_corner_shots": slab.asks_for_corner_shots,
        "order": show_volume(ordered, style),
        "waste_percent": round(100 * waste, 2),
        "order_step": step,
    }


def _spot(extreme: Extreme, stone: list[FoundPoint], style: Style) -> Spot:
    return {
        "point": stone[extreme.shot].point.name,
        "thickness": show(Length.from_float(extreme.thickness), style),
    }
