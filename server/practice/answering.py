"""What a person answers to a task: a reading, a length, an amount of concrete, a choice."""

from __future__ import annotations

from uuid import UUID

from core.errors import RuleError
from core.lengths import parse_length
from core.orders import CUBIC_METRES_PER_CUBIC_YARD
from server.common.refusals import Conflict, Invalid, Problem
from server.practice.run import Run, unknown
from simulation.practice.lesson import Task, TaskKind
from simulation.practice.record import Purpose, Read, Said

MOST = 10_000.0


def answer(run: Run, key: UUID, task_key: str, typed: str, choice: str) -> None:
    """Write an answer down; the same key again is the same answer.

    Raises :class:`Invalid` for what can't be read, :class:`Conflict` once the lesson is over.
    """
    if key in run.done:
        return
    if run.is_over:
        raise Conflict(typed or choice, "The lesson is over.", "Begin it again, or another one.")
    task = task_of(run, task_key)
    if is_booked(run, task):
        raise Conflict(typed, "That is written down on the job.", "Type it on the job's screens.")
    if task.kind is TaskKind.CHOICE:
        run.entries.append(Said(run.state, task.key, choice=_chosen(task, choice)))
    elif task.kind in (TaskKind.READ, TaskKind.HEIGHT):
        run.entries.append(_reading(run, task, typed))
    elif task.kind is TaskKind.LENGTH:
        run.entries.append(Said(run.state, task.key, _length(run, typed)))
    elif task.kind is TaskKind.VOLUME:
        run.entries.append(Said(run.state, task.key, _volume(run, typed)))
    else:
        raise Conflict(task.key, "That is done on the site.", "Use the instrument and the rod.")
    run.typed[task.key] = typed or dict(task.choices)[choice]
    run.done.add(key)


def is_booked(run: Run, task: Task) -> bool:
    """Whether a task's reading is written down in the job's own book."""
    return run.lesson.is_on_the_job and task.kind in (TaskKind.READ, TaskKind.HEIGHT)


def task_of(run: Run, key: str) -> Task:
    """Return a task of a lesson by its key."""
    found = next((task for task in run.tasks if task.key == key), None)
    if found is None:
        raise unknown("task", key)
    return found


def hint(run: Run, task_key: str) -> None:
    """Show a task's hint, which costs points."""
    if task_of(run, task_key).hint:
        run.hints.add(task_key)


def _chosen(task: Task, choice: str) -> str:
    if choice not in dict(task.choices):
        words = ", ".join(words for _, words in task.choices)
        raise Invalid(
            Problem("choice", "unknown", choice, "That is no choice.", f"One of {words}.")
        )
    return choice


def _reading(run: Run, task: Task, typed: str) -> Read:
    """Read what was typed as a value of the rod's scale, at the spot the task asks for."""
    try:
        value = run.rod.read(typed)
    except RuleError as refused:
        raise Invalid(Problem.of("typed", refused)) from refused
    state = run.state
    if state.stand is None:
        raise Invalid(
            Problem("typed", "not-stood", typed, "There is no beam to read by.",
                    "Stand the instrument up first.")
        )  # fmt: skip
    if state.spot != task.spot:
        raise Invalid(
            Problem("typed", "elsewhere", typed,
                    f"The rod is {f'on {state.spot}' if state.spot else 'in the truck'}.",
                    f"Carry it to {task.spot} first.")
        )  # fmt: skip
    return Read(state, purpose_of(run, task), float(value.nanometres) / 1e9)


def purpose_of(run: Run, task: Task) -> Purpose:
    """Return what a reading is for: the first on a known height in a stand is its backsight."""
    if task.is_again:
        return Purpose.REREAD
    is_known = any(mark.name == task.spot for mark in run.scene.marks)
    has_one = any(
        read.state.stands == run.state.stands for read in run.record.reads(Purpose.BACKSIGHT)
    )
    return Purpose.BACKSIGHT if is_known and not has_one else Purpose.SHOT


def _length(run: Run, typed: str) -> float:
    try:
        return float(parse_length(typed, run.style.kind).nanometres) / 1e9
    except RuleError as refused:
        raise Invalid(Problem.of("typed", refused)) from refused


def _volume(run: Run, typed: str) -> float:
    """Read an amount of concrete: cubic yards, or cubic meters where the papers are metric."""
    try:
        amount = float(typed.strip().replace(",", ""))
    except ValueError:
        amount = -1.0
    if not 0 <= amount <= MOST:
        raise Invalid(
            Problem("typed", "no-amount", typed, "That is no amount of concrete.",
                    f"Type a number of {unit_of(run)}, such as 4.25.")
        )  # fmt: skip
    return amount * (1.0 if run.style.kind.is_metric else CUBIC_METRES_PER_CUBIC_YARD)


def as_ordered(run: Run, amount: float) -> float:
    """Return an amount of concrete, cubic metres, in the unit it is ordered in."""
    return amount if run.style.kind.is_metric else amount / CUBIC_METRES_PER_CUBIC_YARD


def unit_of(run: Run) -> str:
    """Return the unit concrete is ordered in."""
    return "cubic meters" if run.style.kind.is_metric else "cubic yards"
