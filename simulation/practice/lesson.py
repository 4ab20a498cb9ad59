"""What a lesson is: a site, tasks in their order, and the mistakes it can tell a person of."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from simulation.practice.faults import Fault
from simulation.practice.record import Read, Record
from simulation.practice.scene import Scene


class TaskKind(StrEnum):
    """What a task asks for."""

    READ = "read"
    HEIGHT = "height"
    STAND = "stand"
    MARK = "mark"
    LENGTH = "length"
    VOLUME = "volume"
    CHOICE = "choice"


@dataclass(frozen=True, slots=True)
class Expected:
    """The right answer, what each mistake would give in its place, and how near is near enough."""

    right: float | str
    mistakes: Mapping[Fault, float | str] = field(default_factory=dict)
    within: float = 0.0


@dataclass(frozen=True, slots=True)
class Task:
    """One thing to do; a ``{}`` of what it asks stands for one of its lengths, metres.

    ``expects`` works out the answer from what was read before, as a person has to; None where
    what was written does not suffice yet. ``hint`` costs points. One that reads a benchmark again
    is ``is_again``; one that asks to stand the instrument up names what to stand near as its spot.
    Where a spot is read from several stands, ``finds`` says which reading is the task's own.
    """

    key: str
    kind: TaskKind
    asks: str
    expects: Callable[[Scene, Record], Expected | None]
    spot: str = ""
    lengths: tuple[float, ...] = ()
    choices: tuple[tuple[str, str], ...] = ()
    hint: str = ""
    is_again: bool = False
    finds: Callable[[Scene, Record], Read | None] | None = None


@dataclass(frozen=True, slots=True)
class Lesson:
    """One thing to learn, and one sentence of why.

    ``about`` are the mistakes it is about; ``watches`` finds those that show in how something was
    done, and not in what came of it. One that ``is_on_the_job`` is written down in a job's own
    screens, the floor and its benchmarks laid out there.
    """

    key: str
    title: str
    learn: str
    why: str
    minutes: int
    about: tuple[Fault, ...]
    scene: Callable[[int], Scene]
    tasks: Callable[[Scene], tuple[Task, ...]]
    watches: dict[Fault, Callable[[Scene, Record], bool]] = field(default_factory=dict)
    is_on_the_job: bool = False


def near_enough(scene: Scene, readings: int = 2) -> float:
    """How far apart a careful person's figure of so many readings and the truth may be, metres."""
    gear = scene.gear
    return readings * (gear.receiver.fine + gear.rod.step / 2) + gear.rod.step / 2 + 0.0005


def is_right(answered: float | str, expected: Expected) -> bool:
    """Whether an answer is the right one, as near as it has to be."""
    return is_like(answered, expected.right, expected)


def is_like(answered: float | str, gives: float | str, expected: Expected) -> bool:
    """Whether an answer is what something gives, as near as it has to be."""
    if isinstance(answered, str) or isinstance(gives, str):
        return answered == gives
    return abs(answered - gives) <= expected.within
