"""Surfaces and volumes from shots; the only part of the core that needs NumPy and its kin."""

from core.surfaces.order import CUBIC_METRES_PER_CUBIC_YARD, concrete_order
from core.surfaces.slab import Plane, SlabVolume, StoneShot, slab_volume

__all__ = [
    "CUBIC_METRES_PER_CUBIC_YARD",
    "Plane",
    "SlabVolume",
    "StoneShot",
    "concrete_order",
    "slab_volume",
]
