"""A scripted person who does a lesson: with care, or with one mistake that the lesson is about."""

from __future__ import annotations

from collections.abc import Callable
from math import cos, radians
from random import Random

from simulation.ground import Place
from simulation.practice.acts import (
    Act,
    Carry,
    Center,
    DrawOut,
    Focus,
    KickAway,
    Lift,
    SetLegs,
    Slide,
    StandUp,
    Switch,
    Turn,
    TurnScrews,
    act,
)
from simulation.practice.faults import Fault
from simulation.practice.lesson import Lesson, Task, TaskKind, is_right, near_enough
from simulation.practice.lessons.parts import tenths_as_inches
from simulation.practice.lessons.trust import tells
from simulation.practice.on_site import Holding, OnSite, begin, height_of
from simulation.practice.receiver import Shows
from simulation.practice.record import (
    Entry,
    MarkMade,
    Purpose,
    Read,
    Record,
    Said,
    StoodUp,
)
from simulation.practice.stand import unseen_at

#: How long each thing takes, seconds.
A_WHILE = 20.0
LOWEST, HIGHEST = 0.95, 1.9
#: How much of the rod is left free at its ends, metres.
FREE = 0.05


#: Tasks that need the instrument to stand.
ON_THE_SITE = (TaskKind.READ, TaskKind.HEIGHT, TaskKind.MARK)


class Stuck(Exception):
    """The person found no way to do a task."""


