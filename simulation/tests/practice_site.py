"""A practice site of known truth, to sense things on."""

from __future__ import annotations

from typing import Any

from simulation.ground import Ground, Place
from simulation.practice.on_site import OnSite
from simulation.practice.receiver import PracticeReceiver, Tells
from simulation.practice.rod import PracticeRod
from simulation.practice.scene import Gear, Mark, Scene, Target
from simulation.practice.slips import Slipped
from simulation.practice.stand import InstrumentTruth

BENCH, POINT = "BM1", "A1"


def site(**more: Any) -> Scene:
    """A level site: a benchmark 0.4 m above the ground, and a point 9 m from it."""
    gear = Gear(
        InstrumentTruth(nearest=1.0, farthest=40.0),
        PracticeReceiver(Tells.FAST_IS_HIGH, fine=0.001, coarse=0.004),
        PracticeRod((1.5, 1.4, 1.3), "ft-in/8"),
    )
    told: dict[str, Any] = {
        "seed": 7,
        "size": (20.0, 16.0),
        "surface": Ground(2.0),
        "design": 2.1,
        "marks": (Mark(BENCH, "hub", Place(2.0, 4.0), 2.4, 82.4),),
        "targets": (Target(POINT, Place(11.0, 4.0), 2.1),),
        "gear": gear,
        "slipped": Slipped(),
        "told_by": 80.0,
    }
    return Scene(**(told | more))


def on(scene: Scene) -> OnSite:
    """Arrive on a site."""
    return OnSite(scene)
