"""The order of work, and where a job stands in it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, TypedDict, get_args

from core.tasks import Stage
from server.concrete.services.floor_sheet import FloorPlan
from server.fieldbook.sheets import SetUpSheet
from server.gear.sheets import InstrumentSheet
from server.jobs.benchmark_sheets import BenchmarkSheet
from server.pours.sheets import PourRow
from server.stages.progress import StageProgress

StepKey = Literal[
    "instruments",
    "control",
    "floors",
    "set-up",
    "points",
    "layout",
    "dig",
    "forms",
    "piers",
    "stone",
    "in-slab",
    "marks",
    "concrete",
    "pours",
    "after",
    "book",
    "records",
]
StepState = Literal["done", "next", "open", "later", "attention"]
BELOW = (Stage.LAYOUT, Stage.DIG, Stage.FORMS, Stage.PIERS)
ABOVE = (Stage.IN_SLAB, Stage.MARKS, Stage.AFTER)


class Step(TypedDict):
    """A step of the order of work, and where the job stands in it."""

    key: StepKey
    state: StepState
    note: str


@dataclass(frozen=True, slots=True)
class Progress:
    """What a job has, as far as its steps depend on it."""

    instruments: list[InstrumentSheet]
    benchmarks: list[BenchmarkSheet]
    floors: list[FloorPlan]
    set_ups: list[SetUpSheet]
    stages: list[StageProgress]
    pours: list[PourRow]

    def stage(self, key: Stage) -> StageProgress | None:
        """Return how far a stage is, None where the plan has nothing for it."""
        return next((one for one in self.stages if one["stage"] == key), None)

    def total(self, count: Literal["points", "not_shot", "in_doubt", "thin"]) -> int:
        """Return a count over all floors."""
        return sum(floor["counts"][count] for floor in self.floors)

    @property
    def asks_a_floor(self) -> bool:
        """Whether a floor belongs to the work: one is planned, or nothing else is."""
        return bool(self.floors) or not self.stages

    @property
    def current(self) -> SetUpSheet | None:
        """The latest set-up."""
        return self.set_ups[0] if self.set_ups else None

    @property
    def used(self) -> list[InstrumentSheet]:
        """The instruments the job was shot with; all of the crew's before the first set-up."""
        keys = {set_up["instrument_id"] for set_up in self.set_ups}
        return [
            instrument for instrument in self.instruments if not keys or instrument["id"] in keys
        ]


def steps_of(progress: Progress) -> list[Step]:
    """Return the steps in order; the first that is not done comes next.

    Instruments that are due, and doubt, ask for attention without taking that place.
    """
    points, left = progress.total("points"), progress.total("not_shot")
    doubted, thin = progress.total("in_doubt"), progress.total("thin")
    ready = bool(progress.floors and progress.set_ups)
    all_shot = ready and points > 0 and left == 0 and doubted == 0
    proven = [
        _instruments(progress),
        _control(progress),
        *([_floors(progress)] if progress.asks_a_floor else []),
        _set_up(progress),
        *(_stage(stage, progress) for stage in BELOW if progress.stage(stage)),
        *([("stone", all_shot, _stone(progress))] if progress.asks_a_floor else []),
        *(_stage(stage, progress) for stage in ABOVE if progress.stage(stage)),
    ]
    if progress.asks_a_floor:
        told = f"{thin} thin" if thin else "volume and order" if all_shot else "waits for the stone"
        proven.append(("concrete", all_shot and not thin, told))
    asking = {"instruments"}
    if progress.current is not None:
        asking |= {"set-up"} | ({"stone"} if doubted else set())
        asking |= {stage["stage"] for stage in progress.stages if stage["in_doubt"]}
    following = next((key for key, done, _ in proven[1:] if not done), None)
    steps: dict[str, Step] = {
        key: {"key": key, "state": _state(key, done, following, asking), "note": note}  # type: ignore[typeddict-item]
        for key, done, note in proven
    }
    for key, note in (("floors", "no floor yet"), ("stone", "no floor yet")):
        steps.setdefault(key, {"key": key, "state": "open", "note": note})  # type: ignore[typeddict-item]
    steps["points"] = _points(progress)
    if "marks" not in steps:
        heights: StepState = "open" if ready else "later"
        told = "clamp, slide, tape" if ready else _waits(progress) or "waits for a set-up"
        steps["marks"] = {"key": "marks", "state": heights, "note": told}
    steps["pours"] = _pours(progress, ready)
    book: StepState = "open" if progress.set_ups else "later"
    told = "level notes and runs" if progress.set_ups else "waits for a set-up"
    steps["book"] = {"key": "book", "state": book, "note": told}
    steps["records"] = {"key": "records", "state": "open", "note": "papers, files, points"}
    return [steps[key] for key in get_args(StepKey) if key in steps]


