"""What a page is told of a lesson: what is sensed and what was done, and no figure of the truth."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import TypedDict

from core.lengths import Reading
from core.rods import GRADUATIONS
from server.practice.answering import is_booked, unit_of
from server.practice.doing import in_units
from server.practice.lesson_sheets import ChoiceShown, LessonRow, lesson_row
from server.practice.run import Run, floor_of, length_of
from server.practice.words import (
    NOWHERE,
    ON_SITE,
    READ_AGAIN,
    SET_UP,
    SHOOT,
    TELLS,
    TURN,
    UNSEEN,
    Where,
)
from simulation.practice.judge import read_for
from simulation.practice.lesson import Task, TaskKind
from simulation.practice.on_site import LEAST_LEGS, MOST_LEGS, VIAL, OnSite
from simulation.practice.rod import Line
from simulation.practice.stand import COMPENSATES, LEVELING, Stand


class TaskShown(TypedDict):
    """A task, and whether something was written down for it; not whether that is right.

    ``where`` says in words where it is done, ``screen`` which of the job's screens that is.
    """

    key: str
    kind: str
    asks: str
    spot: str
    unit: str
    choices: list[ChoiceShown]
    has_hint: bool
    hint: str
    typed: str
    where: str
    screen: str
    is_done: bool


class SpotShown(TypedDict):
    """Where a rod can be stood; metres in plan, and what its tag says."""

    name: str
    what: str
    x: float
    y: float
    told: str
    is_known: bool


class PlaceShown(TypedDict):
    """A place on the plan, metres."""

    x: float
    y: float


class WallShown(TypedDict):
    """A wall from one place to another, metres."""

    x: float
    y: float
    to_x: float
    to_y: float


class StandShown(TypedDict):
    """Where the instrument stands: metres in plan; its height in words; what one sees of it.

    ``levels_in`` is how many seconds it takes to level itself, ``legs_out`` how far out its
    legs look, 0 to 1 where it can do the rest; ``bubble`` is where that of an optical level is,
    1 being the ring it belongs in.
    """

    x: float
    y: float
    height: str
    is_at_eye_level: bool
    legs_out: float
    levels_in: float
    bubble: PlaceShown | None


class NumberShown(TypedDict):
    """A whole number on the rod, and how high above its foot it stands, metres."""

    number: str
    height: float


class RodShown(TypedDict):
    """The rod: where it is, how it is held, how far it is drawn out; metres."""

    spot: str
    holding: str
    drawn_out: int
    sections: int
    reach: float
    receiver: float
    is_on_a_clod: bool
    has_bubble: bool
    bubble: float
    graduation: str
    numbers: list[NumberShown]


class ReceiverShown(TypedDict):
    """The receiver as one sees it, and what its record says."""

    tells: str
    words: str
    is_coarse: bool
    is_upside_down: bool


class PracticeSheet(TypedDict):
    """A lesson in progress."""

    job: str
    lesson: LessonRow
    seed: int
    length: float
    width: float
    stake: float
    legs: list[float]
    spots: list[SpotShown]
    walls: list[WallShown]
    floor: list[PlaceShown]
    is_on_the_job: bool
    is_optical: bool
    focus: float
    stand: StandShown | None
    rod: RodShown
    receiver: ReceiverShown
    tasks: list[TaskShown]
    is_over: bool


class LineShown(TypedDict):
    """A line on the rod: metres above the receiver's mark, how long (0 to 3), its number."""

    height: float
    size: int
    number: str
    is_whole: bool


class SensedSheet(TypedDict):
    """What one hears and sees with the receiver somewhere on the rod, or through a telescope.

    ``blur`` is 0 where the telescope is sharp, 1 where nothing is told apart; ``span`` is how
    much of the rod stands in it, metres; both 0 where none is looked through. ``whole`` is the
    whole number under its cross-hair.
    """

    unseen: str
    beeps: float
    is_steady: bool
    shows: str
    lines: list[LineShown]
    blur: float
    span: float
    whole: str


def practice_sheet(run: Run) -> PracticeSheet:
    """Return a lesson as it stands."""
    scene, state = run.scene, run.state
    return {
        "job": str(run.job),
        "lesson": lesson_row(run.lesson),
        "seed": scene.seed,
        "length": scene.size[0],
        "width": scene.size[1],
        "stake": scene.stake,
        "legs": [LEAST_LEGS, MOST_LEGS],
        "spots": _spots(run),
        "walls": [
            {"x": wall.begin.x, "y": wall.begin.y, "to_x": wall.end.x, "to_y": wall.end.y}
            for wall in scene.walls
        ],
        "floor": [{"x": x, "y": y} for x, y in floor_of(run)],
        "is_optical": state.is_optical,
        "focus": state.focus,
        "is_on_the_job": run.lesson.is_on_the_job,
        "stand": _stand(run),
        "rod": _rod(state),
        "receiver": {
            "tells": state.receiver.tells.value,
            "words": TELLS[state.receiver.tells],
            "is_coarse": state.is_coarse,
            "is_upside_down": state.is_upside_down,
        },
        "tasks": [_task(run, task) for task in run.tasks],
        "is_over": run.is_over,
    }


