"""A stand-in for a real site: a hidden truth, and what a crew reads of it.

The rules do not know it. It serves the demo, the tests and the bench; everything is seeded.
"""

from simulation.blunders import BLUNDERS, Blunder, spoil
from simulation.ground import Bump, Ground, Place, rough_ground
from simulation.instrument import Beep, Laser, ReceiverTruth, Tilt
from simulation.site import Knock, RodTruth, SimulatedSite

__all__ = [
    "BLUNDERS",
    "Beep",
    "Blunder",
    "Bump",
    "Ground",
    "Knock",
    "Laser",
    "Place",
    "ReceiverTruth",
    "RodTruth",
    "SimulatedSite",
    "Tilt",
    "rough_ground",
    "spoil",
]
