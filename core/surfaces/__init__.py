"""Surfaces and volumes from shots; the only part of the core that needs NumPy and its kin."""

from core.surfaces.along import Axis, longer_axis, steps_along, volume_up_to
from core.surfaces.options import PourRules, Sliders, options_of, over_trigger
from core.surfaces.order import CUBIC_METRES_PER_CUBIC_YARD, concrete_order
from core.surfaces.panels import check_panels, model_of, paneled_volume
from core.surfaces.slab import Plane, SlabModel, SlabVolume, StoneShot, slab_volume
from core.surfaces.thickness import (
    Band,
    Contour,
    band_levels,
    contours,
    thickness_bands,
    with_least,
)

__all__ = [
    "CUBIC_METRES_PER_CUBIC_YARD",
    "Axis",
    "Band",
    "Contour",
    "Plane",
    "PourRules",
    "SlabModel",
    "SlabVolume",
    "Sliders",
    "StoneShot",
    "band_levels",
    "check_panels",
    "concrete_order",
    "contours",
    "longer_axis",
    "model_of",
    "options_of",
    "over_trigger",
    "paneled_volume",
    "slab_volume",
    "steps_along",
    "thickness_bands",
    "volume_up_to",
    "with_least",
]