def _spots(run: Run) -> list[SpotShown]:
    known: list[SpotShown] = [
        {
            "name": mark.name, "what": mark.what, "x": mark.place.x, "y": mark.place.y,
            "told": in_units(run, mark.told), "is_known": True,
        }
        for mark in run.scene.marks
    ]  # fmt: skip
    others: list[SpotShown] = [
        {
            "name": target.name, "what": "", "x": target.place.x, "y": target.place.y,
            "told": "", "is_known": False,
        }
        for target in run.scene.targets
    ]  # fmt: skip
    return known + others


def _stand(run: Run) -> StandShown | None:
    stand = run.state.stand
    if stand is None:
        return None
    return {
        "x": stand.place.x,
        "y": stand.place.y,
        "height": in_units(run, round(stand.height, 2)),
        "is_at_eye_level": stand.is_at_eye_level,
        "legs_out": 0.0 if stand.levels else 1.0,
        "levels_in": LEVELING,
        "bubble": _bubble(run.state, stand),
    }


def _bubble(state: OnSite, stand: Stand) -> PlaceShown | None:
    if not state.is_optical:
        return None
    x, y = stand.bubble
    return {"x": round(x / COMPENSATES, 2), "y": round(y / COMPENSATES, 2)}


def _rod(state: OnSite) -> RodShown:
    has_bubble = state.scene.gear.has_bubble
    rod = state.rod
    printed = replace(rod, short_by=0.0)
    return {
        "spot": state.spot,
        "holding": state.holding.value,
        "drawn_out": state.drawn_out,
        "sections": len(rod.sections),
        # A section that is not home is not seen: what is drawn out is told as if it were.
        "reach": printed.reach,
        "receiver": state.at,
        "is_on_a_clod": state.is_on_a_clod,
        "has_bubble": has_bubble,
        "bubble": min(1.0, state.lean / VIAL) if has_bubble else 0.0,
        "graduation": GRADUATIONS[rod.marking].label,
        "numbers": [
            {"number": number.number, "height": number.height} for number in printed.numbers()
        ],
    }


def _task(run: Run, task: Task) -> TaskShown:
    unit = unit_of(run) if task.kind is TaskKind.VOLUME else ""
    where = _where(run, task)
    return {
        "key": task.key,
        "kind": task.kind.value,
        "asks": asked(run, task),
        "spot": task.spot,
        "unit": unit,
        "choices": [{"key": key, "words": words} for key, words in task.choices],
        "has_hint": bool(task.hint),
        "hint": task.hint if task.key in run.hints else "",
        "typed": run.typed.get(task.key, "") or _booked(run, task),
        "where": where.words,
        "screen": where.screen,
        "is_done": _is_done(run, task),
    }


def asked(run: Run, task: Task) -> str:
    """Return what a task asks, in the lesson's units."""
    return task.asks.format(*(in_units(run, length) for length in task.lengths))


def _booked(run: Run, task: Task) -> str:
    """Return what the job's book says for a task, as the rod's scale writes it."""
    read = read_for(task, run.scene, run.record) if is_booked(run, task) else None
    return "" if read is None else run.rod.write(Reading(length_of(read.typed).nanometres))


def _where(run: Run, task: Task) -> Where:
    if not is_booked(run, task):
        return ON_SITE.get(task.kind, NOWHERE)
    if task.is_again:
        return READ_AGAIN
    if task.spot in {mark.name for mark in run.scene.marks} or task.key.startswith("back"):
        return SET_UP
    return TURN if task.key.startswith("fore") else SHOOT


def _is_done(run: Run, task: Task) -> bool:
    if is_booked(run, task):
        return read_for(task, run.scene, run.record) is not None
    if task.kind is TaskKind.MARK:
        return run.record.marked(task.spot) is not None
    if task.kind is TaskKind.STAND:
        stands = [one.key for one in run.tasks if one.kind is TaskKind.STAND]
        return len(run.record.stood()) > stands.index(task.key)
    return task.key in run.typed


def _whole(state: OnSite) -> str:
    """Return the last whole number under the cross-hair, as one finds it down the rod."""
    if not state.is_optical or not state.spot or not state.seen():
        return ""
    below = [
        number
        for number in state.rod.numbers()
        if number.is_whole and number.height <= state.crossing
    ]
    return below[-1].number if below else ""


def sensed_sheet(state: OnSite) -> SensedSheet:
    """Return what is sensed where everything stands."""
    told, unseen = state.told(), state.unseen
    return {
        "unseen": UNSEEN[unseen] if unseen is not None else "",
        "beeps": told.beeps,
        "is_steady": told.is_steady,
        "shows": told.shows.value,
        "blur": round(state.blur, 3) if state.is_optical else 0.0,
        "span": state.span if state.is_optical else 0.0,
        "whole": _whole(state),
        "lines": lines_shown(state.seen() if state.spot else ()),
    }


def lines_shown(lines: Iterable[Line]) -> list[LineShown]:
    """Return a scale's lines as a page draws them."""
    return [
        {
            "height": line.height,
            "size": int(line.size),
            "number": line.number,
            "is_whole": line.is_whole,
        }
        for line in lines
    ]