def _waits(progress: Progress) -> str:
    """Return what must come before anything can be shot; empty where nothing must."""
    if not progress.benchmarks:
        return "waits for a benchmark"
    return "" if progress.set_ups else "waits for a set-up"


def _control(progress: Progress) -> tuple[str, bool, str]:
    names = ", ".join(benchmark["name"] for benchmark in progress.benchmarks)
    return "control", bool(names), names or "no benchmark yet"


def _stone(progress: Progress) -> str:
    """Return how far the stone is shot, or what it waits for."""
    if not progress.floors:
        return "waits for a floor"
    points, left = progress.total("points"), progress.total("not_shot")
    return _waits(progress) or _shot(points, left, progress.total("in_doubt"))


def _floors(progress: Progress) -> tuple[str, bool, str]:
    names = ", ".join(floor["name"] for floor in progress.floors)
    return "floors", bool(progress.floors), names or "nothing on the plan yet"


def _points(progress: Progress) -> Step:
    """Return the step of points no plan asks for; they are open at any time."""
    far = progress.stage(Stage.POINTS)
    if far is None:
        return {"key": "points", "state": "open", "note": "any height, no plan"}
    left = far["points"] - far["shot"] - far["in_doubt"]
    state: StepState = "attention" if far["in_doubt"] else "open"
    return {"key": "points", "state": state, "note": _shot(far["points"], left, far["in_doubt"])}


def _stage(stage: Stage, progress: Progress) -> tuple[str, bool, str]:
    """Return a stage's step; one in doubt is not done."""
    far = progress.stage(stage)
    assert far is not None
    left = far["points"] - far["shot"] - far["in_doubt"]
    is_done = left == 0 and far["in_doubt"] == 0 and bool(progress.set_ups)
    return str(stage), is_done, _waits(progress) or _shot(far["points"], left, far["in_doubt"])


def _pours(progress: Progress, ready: bool) -> Step:
    """Return the step of the pours; one on hold asks for attention."""
    pours = progress.pours
    held = [pour["name"] for pour in pours if pour["state"] == "hold"]
    ahead = [pour["name"] for pour in pours if pour["state"] == "go"]
    state: StepState = "open" if ready else "later"
    note = "none planned" if ready else _waits(progress) or "waits for a floor"
    if held:
        state, note = "attention", f"HOLD: {', '.join(held)}"
    elif ahead:
        state, note = "open", f"GO: {', '.join(ahead)}"
    elif pours:
        state, note = "done", "poured"
    return {"key": "pours", "state": state, "note": note}


def _instruments(progress: Progress) -> tuple[str, bool, str]:
    used = progress.used
    if not used:
        return "instruments", False, "no instrument yet"
    due = [one for one in used if not one["trust"]["state"].is_trusted]
    return "instruments", not due, due[0]["trust"]["text"] if due else "checked, in date"


def _set_up(progress: Progress) -> tuple[str, bool, str]:
    current = progress.current
    if current is None:
        return "set-up", False, "not set up" if progress.benchmarks else "waits for a benchmark"
    if not current["standing"]["stands"]:
        return "set-up", False, f"set-up {current['number']} is in doubt"
    return "set-up", True, f"set-up {current['number']}"


def _shot(points: int, left: int, doubted: int) -> str:
    if not points:
        return "no points yet"
    shot = f"{points - left} of {points} shot"
    return f"{shot}, {doubted} in doubt" if doubted else shot


def _state(key: str, done: bool, following: str | None, asking: set[str]) -> StepState:
    if done:
        return "done"
    if key in asking:
        return "attention"
    return "next" if key == following else "later"
