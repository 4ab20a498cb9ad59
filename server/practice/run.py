"""A lesson in progress, kept in memory: the page keeps what was done, and does it again."""

from __future__ import annotations

from dataclasses import dataclass, field
from uuid import UUID, uuid5

from core.lengths import Length, Style
from core.rods import GRADUATIONS
from core.rods import Rod as CoreRod
from core.rods.rod import Numbering
from server.common.refusals import Missing
from simulation.practice.lesson import Lesson, Task
from simulation.practice.lessons import BY_KEY
from simulation.practice.lessons.open_site import OPEN_SITE, Chosen, open_scene
from simulation.practice.on_site import OnSite, begin
from simulation.practice.record import Entry, Noted, Read, Record
from simulation.practice.rod import Zero
from simulation.practice.scene import Scene

#: The units of a lesson's papers, by how its rod is printed.
STYLES = {
    "ft-in/8": "ft-in/8", "ft-in/16": "ft-in/16", "ft/100": "ft", "in/8": "in/8", "in/16": "in/16",
    "in/32": "in/32", "m/cm": "m", "mm": "mm",
}  # fmt: skip
NUMBERINGS = {
    Zero.FOOT: Numbering.UP, Zero.TOP: Numbering.DOWN, Zero.CENTER: Numbering.CENTRE_ZERO,
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Booked:
    """Something in the job's book: how everything stood as it was written, and after how much."""

    entry: Read | Noted
    after: int


@dataclass(slots=True)
class Run:
    """A person's lesson: where everything stands, what was written down, which hints were asked."""

    job: UUID
    lesson: Lesson
    scene: Scene
    state: OnSite
    entries: list[Entry] = field(default_factory=list)
    typed: dict[str, str] = field(default_factory=dict)
    hints: set[str] = field(default_factory=set)
    shown: set[str] = field(default_factory=set)
    done: set[UUID] = field(default_factory=set)
    is_over: bool = False
    booked: dict[UUID, Booked] = field(default_factory=dict)

    def key(self, *names: str) -> UUID:
        """Return the key of something of this lesson's job: the same for the same names."""
        return uuid5(self.job, " ".join(names))

    @property
    def record(self) -> Record:
        """All that was written down, here or in the job's book, in its order."""
        entries: list[Entry] = []
        booked = sorted(self.booked.values(), key=lambda one: one.after)
        for number, entry in enumerate([*self.entries, None]):
            while booked and booked[0].after <= number:
                entries.append(booked.pop(0).entry)
            if entry is not None:
                entries.append(entry)
        return Record(tuple(entries))

    @property
    def tasks(self) -> tuple[Task, ...]:
        """What there is to do, in its order."""
        return self.lesson.tasks(self.scene)

    @property
    def style(self) -> Style:
        """The units of the lesson's papers."""
        return Style.from_code(STYLES[self.scene.gear.rod.marking])

    @property
    def rod(self) -> CoreRod:
        """The rod as its record says it is."""
        own = self.scene.gear.rod
        length = length_of(own.length)
        return CoreRod(NUMBERINGS[own.zero], GRADUATIONS[own.marking], length)


def floor_of(run: Run) -> tuple[tuple[float, float], ...]:
    """Return the corners of the floor that is laid out on a site, metres; none where none is."""
    scene = run.scene
    around = scene.figure("around", 0.0)
    if around <= 0:
        return ()
    length, width = scene.amount("length"), scene.amount("width")
    corners = ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))
    return tuple((around + x, around + y) for x, y in corners)


def length_of(metres: float) -> Length:
    """Return a length of the simulated site, to the nanometre."""
    return Length(round(metres * 1e9))


#: The lessons begun on this phone since it was started, by their job.
_RUNS: dict[UUID, Run] = {}


def runs() -> tuple[Run, ...]:
    """Return every lesson that was begun here."""
    return tuple(_RUNS.values())


def forget_all() -> None:
    """Forget every lesson: what the page kept of them is done again from the beginning."""
    _RUNS.clear()


def begin_run(job: UUID, lesson: str, seed: int, chosen: Chosen | None = None) -> Run:
    """Begin a lesson on a site of a seed; the same key again is the same lesson.

    ``chosen`` is of the open site alone.
    """
    if job not in _RUNS:
        found = BY_KEY.get(lesson)
        if found is None:
            raise unknown("lesson", lesson)
        is_open = found is OPEN_SITE and chosen is not None
        scene = open_scene(seed, chosen) if is_open and chosen else found.scene(seed)
        _RUNS[job] = Run(job, found, scene, begin(scene))
    return _RUNS[job]


def run_of(job: UUID) -> Run:
    """Return a lesson in progress; raises :class:`Missing` where there is none."""
    if job not in _RUNS:
        raise unknown("lesson", str(job))
    return _RUNS[job]


def unknown(what: str, typed: str) -> Missing:
    """Return the refusal of something that is not there."""
    return Missing(typed, f"There is no such {what}.", "Choose one of the practice page.")
