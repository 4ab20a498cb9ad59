"""Shows how a task is done: what a careful person would do next, from where things stand."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any, TypedDict

from core.lengths import Reading, format_length
from server.common.refusals import Conflict
from server.practice.answering import as_ordered, task_of
from server.practice.run import Run, length_of
from simulation.practice.acts import (
    Act,
    Carry,
    Center,
    Click,
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
)
from simulation.practice.lesson import Task, TaskKind
from simulation.practice.player import Player, Stuck
from simulation.practice.record import Purpose, Read, Said


class StepShown(TypedDict):
    """One thing that is done, as a page does it itself; metres and degrees, 0 where it has none."""

    kind: str
    spot: str
    holding: str
    x: float
    y: float
    height: float
    receiver: float
    above: float
    focus: float
    pair: float
    single: float
    sections: int


class ShownSheet(TypedDict):
    """What is done for a task, one after another, and what is written down or chosen then."""

    steps: list[StepShown]
    typed: str
    choice: str


def show(run: Run, task_key: str) -> ShownSheet:
    """Show a task, which costs what it would bring.

    Raises :class:`Conflict` once the lesson is over, and where it can't be done from here.
    """
    task = task_of(run, task_key)
    if run.is_over:
        raise Conflict(task.key, "The lesson is over.", "Begin it again, or another one.")
    player = _player(run)
    before = len(player.entries)
    try:
        if task.is_again:
            player.read(task.spot, Purpose.REREAD)
        else:
            player.do_task(task)
    except Stuck as stuck:
        raise Conflict(
            task.key, "From where the instrument stands it can't be done.", "Stand it up elsewhere."
        ) from stuck
    run.shown.add(task.key)
    steps = [_step(done) for done in player.did]
    typed, choice = _written(run, task, player, before)
    return {"steps": _with_a_mark(task, steps), "typed": typed, "choice": choice}


def _player(run: Run) -> Player:
    player = Player(run.lesson, run.scene.seed)
    player.scene, player.state = run.scene, run.state
    player.entries = list(run.record.entries)
    reads = [entry for entry in player.entries if isinstance(entry, Read)]
    if reads:  # the receiver stays clamped where it was read
        clamped = run.scene.gear.rod.height_at(reads[-1].typed)
        player.state = replace(run.state, at=clamped)
    return player


def _written(run: Run, task: Task, player: Player, before: int) -> tuple[str, str]:
    new = player.entries[before:]
    said = next((one for one in new if isinstance(one, Said)), None)
    read = next((one for one in new if isinstance(one, Read)), None)
    if said is not None and task.kind is TaskKind.CHOICE:
        return "", said.choice
    if said is not None and task.kind is TaskKind.VOLUME:
        return f"{as_ordered(run, said.amount):.2f}", ""
    if said is not None:
        return format_length(length_of(said.amount), run.style), ""
    if read is not None:
        return run.rod.write(Reading(length_of(read.typed).nanometres)), ""
    return "", ""


def _with_a_mark(task: Task, steps: list[StepShown]) -> list[StepShown]:
    """A lifted rod ends in a pencil line, as the page makes one."""
    if task.kind is not TaskKind.MARK or not steps or steps[-1]["kind"] != "lift":
        return steps
    slides = [step["receiver"] for step in steps if step["kind"] == "slide"]
    mark: StepShown = {**steps[-1], "kind": "mark", "receiver": slides[-1]}
    return [*steps, mark]


NO_STEP: StepShown = {
    "kind": "", "spot": "", "holding": "standing", "x": 0.0, "y": 0.0, "height": 0.0,
    "receiver": 0.0, "above": 0.0, "focus": 0.0, "pair": 0.0, "single": 0.0, "sections": 0,
}  # fmt: skip
_STEPS: dict[type, Callable[[Any], dict[str, Any]]] = {
    StandUp: lambda done: {
        "kind": "stand-up", "x": done.place.x, "y": done.place.y, "height": done.height,
    },
    SetLegs: lambda _: {"kind": "set-legs"},
    TurnScrews: lambda done: {"kind": "screws", "pair": done.pair, "single": done.single},
    Focus: lambda done: {"kind": "focus", "focus": done.to},
    Carry: lambda done: {"kind": "carry", "spot": done.spot, "holding": done.holding.value},
    Center: lambda _: {"kind": "center"},
    KickAway: lambda _: {"kind": "kick-away"},
    Switch: lambda done: {"kind": "coarse" if done.is_coarse else "fine"},
    Turn: lambda _: {"kind": "turn"},
    DrawOut: lambda done: {"kind": "draw-out", "sections": done.sections},
    Click: lambda _: {"kind": "click"},
    Slide: lambda done: {"kind": "slide", "receiver": done.to},
    Lift: lambda done: {"kind": "lift", "above": done.above},
}  # fmt: skip


def _step(done: Act) -> StepShown:
    step: StepShown = {**NO_STEP, **_STEPS[type(done)](done)}  # type: ignore[typeddict-item]
    return step
