"""A person on a practice site: what was done so far, and what is sensed now of the hidden truth.

The same acts at the same seconds on the same scene always end in the same state.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from math import cos, log, radians
from random import Random

from simulation.ground import Place
from simulation.practice.receiver import SILENT, PracticeReceiver, Told
from simulation.practice.rod import Line, PracticeRod
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip
from simulation.practice.stand import Knocked, Stand, Unseen, beam_of, unseen_at

#: How far out legs stood up anew may be, degrees; how far a rod leans until it is made upright.
LEGS_OUT = 7.0
WITH_A_BUBBLE, WITHOUT_ONE = 0.3, 1.6
#: How far a rod leans whose bubble touches the wall of its vial, degrees.
VIAL = 1.2
#: How high a clod lifts a rod's foot, metres.
CLOD = 0.022
#: How much of the rod is seen around the receiver, metres.
SEEN = 0.09
#: How much of the rod stands in a telescope, of how far it is away, and at least, metres.
SPAN, LEAST_SPAN = 0.009, 0.13
#: How far from sharp, as a ratio's logarithm, nothing is told apart any more.
BLURRED = 0.35
LEAST_LEGS, MOST_LEGS = 0.9, 1.95


class CantBeDone(Exception):
    """What was asked can't be done on a site: what, why, and what can.

    A ``{}`` in the words stands for one of the ``lengths``, metres, in the person's own units.
    """

    def __init__(self, typed: str, why: str, accepts: str, *lengths: float) -> None:
        super().__init__(why)
        self.typed, self.why, self.accepts, self.lengths = typed, why, accepts, lengths


class Holding(StrEnum):
    """How the rod is held to a spot."""

    STANDING = "standing"
    UPSIDE_DOWN = "upside-down"


@dataclass(frozen=True, slots=True)
class OnSite:
    """Where everything stands at a moment.

    ``spot`` is what the rod is on, ``foot_above`` how far its foot was lifted off it, ``at`` how
    high its receiver sits along it; ``focus`` is how far away a telescope is sharp, metres;
    ``stands`` and ``walks`` count how often the instrument was stood up and the rod carried;
    ``drawn_out`` and ``is_home`` tell of the rod's sections.
    """

    scene: Scene
    seconds: float = 0.0
    stand: Stand | None = None
    stands: int = 0
    walks: int = 0
    knocks: tuple[Knocked, ...] = ()
    spot: str = ""
    holding: Holding = Holding.STANDING
    foot_above: float = 0.0
    is_on_a_clod: bool = False
    lean: float = 0.0
    at: float = 0.0
    is_coarse: bool = False
    is_upside_down: bool = False
    drawn_out: int = 1
    is_home: bool = True
    focus: float = 0.0

    @property
    def is_optical(self) -> bool:
        """Whether the instrument is one that is looked through."""
        return self.scene.gear.instrument.is_optical

    @property
    def blur(self) -> float:
        """How blurred the rod is in the telescope: 0 is sharp, from 1 on nothing is told apart."""
        if self.stand is None or self.focus <= 0:
            return 1.0
        return min(1.0, abs(log(self.focus / self.stand.place.distance(self.place))) / BLURRED)

    @property
    def span(self) -> float:
        """How much of the rod stands in the telescope, metres."""
        away = self.stand.place.distance(self.place) if self.stand else 0.0
        return max(LEAST_SPAN, SPAN * away)

    @property
    def rod(self) -> PracticeRod:
        """The rod as it is drawn out now."""
        short = 0.0 if self.is_home else self.scene.slipped.section_short
        return replace(self.scene.gear.rod, drawn_out=self.drawn_out, short_by=short)

    @property
    def receiver(self) -> PracticeReceiver:
        """The receiver as it is clamped and switched now."""
        return replace(
            self.scene.gear.receiver,
            is_coarse=self.is_coarse,
            is_upside_down=self.is_upside_down,
        )

    @property
    def unseen(self) -> Unseen | None:
        """Why the receiver gets no beam where the rod is."""
        gear = self.scene.gear.instrument
        return unseen_at(gear, self.stand, self.scene.walls, self.place, self.seconds)

    @property
    def place(self) -> Place:
        """Where the rod is."""
        return place_of(self.scene, self.spot)

    def told(self) -> Told:
        """What the receiver tells where it is."""
        if self.is_optical:
            return SILENT
        if self.unseen is not None or not self.spot:
            return SILENT
        return self.receiver.told(self._above_beam())

    def seen(self) -> tuple[Line, ...]:
        """What one sees of the rod: lines, by their height above the receiver's mark.

        Through a telescope it is their height above its cross-hair; nothing where it is blurred.
        """
        if self.is_optical and (self.unseen is not None or self.blur >= 1):
            return ()
        rod = self.rod
        middle, around = (self.crossing, self.span / 2) if self.is_optical else (self.at, SEEN)
        lines = rod.face(middle - around, middle + around)
        turned = -1 if self.holding is Holding.UPSIDE_DOWN else 1
        return tuple(replace(line, height=turned * (line.height - middle)) for line in lines)

    @property
    def crossing(self) -> float:
        """How high above the rod's foot, along it, the beam really crosses it; metres."""
        turned = -1 if self.holding is Holding.UPSIDE_DOWN else 1
        return turned * (self.beam() - self.foot()) / cos(radians(self.lean))

    def true_value(self) -> float:
        """What one would read where the beam really crosses the rod, metres."""
        return self.rod.value(self.crossing)

    def _above_beam(self) -> float:
        """How far the receiver's mark really is above the beam, metres."""
        up = self.at * cos(radians(self.lean))
        turned = -1 if self.holding is Holding.UPSIDE_DOWN else 1
        return self.foot() + turned * up - self.beam()

    def beam(self) -> float:
        """How high the beam really is at the rod, metres."""
        assert self.stand is not None
        truth = self.scene.gear.instrument
        laser = beam_of(truth, self.stand, self.knocks, self.seconds)
        return laser.beam_at(self.place)

    def foot(self) -> float:
        """How high the rod's foot really is, metres."""
        clod = CLOD if self.is_on_a_clod else 0.0
        return height_of(self.scene, self.spot, self.walks) + self.foot_above + clod


def begin(scene: Scene) -> OnSite:
    """Arrive on a site: the receiver is switched and clamped as the last person left it."""
    slipped = scene.slipped
    return OnSite(
        scene,
        is_coarse=slipped.has(Slip.COARSE),
        is_upside_down=slipped.has(Slip.UPSIDE_DOWN),
    )


def place_of(scene: Scene, spot: str) -> Place:
    """Return where a spot is: a benchmark, a point, or none."""
    return scene.spots.get(spot, Place(0.0, 0.0))


def height_of(scene: Scene, spot: str, walks: int) -> float:
    """Return how high a spot really is once the rod was carried so often, metres."""
    marks = {mark.name: mark for mark in scene.marks}
    if spot in marks:
        return marks[spot].elevation
    slipped = scene.slipped
    was_dug = slipped.has(Slip.DUG_SINCE) and walks >= slipped.dug_at
    dug = slipped.dug_by if was_dug else 0.0
    return scene.surface.elevation(scene.target(spot).place) - slipped.stone_low - dug


def by_chance(state: OnSite, what: str) -> Random:
    """Return what chance draws with here: the same for the same acts on the same scene."""
    return Random(f"{state.scene.seed} {what} {state.stands} {state.walks}")