class Player:
    """One person on one site, who writes down what they do."""

    def __init__(self, lesson: Lesson, seed: int, fault: Fault | None = None) -> None:
        self.lesson, self.fault = lesson, fault
        #: Whether the mistake was made: on some sites it makes no difference.
        self.erred = False
        self.scene = lesson.scene(seed)
        self.state: OnSite = begin(self.scene)
        self.rng = Random(f"player {seed}")
        self.entries: list[Entry] = []
        #: All that was done, in its order.
        self.did: list[Act] = []

    @property
    def record(self) -> Record:
        """What was written down so far."""
        return Record(tuple(self.entries))

    def play(self) -> Record:
        """Do the whole lesson."""
        tasks = self.lesson.tasks(self.scene)
        if tasks[0].kind is not TaskKind.STAND:
            self.stand_up(tuple(self.scene.spots))
        for task in tasks:
            self.do_task(task)
        return self.record

    def do(self, done: Act) -> None:
        """Do one thing."""
        self.did.append(done)
        self.state = act(self.state, done, self.state.seconds + A_WHILE)

    def stand_up(
        self, seen: tuple[str, ...], within: Callable[[Place], bool] = lambda _: True
    ) -> None:
        """Stand the instrument up where some spots see it, as high as suits them."""
        length, width = self.scene.size
        for _ in range(4000):
            place = Place(self.rng.uniform(0, length), self.rng.uniform(0, width))
            height = self.rng.uniform(LOWEST, HIGHEST)
            if not within(place) or not self._suits(place, height, seen):
                continue
            self.do(StandUp(place, height))
            for _ in range(3):
                self.do(SetLegs())
            if self.state.is_optical and self.state.stand is not None:
                self.do(TurnScrews(*self.state.stand.bubble))
            if all(self._is_seen(self.scene.spots[spot]) for spot in seen):
                self.entries.append(StoodUp(self.state))
                return
        raise Stuck(self.lesson.key)

    def _is_seen(self, at: Place) -> bool:
        truth = self.scene.gear.instrument
        later = self.state.seconds + A_WHILE
        return unseen_at(truth, self.state.stand, self.scene.walls, at, later) is None

    def _suits(self, place: Place, height: float, seen: tuple[str, ...]) -> bool:
        """Whether it reaches, and the beam would cross the rod at every spot and on its marks."""
        beam = self.scene.surface.elevation(place) + height
        top = self.scene.gear.rod.sections[0] - FREE
        gear = self.scene.gear.instrument
        away = [place.distance(self.scene.spots[spot]) for spot in seen]
        benches = [mark.elevation for mark in self.scene.marks if mark.name in seen]
        levels = [target.level for target in self.scene.targets if target.name in seen]
        ground = [self.scene.surface.elevation(self.scene.spots[one]) for one in seen]
        if min(away) < gear.nearest or max(away) > gear.farthest:
            return False
        crossings = [abs(beam - bench) for bench in benches] + [beam - level for level in levels]
        return all(FREE < crossing < top for crossing in crossings) and beam > max(ground) - 3.0

    def do_task(self, task: Task) -> None:
        """Do one task; the instrument is stood up first where it stands nowhere."""
        if self.state.stand is None and task.kind in ON_THE_SITE:
            self.stand_up(tuple(self.scene.spots))
        if task.kind is TaskKind.STAND:
            self._stand_for(task)
        elif task.is_again:
            self._read_again(task.spot)
        elif task.kind in (TaskKind.READ, TaskKind.HEIGHT):
            if self.fault is Fault.NEVER_CLOSES and task.key == "fore-3":
                self.erred = True
            else:
                self.read(task.spot, is_behind=task.key.startswith("back"))
        elif task.kind is TaskKind.MARK:
            self.mark(task.spot)
        else:
            self.say(task)

    def _stand_for(self, task: Task) -> None:
        """Stand where a task asks for: near a spot, between two, or half-way between all."""
        names = tuple(task.spot.split())
        self.erred |= len(names) == 1 and self.fault is Fault.CHECKS_HALF_WAY
        seen = names if len(names) > 1 else tuple(self.scene.spots)
        first, last = (self.scene.spots[one] for one in (seen[0], seen[-1]))
        if len(names) == 1 and self.fault is not Fault.CHECKS_HALF_WAY:
            there = self.scene.spots[names[0]]
            nearest = self.scene.gear.instrument.nearest
            self.stand_up(seen, lambda at: nearest < at.distance(there) < nearest + 1.5)
        else:
            apart = first.distance(last)
            self.stand_up(
                seen,
                lambda at: (
                    abs(at.distance(first) - at.distance(last)) < 0.1 * apart
                    and at.distance(first) < 0.7 * apart
                ),
            )

    def _read_again(self, spot: str) -> None:
        """Read the benchmark again; where it reads otherwise, begin anew and shoot all again."""
        if self.fault is Fault.SKIPS_THE_REREAD:
            self.erred = True
            return
        first = self.record.last(spot, Purpose.BACKSIGHT)
        again = self.read(spot, purpose=Purpose.REREAD)
        if first is None or abs(again - first.typed) <= tells(self.scene):
            return
        if self.fault is Fault.IGNORES_THE_KNOCK:
            self.erred = True
            return
        shot = [read.spot for read in self.record.reads(Purpose.SHOT)]
        self.stand_up(tuple(self.scene.spots))
        self.read(spot)
        for point in dict.fromkeys(shot):
            self.read(point)
        self.read(spot, purpose=Purpose.REREAD)

    def carry(self, spot: str) -> None:
        """Carry the rod to a spot and hold it well, the receiver switched as it ought to be."""
        bench = next((mark for mark in self.scene.marks if mark.name == spot), None)
        assert self.state.stand is not None
        beam = self.state.stand.ground + self.state.stand.height
        is_above = bench is not None and bench.elevation > beam
        self.do(Carry(spot, Holding.UPSIDE_DOWN if is_above else Holding.STANDING))
        if self.state.is_on_a_clod and self.fault is not Fault.ON_A_CLOD:
            self.do(KickAway())
        self.do(Center())
        if self.state.is_upside_down:
            self.do(Turn())
        self.do(Switch(is_coarse=self.fault is Fault.LEFT_ON_COARSE))
        self.erred |= self.state.is_coarse or self.state.is_on_a_clod

    def read(self, spot: str, purpose: Purpose | None = None, *, is_behind: bool = False) -> float:
        """Read the rod at a spot, and write it down."""
        self.carry(self._where_for(spot))
        if self.state.crossing > self.state.rod.reach - FREE:
            self.do(DrawOut(len(self.scene.gear.rod.sections)))
        rod = self.state.rod
        typed = round(rod.value(self._crossed()) / rod.step) * rod.step
        if self.fault is Fault.TENTHS_AS_INCHES:
            self.erred |= abs(tenths_as_inches(typed) - typed) > near_enough(self.scene, 1)
            typed = tenths_as_inches(typed)
        purpose = purpose or self._purpose(spot, is_behind=is_behind)
        self.entries.append(Read(self.state, purpose, typed, of=spot))
        return typed

    def _crossed(self) -> float:
        """Return where on the rod the beam is, as the person finds it; metres above its foot."""
        if not self.state.is_optical:
            self.do(Slide(self._about(self.state.crossing)))
            self._must_be_steady()
            return self.state.at
        assert self.state.stand is not None
        away = self.state.stand.place.distance(self.state.place)
        self.do(Focus((away * max(self.state.focus, 1.0)) ** 0.5))
        self.do(Focus(away))
        if not self.state.seen():
            raise Stuck(f"{self.state.spot}: {self.state.unseen}")
        return self.state.crossing

    def _where_for(self, spot: str) -> str:
        """Return where the rod is carried: who writes for another point reads the one before."""
        before = self.state.spot
        if self.fault is not Fault.WRITES_FOR_ANOTHER or before not in self._points:
            return spot
        self.erred = True
        return before

    @property
    def _points(self) -> set[str]:
        return {target.name for target in self.scene.targets}

    def _purpose(self, spot: str, *, is_behind: bool) -> Purpose:
        is_bench = any(mark.name == spot for mark in self.scene.marks)
        has_one = any(
            read.state.stands == self.state.stands for read in self.record.reads(Purpose.BACKSIGHT)
        )
        return Purpose.BACKSIGHT if (is_bench or is_behind) and not has_one else Purpose.SHOT

    def mark(self, spot: str) -> None:
        """Mark the height that the clamp is set for on a stake, where that can be done."""
        at = self._clamp(spot)
        if not 0 <= at <= self.state.rod.reach:
            return
        self.carry(spot)
        self.do(Slide(at))
        up = (self.state.crossing - at) * cos(radians(self.state.lean))
        foot = self.state.foot() + self._about(up)
        above = foot - height_of(self.scene, spot, self.state.walks)
        if not 0 <= above <= self.scene.stake:
            return
        self.do(Lift(above))
        self._must_be_steady()
        self.entries.append(MarkMade(self.state))

    def _clamp(self, spot: str) -> float:
        """Return where the receiver is clamped for a spot: as it was, or as was said last."""
        said = [entry for entry in self.entries if isinstance(entry, Said)]
        if not said:
            return self.state.at
        rod = self.scene.gear.rod
        if said[-1].task == "beam":
            told = self.scene.target(spot).level + self.scene.told_by
            return said[-1].amount - told
        return rod.height_at(said[-1].amount)

    def say(self, task: Task) -> None:
        """Work an answer out, and say it."""
        expected = task.expects(self.scene, self.record)
        if expected is None:  # it can't be known: they say something all the same
            choice = task.choices[0][0] if task.choices else ""
            self.entries.append(Said(self.state, task.key, choice=choice))
            return
        answer = expected.mistakes.get(self.fault, expected.right) if self.fault else expected.right
        self.erred |= not is_right(answer, expected)
        if isinstance(answer, str):
            self.entries.append(Said(self.state, task.key, choice=answer))
        else:
            self.entries.append(Said(self.state, task.key, amount=answer))

    def _about(self, height: float) -> float:
        """A height somewhere within the receiver's band, as one stops sliding."""
        return height + 0.95 * self.rng.uniform(-1, 1) * self.state.receiver.half_band

    def _must_be_steady(self) -> None:
        told = self.state.told()
        if not told.is_steady and told.shows is not Shows.LEVEL:
            raise Stuck(f"{self.state.spot}: {self.state.unseen}")
