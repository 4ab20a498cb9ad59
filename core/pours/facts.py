"""All that a pour's go / hold list rests on, as one frozen record (section 12).

Whoever keeps the records gathers the facts; the list is judged from them alone. Moments are
seconds on one clock.
"""

from __future__ import annotations

from dataclasses import dataclass

from core.instruments import InstrumentRecord
from core.lengths import Elevation, Length, Style
from core.piers import Bearing, HoleDepths
from core.setups import Doubt
from core.tasks import Task
from core.uncertainty import SureVerdict, sure_verdict
from core.verdicts import Tolerance

BOTTOMS = frozenset([Task.FOOTING_BOTTOM])


@dataclass(frozen=True, slots=True)
class ShotFact:
    """The reading that counts at a point, in the fine pass.

    ``half_width`` is U, ``step`` what the rod is read to.
    """

    elevation: Elevation
    half_width: float
    step: Length
    is_doubted: bool = False


@dataclass(frozen=True, slots=True)
class PointFact:
    """A point of what is poured: what it is set to, and what was shot there; None for neither."""

    name: str
    task: Task
    target: Elevation | None
    tolerance: Tolerance
    shot: ShotFact | None

    @property
    def sound(self) -> ShotFact | None:
        """The reading that counts, None where there is none out of doubt."""
        return None if self.shot is None or self.shot.is_doubted else self.shot

    @property
    def off(self) -> Length | None:
        """How far it lies above its target, None where that is not known."""
        if self.sound is None or self.target is None:
            return None
        return self.sound.elevation - self.target

    @property
    def verdict(self) -> SureVerdict | None:
        """Its verdict, None where it is not known."""
        off, shot = self.off, self.sound
        if off is None or shot is None:
            return None
        return sure_verdict(off, self.tolerance, shot.half_width)


@dataclass(frozen=True, slots=True)
class HoleFact:
    """A pier's hole: its ground and its bottom as points, and what was found in it."""

    ground: PointFact | None
    bottom: PointFact
    bearing: Bearing | None = None
    is_cleaned: bool = False


@dataclass(frozen=True, slots=True)
class ElementFact:
    """An element: its points, and what a row of piers or a footing is asked besides.

    ``floor`` is the key of the floor it follows. ``concrete`` is what it takes, ordered with its
    waste, 0 for none; None while nobody knows. ``depths`` are a row of piers' own.
    """

    name: str
    points: tuple[PointFact, ...] = ()
    is_poured: bool = True
    floor: str | None = None
    concrete: float | None = 0.0
    holes: tuple[HoleFact, ...] = ()
    depths: HoleDepths | None = None

    @property
    def has_bottoms(self) -> bool:
        """Whether it is a footing or a pad: concrete on a bottom that was dug for it."""
        return any(point.task in BOTTOMS for point in self.points)

    @property
    def is_dug(self) -> bool:
        """Whether it stands in the ground, and so tells nothing of where a floor ends."""
        return self.has_bottoms or bool(self.holes)


@dataclass(frozen=True, slots=True)
class StoneFact:
    """A point of the stone under a floor; how thick the slab would be over it and at least."""

    point: PointFact
    thickness: Length | None
    least: Length


@dataclass(frozen=True, slots=True)
class NoticeFact:
    """Where a floor's notice stands with its customer."""

    is_acknowledged: bool
    why: str


@dataclass(frozen=True, slots=True)
class FloorFact:
    """A floor: its stone, what it takes in the unit it is ordered in, and the customer's word.

    ``order`` is None while its shots make no take-off; ``extra`` is over the nominal and
    ``extra_text`` how it is told. ``asks_for_shots`` says why more shots are needed, empty where
    they are not.
    """

    key: str
    name: str
    stone: tuple[StoneFact, ...]
    order: float | None = None
    extra: float = 0.0
    extra_text: str = ""
    asks_for_shots: str = ""
    notice: NoticeFact | None = None


@dataclass(frozen=True, slots=True)
class SetUpFact:
    """A set-up: when its benchmark was found good last, and its doubt."""

    number: int
    instrument: str
    doubt: Doubt
    good_at: float


@dataclass(frozen=True, slots=True)
class InstrumentFact:
    """An instrument that readings in use rest on, or that stands there now."""

    name: str
    record: InstrumentRecord


@dataclass(frozen=True, slots=True)
class AnswerFact:
    """What a person said: whether it is a good answer, and what it was given for.

    That is the extra as it was told, or the unit concrete is ordered in.
    """

    answer: str
    is_good: bool
    by: str
    given_for: str = ""


@dataclass(frozen=True, slots=True)
class PourFacts:
    """A pour with everything its list rests on.

    ``latest`` is the set-up made last. ``answers`` are by what was asked: ordered, extra,
    inspection, strip, frost.
    """

    now: float
    pours_at: float
    style: Style
    unit: str
    strictly: bool
    reread_minutes: int
    floors: tuple[FloorFact, ...] = ()
    elements: tuple[ElementFact, ...] = ()
    instruments: tuple[InstrumentFact, ...] = ()
    latest: SetUpFact | None = None
    answers: tuple[tuple[str, AnswerFact], ...] = ()

    def answer(self, asked: str) -> AnswerFact | None:
        """What was said to a question, None for nothing."""
        return dict(self.answers).get(asked)

    @property
    def poured(self) -> tuple[ElementFact, ...]:
        """The elements that are poured."""
        return tuple(one for one in self.elements if one.is_poured)

    @property
    def in_scope(self) -> tuple[ElementFact, ...]:
        """The elements that are poured, and those that follow a floor that is."""
        floors = {floor.key for floor in self.floors}
        return tuple(one for one in self.elements if one.is_poured or one.floor in floors)
