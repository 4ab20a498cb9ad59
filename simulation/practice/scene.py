"""A practice site: what is true of it, and what a crew is told; the same seed is the same site.

Metres and degrees throughout. Elevations are true ones, in a height nobody is told.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from simulation.ground import Place, Surface
from simulation.practice.receiver import PracticeReceiver
from simulation.practice.rod import PracticeRod
from simulation.practice.slips import Slipped
from simulation.practice.stand import InstrumentTruth, Wall


@dataclass(frozen=True, slots=True)
class Mark:
    """A benchmark: what it is, where, how high it really is, and what its tag says."""

    name: str
    what: str
    place: Place
    elevation: float
    told: float


@dataclass(frozen=True, slots=True)
class Target:
    """A point to shoot or to set: where, and how high its surface is to be."""

    name: str
    place: Place
    level: float


@dataclass(frozen=True, slots=True)
class Gear:
    """What is in the truck, as it really is: the step of the rod is its printed one."""

    instrument: InstrumentTruth
    receiver: PracticeReceiver
    rod: PracticeRod
    has_bubble: bool = True


@dataclass(frozen=True, slots=True)
class Scene:
    """All that is true of a practice site, and what its papers say.

    ``told_by`` is what the papers' heights are above the true ones: a datum of their own.
    ``clods`` names the spots where one lies under the rod; a ``stake`` stands so high.
    ``amounts`` are figures of a lesson's own, such as how much lower a footing is.
    """

    seed: int
    size: tuple[float, float]
    surface: Surface
    design: float
    marks: tuple[Mark, ...]
    targets: tuple[Target, ...]
    gear: Gear
    slipped: Slipped
    told_by: float
    walls: tuple[Wall, ...] = ()
    clods: frozenset[str] = field(default_factory=frozenset)
    stake: float = 0.9
    amounts: tuple[tuple[str, float], ...] = ()

    def amount(self, name: str) -> float:
        """Return a figure of the lesson's own, metres; raises :class:`KeyError` for another."""
        return dict(self.amounts)[name]

    def figure(self, name: str, otherwise: float) -> float:
        """Return a figure of the lesson's own, or another where it has none."""
        return dict(self.amounts).get(name, otherwise)

    @property
    def spots(self) -> dict[str, Place]:
        """Where a rod can be stood, by name."""
        return {mark.name: mark.place for mark in self.marks} | {
            target.name: target.place for target in self.targets
        }

    def target(self, name: str) -> Target:
        """Return a point by its name; raises :class:`StopIteration` where there is none."""
        return next(one for one in self.targets if one.name == name)

    def mark(self, name: str) -> Mark:
        """Return a benchmark by its name; raises :class:`StopIteration` where there is none."""
        return next(one for one in self.marks if one.name == name)
