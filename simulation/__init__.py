"""A stand-in for a real site: a hidden truth, and what a crew reads of it.

The rules do not know it. It serves the demo, the tests and the bench; everything is seeded.
"""

from simulation.blunders import BLUNDERS, Blunder, spoil
from simulation.ground import Bump, Ground, Place, rough_ground
from simulation.instrument import Beep, Laser, ReceiverTruth, Tilt, tilt_of_axes
from simulation.site import Knock, RodTruth, SimulatedSite
from simulation.surfaces import Patchy, SurfaceKind, Worked, patchy_stone, worked_surface

__all__ = [
    "BLUNDERS",
    "Beep",
    "Blunder",
    "Bump",
    "Ground",
    "Knock",
    "Laser",
    "Patchy",
    "Place",
    "ReceiverTruth",
    "RodTruth",
    "SimulatedSite",
    "SurfaceKind",
    "Tilt",
    "Worked",
    "patchy_stone",
    "rough_ground",
    "spoil",
    "tilt_of_axes",
    "worked_surface",
]
