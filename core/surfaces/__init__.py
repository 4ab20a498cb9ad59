"""Surfaces and volumes from shots; the only part of the core that needs NumPy and its kin."""

from core.surfaces.along import Axis, longer_axis, steps_along, volume_up_to
from core.surfaces.lift import LiftThickness, lift_thickness, planned_thickness
from core.surfaces.options import PourRules, Sliders, options_of, over_trigger
from core.surfaces.regions import model_of, regions_of
from core.surfaces.slab import Plane, Region, SlabModel, SlabVolume, StoneShot, slab_volume
from core.surfaces.thickness import (
    Band,
    Contour,
    band_levels,
    contours,
    thickness_bands,
    with_least,
)
from core.surfaces.tin import Triangulated, around, as_shot, designed, inside
from core.surfaces.uncertainty import SetUpErrors, ShotErrors, VolumeRange, volume_range

__all__ = [
    "Axis",
    "Band",
    "Contour",
    "LiftThickness",
    "Plane",
    "PourRules",
    "Region",
    "SetUpErrors",
    "ShotErrors",
    "SlabModel",
    "SlabVolume",
    "Sliders",
    "StoneShot",
    "Triangulated",
    "VolumeRange",
    "around",
    "as_shot",
    "band_levels",
    "contours",
    "designed",
    "inside",
    "lift_thickness",
    "longer_axis",
    "model_of",
    "options_of",
    "over_trigger",
    "planned_thickness",
    "regions_of",
    "slab_volume",
    "steps_along",
    "thickness_bands",
    "volume_range",
    "volume_up_to",
    "with_least",
]
