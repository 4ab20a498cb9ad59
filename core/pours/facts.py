"""All that a pour's go / hold list rests on, as one frozen record (section 12).

Whoever keeps the records gathers the facts; the list is judged from them alone. Moments are
seconds on one clock, heights and thicknesses lengths, concrete in the unit it is ordered in.
``key`` is a record's own, by which it is known whatever it is called.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from math import inf

from core.design import FrostCover
from core.instruments import InstrumentRecord, found_out_of_true
from core.lengths import Elevation, Length, Style
from core.piers import Bearing, HoleDepths
from core.pours.faults import AcceptedFault
from core.setups import Doubt
from core.tasks import Task
from core.uncertainty import SureVerdict, sure_verdict
from core.verdicts import Tolerance

BOTTOMS = frozenset([Task.FOOTING_BOTTOM])
USUAL_FRESH_HOURS = 24
#: How far ahead of this clock another may run, seconds.
CLOCKS_APART = 300


@dataclass(frozen=True, slots=True)
class ShotFact:
    """A reading on a point: the height it gave, when, from which set-up, with which instrument.

    ``half_width`` is U in meters, ``step`` what the rod is read to. ``is_proven`` is whether its
    set-up's benchmark was found good after it.
    """

    elevation: Elevation
    half_width: float
    step: Length
    is_doubted: bool = False
    is_proven: bool = True
    moment: float = 0.0
    set_up: int = 0
    instrument: str = ""


@dataclass(frozen=True, slots=True)
class PointFact:
    """A point of what is poured: what it is set to, and what was shot there.

    ``shot`` is the fine reading that counts, ``before`` the fine one it was shot again for,
    ``rough`` a rough reading taken after it; None where there is none. ``target`` is None where
    nothing says what it is set to.
    """

    key: str
    name: str
    task: Task
    target: Elevation | None
    tolerance: Tolerance
    shot: ShotFact | None
    before: ShotFact | None = None
    rough: ShotFact | None = None

    @property
    def sound(self) -> ShotFact | None:
        """The reading that counts, None where there is none out of doubt."""
        return None if self.shot is None or self.shot.is_doubted else self.shot

    @property
    def off(self) -> Length | None:
        """How far it lies above its target, None where that is not known."""
        return self._off(self.sound)

    @property
    def verdict(self) -> SureVerdict | None:
        """Its verdict, None where it is not known."""
        return self.verdict_of(self.sound)

    def verdict_of(self, shot: ShotFact | None) -> SureVerdict | None:
        """Return what one of its readings says, None where nothing can be said."""
        off = self._off(shot)
        if off is None or shot is None:
            return None
        return sure_verdict(off, self.tolerance, shot.half_width)

    def _off(self, shot: ShotFact | None) -> Length | None:
        if shot is None or self.target is None:
            return None
        return shot.elevation - self.target


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

    ``floor`` is the key of the floor it follows. ``concrete`` is what it takes with its waste, 0
    for none; None while nobody knows. ``depths`` are a row of piers' own, None of one that has no
    holes. ``frost`` is what a footing or a pad is asked. ``is_wet`` is whether its screed points
    are wet pads, struck while it is poured.
    """

    key: str
    name: str
    points: tuple[PointFact, ...] = ()
    is_poured: bool = True
    floor: str | None = None
    concrete: float | None = 0.0
    holes: tuple[HoleFact, ...] = ()
    depths: HoleDepths | None = None
    frost: FrostCover | None = None
    is_wet: bool = False

    def of(self, tasks: Iterable[Task]) -> tuple[PointFact, ...]:
        """Return its points of some tasks."""
        wanted = frozenset(tasks)
        return tuple(point for point in self.points if point.task in wanted)


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
    """A floor: its stone, what it takes with its waste, and the customer's word.

    ``concrete`` is None while its shots make no take-off; ``extra`` is over the nominal and
    ``extra_text`` how it is told. ``asks_for_shots`` says why more shots are needed, empty where
    they are not.
    """

    key: str
    name: str
    stone: tuple[StoneFact, ...]
    concrete: float | None = None
    extra: float = 0.0
    extra_text: str = ""
    asks_for_shots: str = ""
    notice: NoticeFact | None = None


