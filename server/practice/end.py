"""The end of a lesson: what was true, what was read and said, and what to do next time."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import format_deviation, format_length
from server.common.refusals import Denied
from server.practice.answering import as_ordered, unit_of
from server.practice.doing import in_units
from server.practice.run import Run, length_of, run_of
from server.practice.sheets import asked
from server.practice.words import FAULTS, SLIPS
from simulation.practice.cost import HARMLESS, Cost, cost_of
from simulation.practice.judge import Debrief, ReadingTold, TaskTold, debrief
from simulation.practice.lesson import Task, TaskKind
from simulation.practice.noticed import has_happened, was_noticed

#: What a hint takes off, and how many points a task brings.
HINT, TASK = 5, 10
#: Less concrete than this is told by nobody, in the unit it is ordered in.
LEAST_CONCRETE = 0.05
#: So many sentences of what to do next time are enough.
SENTENCES = 3
PASSED_ON = (
    "Do it again on another site: other ground, other gear.",
    "Say each answer before you look at the numbers.",
    "Then take the next lesson.",
)
UNANSWERED = "Write something down for every task before you end it."
NOT_PASSED_ON = (
    "Go through what is marked above, and find where the two numbers part.",
    "Do it again on this site until it is right, then on another one.",
    "A hint costs less than a wrong answer.",
)


class ReadingShown(TypedDict):
    """A reading against what the rod really showed."""

    spot: str
    typed: str
    true: str
    off: str
    steps: float


class AnswerShown(TypedDict):
    """A task's answer against the right one."""

    asks: str
    typed: str
    right: str
    is_right: bool
    mistake: str


class SlipShown(TypedDict):
    """Something that went wrong on the site, and whether it was noticed."""

    words: str
    was_noticed: bool


class PointShown(TypedDict):
    """A point's height as it was written, and as it is."""

    spot: str
    written: str
    true: str
    off: str
    is_near: bool


class CostShown(TypedDict):
    """What it would have cost had it been believed; minutes, and how long the lesson took."""

    concrete: str
    again: list[str]
    minutes: int
    took: int


class DebriefSheet(TypedDict):
    """What is told at the end; points out of how many."""

    is_passed: bool
    points: int
    of: int
    answers: list[AnswerShown]
    readings: list[ReadingShown]
    points_told: list[PointShown]
    slips: list[SlipShown]
    cost: CostShown
    mistakes: list[str]
    next_time: list[str]


def end(run: Run) -> DebriefSheet:
    """End a lesson, and tell the truth; ended twice it says the same."""
    run.is_over = True
    return debrief_sheet(run)


def told_at_the_end(run: Run) -> DebriefSheet:
    """Return what was told at the end; raises :class:`Denied` before it."""
    if not run.is_over:
        raise Denied(
            str(run_of(run.job).lesson.key),
            "What is true is told at the end.",
            "End the lesson first.",
        )
    return debrief_sheet(run)


def debrief_sheet(run: Run) -> DebriefSheet:
    """Hold what was written down against the truth, in the lesson's units."""
    told = debrief(run.lesson, run.scene, run.record)
    tasks = {task.key: task for task in run.tasks}
    cost = cost_of(run.scene, run.record)
    earned = sum(task.is_right and task.key not in run.shown for task in told.tasks)
    points = max(0, TASK * earned - HINT * len(run.hints - run.shown))
    return {
        "is_passed": told.is_passed and not run.shown,
        "points": points,
        "of": TASK * len(told.tasks),
        "answers": [_answer(run, tasks[task.key], task) for task in told.tasks],
        "readings": [_reading(run, reading) for reading in told.readings],
        "points_told": _points(run, cost),
        "slips": [
            {
                "words": SLIPS[kind],
                "was_noticed": was_noticed(kind, run.scene, run.record, run.state),
            }
            for kind in run.scene.slipped.kinds
            if has_happened(kind, run.state)
        ],
        "cost": _cost(run, cost),
        "mistakes": [FAULTS[fault][0] for fault in told.faults],
        "next_time": _next_time(told),
    }


def _next_time(told: Debrief) -> list[str]:
    learned = [FAULTS[fault][1] for fault in told.faults]
    if any(task.answered is None for task in told.tasks):
        learned.append(UNANSWERED)
    return [*learned, *(PASSED_ON if told.is_passed else NOT_PASSED_ON)][:SENTENCES]


def _answer(run: Run, task: Task, told: TaskTold) -> AnswerShown:
    return {
        "asks": asked(run, task),
        "typed": run.typed.get(task.key) or _shown(run, task, told.answered),
        "right": _shown(run, task, told.right),
        "is_right": told.is_right,
        "mistake": FAULTS[told.fault][0] if told.fault is not None else "",
    }


def _shown(run: Run, task: Task, value: float | str | None) -> str:
    """Write an answer as it would have been typed."""
    if value is None:
        return ""
    if isinstance(value, str):
        return dict(task.choices).get(value, "done" if task.kind is TaskKind.STAND else value)
    if task.kind is TaskKind.READ:
        return format_length(length_of(value), run.rod.graduation.style)
    if task.kind is TaskKind.VOLUME:
        return f"{as_ordered(run, value):.2f} {unit_of(run)}"
    if task.kind is TaskKind.MARK:
        return in_units(run, value + run.scene.told_by)
    return in_units(run, value)


def _reading(run: Run, told: ReadingTold) -> ReadingShown:
    style = run.rod.graduation.style
    off = length_of(told.typed - told.true)
    return {
        "spot": told.spot,
        "typed": format_length(length_of(told.typed), style),
        "true": format_length(length_of(told.true), style),
        "off": format_deviation(off, style),
        "steps": round(told.steps, 1),
    }


def _points(run: Run, cost: Cost) -> list[PointShown]:
    return [
        {
            "spot": point.spot,
            "written": in_units(run, point.written),
            "true": in_units(run, point.true),
            "off": format_deviation(length_of(point.off), run.style),
            "is_near": abs(point.off) <= HARMLESS,
        }
        for point in cost.points
    ]


def _cost(run: Run, cost: Cost) -> CostShown:
    amount = as_ordered(run, abs(cost.concrete))
    way = "too little" if cost.concrete > 0 else "too much"
    is_seen = amount >= LEAST_CONCRETE
    return {
        "concrete": f"{amount:.1f} {unit_of(run)} {way}" if is_seen else "",
        "again": list(cost.again),
        "minutes": cost.minutes,
        "took": cost.took,
    }
