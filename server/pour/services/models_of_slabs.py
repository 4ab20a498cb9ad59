"""The model of a slab over the places its stone was shot, remembered between requests."""

from __future__ import annotations

from functools import lru_cache

from core.design import Panel, Slab
from core.floors import PlanPoint
from core.surfaces import SlabModel, model_of


def model_over(slab: Slab, places: tuple[PlanPoint, ...]) -> SlabModel:
    """Return a slab's model over places; raises :class:`NotEnoughShots`."""
    return _remembered(slab.panels, places)


@lru_cache(maxsize=64)
def _remembered(panels: tuple[Panel, ...], places: tuple[PlanPoint, ...]) -> SlabModel:
    """Return a model from memory after the first time; it hangs on nothing but its call."""
    return model_of(panels, places)