@dataclass(frozen=True, slots=True)
class SetUpFact:
    """A set-up: when its benchmark was found good, its backsight included, and its doubt.

    ``is_used`` is whether a height in use was carried by it. One that carried none is named only
    where an instrument in use stands there now: it may be read again before the pour.
    """

    key: str
    number: int
    doubt: Doubt
    good_reads: tuple[float, ...]
    is_used: bool = True

    def good_at(self, now: float) -> float:
        """Return when its benchmark was found good last, of the reads that do not lie ahead."""
        return max((read for read in self.good_reads if read <= now + CLOCKS_APART), default=-inf)


@dataclass(frozen=True, slots=True)
class CarriedFact:
    """A turning point or a kept benchmark that a set-up in use stands on, and its reading."""

    key: str
    name: str
    shot: ShotFact


@dataclass(frozen=True, slots=True)
class InstrumentFact:
    """An instrument that carried a height in use, and when it was read for that.

    ``is_standing`` is whether the set-up stands there that the benchmark is read again from.
    """

    key: str
    name: str
    record: InstrumentRecord
    read_at: tuple[float, ...] = ()
    is_standing: bool = False


@dataclass(frozen=True, slots=True)
class AnswerFact:
    """What a person said: whether it is a good answer, and what it was given for.

    ``unit`` is that of an amount; ``accepted`` are the faults that were shown when it was given.
    """

    key: str
    answer: str
    is_good: bool
    by: str
    unit: str = ""
    accepted: tuple[AcceptedFault, ...] = ()


@dataclass(frozen=True, slots=True)
class PourFacts:
    """A pour with everything its list rests on.

    ``cubic_metres`` is how much one unit of concrete is, ``order_step`` what it is sold by.
    ``answers`` are by what was asked: ordered, extra, over-dig, inspection, strip.
    """

    now: float
    pours_at: float
    style: Style
    unit: str
    cubic_metres: float
    order_step: float
    strictly: bool
    reread_minutes: int
    reread_tolerance: Length
    fresh_hours: int = USUAL_FRESH_HOURS
    floors: tuple[FloorFact, ...] = ()
    elements: tuple[ElementFact, ...] = ()
    instruments: tuple[InstrumentFact, ...] = ()
    set_ups: tuple[SetUpFact, ...] = ()
    carried: tuple[CarriedFact, ...] = ()
    answers: tuple[tuple[str, AnswerFact], ...] = field(default=())

    def answer(self, asked: str) -> AnswerFact | None:
        """What was said to a question, None for nothing."""
        return dict(self.answers).get(asked)

    @property
    def begins(self) -> float:
        """When it can begin at the earliest: the planned hour, or now where that is past."""
        return max(self.now, self.pours_at)

    @property
    def poured(self) -> tuple[ElementFact, ...]:
        """The elements that are poured."""
        return tuple(element for element in self.elements if element.is_poured)

    @property
    def in_scope(self) -> tuple[ElementFact, ...]:
        """The elements that are poured, and those that follow a floor that is."""
        floors = {floor.key for floor in self.floors}
        return tuple(
            element for element in self.elements if element.is_poured or element.floor in floors
        )

    @property
    def points(self) -> tuple[PointFact, ...]:
        """Every point of what is poured, holes and stone among them."""
        found = [point for element in self.in_scope for point in element.points]
        for element in self.in_scope:
            for hole in element.holes:
                found += [hole.bottom] if hole.ground is None else [hole.bottom, hole.ground]
        return (*found, *(stone.point for floor in self.floors for stone in floor.stone))

    def counts_as_on(self, point: PointFact) -> bool:
        """Whether a point is taken for on: as the crew counts close calls, or only if it is sure.

        It must be sure where its instrument was found out of true at the next check (section 4).
        What can't be judged is not on.
        """
        if point.verdict is None:
            return False
        return point.verdict.counts_as_on(strictly=self.strictly or self.must_be_sure(point))

    def must_be_sure(self, point: PointFact) -> bool:
        """Whether a point's reading was made with an instrument found out of true afterward."""
        shot = point.sound
        record = next(
            (known.record for known in self.instruments if shot and known.key == shot.instrument),
            None,
        )
        return bool(shot and record and found_out_of_true(record, shot.moment) is not None)
