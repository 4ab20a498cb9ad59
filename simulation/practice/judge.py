"""The end of a lesson: what was true, what was read and said, each mistake by its name."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from simulation.practice.faults import Fault
from simulation.practice.lesson import Lesson, Task, TaskKind, is_like, is_right
from simulation.practice.record import Purpose, Read, Record, heights_of
from simulation.practice.scene import Scene

EVERY = (Purpose.BACKSIGHT, Purpose.SHOT, Purpose.REREAD)


@dataclass(frozen=True, slots=True)
class ReadingTold:
    """A reading against what the rod really showed: metres, and in the rod's own steps."""

    spot: str
    typed: float
    true: float
    steps: float


@dataclass(frozen=True, slots=True)
class TaskTold:
    """A task: what was answered, what was right, whether it is, and the mistake it shows if any."""

    key: str
    answered: float | str | None
    right: float | str | None
    is_right: bool
    fault: Fault | None = None


@dataclass(frozen=True, slots=True)
class Debrief:
    """What is told at the end."""

    tasks: tuple[TaskTold, ...]
    readings: tuple[ReadingTold, ...]
    faults: tuple[Fault, ...]

    @property
    def is_passed(self) -> bool:
        """Whether every task was answered right, and nothing that it is about went wrong."""
        return all(task.is_right for task in self.tasks) and not self.faults


def debrief(lesson: Lesson, scene: Scene, record: Record) -> Debrief:
    """Hold what was written down against the truth."""
    tasks = [(task, _held(task, scene, record)) for task in lesson.tasks(scene)]
    often = Counter(fault for _, held in tasks for fault in held.shows)
    told = tuple(held.told(task, often) for task, held in tasks)
    shown = [one.fault for one in told if one.fault is not None]
    watches = lesson.watches | {Fault.WRITES_FOR_ANOTHER: wrote_for_another}
    watched = [fault for fault, shows in watches.items() if shows(scene, record)]
    return Debrief(told, _readings(record), tuple(dict.fromkeys([*shown, *watched])))


def wrote_for_another(_: Scene, record: Record) -> bool:
    """Whether a reading that stands was written down for a point the rod was not on."""
    return any(read.is_elsewhere for read in record.reads(*EVERY))


def _readings(record: Record) -> tuple[ReadingTold, ...]:
    return tuple(
        ReadingTold(
            read.spot, read.typed, read.typed - read.error, read.error / read.state.rod.step
        )
        for read in record.reads(*EVERY)
    )


@dataclass(frozen=True, slots=True)
class _Held:
    """An answer held against what was right, with every mistake that would give it."""

    answered: float | str | None
    right: float | str | None
    is_right: bool = False
    shows: tuple[Fault, ...] = ()

    def told(self, task: Task, often: Counter[Fault]) -> TaskTold:
        """Name the mistake: of several, the one that explains most of the answers."""
        fault = max(self.shows, key=lambda show: often[show], default=None)
        return TaskTold(task.key, self.answered, self.right, self.is_right, fault)


def _held(task: Task, scene: Scene, record: Record) -> _Held:
    answered = _answer(task, scene, record)
    expected = task.expects(scene, record)
    if answered is None or expected is None:
        return _Held(answered, None)
    if is_right(answered, expected):
        return _Held(answered, expected.right, is_right=True)
    shows = [
        fault for fault, gives in expected.mistakes.items() if is_like(answered, gives, expected)
    ]
    return _Held(answered, expected.right, shows=tuple(shows))


def _answer(task: Task, scene: Scene, record: Record) -> float | str | None:
    if task.kind is TaskKind.READ:
        read = read_for(task, scene, record)
        return None if read is None else read.typed
    if task.kind is TaskKind.HEIGHT:
        return heights_of(scene, record).get(task.spot)
    if task.kind is TaskKind.STAND:
        return "stood" if record.stood() else None
    if task.kind is TaskKind.MARK:
        made = record.marked(task.spot)
        return None if made is None else made.height
    said = record.said(task.key)
    if said is None:
        return None
    return said.choice if task.kind is TaskKind.CHOICE else said.amount


def read_for(task: Task, scene: Scene, record: Record) -> Read | None:
    """Return the reading a task asks for, None where it was not taken."""
    if task.kind is TaskKind.HEIGHT:
        return record.last(task.spot, Purpose.SHOT)
    if task.finds is not None:
        return task.finds(scene, record)
    return record.last(task.spot, *((Purpose.REREAD,) if task.is_again else EVERY))
