"""Surfaces and volumes from shots; the only part of the core that needs NumPy and its kin."""

from core.surfaces.order import CUBIC_METRES_PER_CUBIC_YARD, concrete_order
from core.surfaces.panels import check_panels, paneled_volume
from core.surfaces.slab import Plane, SlabVolume, StoneShot, slab_volume

__all__ = [
    "CUBIC_METRES_PER_CUBIC_YARD",
    "Plane",
    "SlabVolume",
    "StoneShot",
    "check_panels",
    "concrete_order",
    "paneled_volume",
    "slab_volume",
]
