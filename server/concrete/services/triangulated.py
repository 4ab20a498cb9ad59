"""A floor's concrete by the triangles over its shot stone; NumPy and its kin stand under it."""

from __future__ import annotations

import numpy as np

from core.design import Slab
from core.lengths import Style
from core.surfaces import SlabVolume, VolumeRange
from server.common.shown import show_difference, show_volume
from server.concrete.services.models_of_slabs import model_over, range_of
from server.concrete.services.take_off import TakeOff, in_common, sure_text
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor


def concrete_over(floor: Floor, surfaces: Slab, stone: list[FoundPoint], style: Style) -> TakeOff:
    """Return a floor's take-off; raises :class:`NotEnoughShots` where its shots make none yet."""
    model = model_over(surfaces, tuple(one.point.place for one in stone))
    heights = np.array([float(one.elevation) for one in stone], dtype=np.float64)
    slab = model.slab(heights)
    sure = range_of(model, model.off(model.places.mean(heights)), stone)
    return _sheet(floor, (slab, sure), stone, style)


def _sheet(
    floor: Floor, found: tuple[SlabVolume, VolumeRange], stone: list[FoundPoint], style: Style
) -> TakeOff:
    slab, sure = found
    return {
        **in_common(floor, slab, stone, style),
        "field_book_volume": show_volume(slab.field_book_volume, style),
        "field_book_difference": show_difference(slab.field_book_difference, style),
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
        "waits": "",
    }


def _asks_for(slab: SlabVolume) -> str:
    """Say why more shots are wanted, empty where they are not."""
    if slab.asks_for_more_shots:
        return f"{slab.places} shots tell nothing of the stone between them. Shoot the middle too."
    if slab.asks_for_corner_shots:
        share = round(100 * slab.extrapolated_share, 1)
        return f"{share:g} % of the area lies outside the shots. Shoot the corners."
    return ""
