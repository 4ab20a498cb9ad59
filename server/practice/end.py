"""The end of a lesson: what was true, what was read and said, and what to do next time."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import format_deviation, format_length
from core.orders import CUBIC_METRES_PER_CUBIC_YARD
from server.practice.answering import unit_of
from server.practice.doing import in_units
from server.practice.run import Run, length_of, run_of
from server.practice.sheets import asked
from server.practice.words import FAULTS, SLIPS
from server.refusals import Denied
from simulation.practice.judge import Debrief, ReadingTold, TaskTold, debrief
from simulation.practice.lesson import Task, TaskKind
from simulation.practice.slips import Slip

#: What a hint takes off, and how many points a task brings.
HINT, TASK = 5, 10
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


class DebriefSheet(TypedDict):
    """What is told at the end; points out of how many."""

    is_passed: bool
    points: int
    of: int
    answers: list[AnswerShown]
    readings: list[ReadingShown]
    slips: list[SlipShown]
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
    tasks = {one.key: one for one in run.tasks}
    right = sum(one.is_right for one in told.tasks)
    points = max(0, TASK * right - HINT * len(run.hints))
    return {
        "is_passed": told.is_passed,
        "points": points,
        "of": TASK * len(told.tasks),
        "answers": [_answer(run, tasks[one.key], one) for one in told.tasks],
        "readings": [_reading(run, one) for one in told.readings],
        "slips": [
            {"words": SLIPS[one], "was_noticed": _was_noticed(run, one)}
            for one in run.scene.slipped.kinds
        ],
        "mistakes": [FAULTS[one][0] for one in told.faults],
        "next_time": _next_time(told),
    }


def _next_time(told: Debrief) -> list[str]:
    learned = [FAULTS[one][1] for one in told.faults]
    if any(one.answered is None for one in told.tasks):
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
        amount = value if run.style.kind.is_metric else value / CUBIC_METRES_PER_CUBIC_YARD
        return f"{amount:.2f} {unit_of(run)}"
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


def _was_noticed(run: Run, slip: Slip) -> bool:
    """Whether the person did what finds it, or puts it right."""
    state = run.state
    stood = len(run.record.stood())
    found = {
        Slip.COARSE: not state.is_coarse,
        Slip.UPSIDE_DOWN: not state.is_upside_down,
        Slip.SECTION_SHORT: state.is_home,
        Slip.KNOCKED: stood > 1,
        Slip.SINKS: stood > 1,
    }
    return found.get(slip, debrief(run.lesson, run.scene, run.record).is_passed)
