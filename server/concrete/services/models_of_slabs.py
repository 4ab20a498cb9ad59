"""The model of a slab over the places its stone was shot, remembered between requests."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

from core.design import Panel, Slab, Underside
from core.floors import PlanPoint
from core.rods import tie_of
from core.surfaces import (
    SetUpErrors,
    ShotErrors,
    SlabModel,
    VolumeRange,
    model_of,
    volume_range,
)
from core.surfaces.triangles import Floats
from server.fieldbook.pegs import FoundPoint


def model_over(slab: Slab, places: tuple[PlanPoint, ...]) -> SlabModel:
    """Return a slab's model over places; raises :class:`NotEnoughShots`."""
    return _remembered(slab.panels, slab.underside, places)


@lru_cache(maxsize=64)
def _remembered(
    panels: tuple[Panel, ...], underside: Underside, places: tuple[PlanPoint, ...]
) -> SlabModel:
    """Return a model from memory after the first time; it hangs on nothing but its call."""
    return model_of(panels, underside, places)


def range_of(model: SlabModel, off: Floats, stone: Sequence[FoundPoint]) -> VolumeRange:
    """Return how sure a volume is, from the set-ups its shots were read from.

    Shots of one set-up held so that they read against other backsights count as of two.
    """
    numbers: dict[object, int] = {}
    set_ups: list[SetUpErrors] = []
    shots: list[ShotErrors] = []
    for one in stone:
        sighting = one.sighting
        line = sighting.set_up, tie_of(one.seen.kind, sighting.rod.numbering)
        if line not in numbers:
            numbers[line] = len(set_ups)
            stands = sighting.place
            at = None if stands is None else (float(stands.x), float(stands.y))
            set_ups.append(SetUpErrors(sighting.fine, sighting.sights_of(one.seen), at))
        height = float(one.seen.height_on(sighting.rod))
        shots.append(ShotErrors(numbers[line], height))
    return volume_range(model, off, shots, set_ups)
