"""What a point is shot for: its stage in the order of work, and the verbs of its verdict."""

from __future__ import annotations

from enum import StrEnum

from core.verdicts import Verbs


class Stage(StrEnum):
    """A stage of the work, from the ground to the finished level, in the order they come.

    ``POINTS`` comes at any time: points that no plan asks for.
    """

    POINTS = "points"
    LAYOUT = "layout"
    DIG = "dig"
    FORMS = "forms"
    PIERS = "piers"
    STONE = "stone"
    IN_SLAB = "in-slab"
    MARKS = "marks"
    AFTER = "after"


class Task(StrEnum):
    """What a point is shot for."""

    FREE = "free"
    GROUND = "ground"
    FORMATION = "formation"
    FOOTING_BOTTOM = "footing-bottom"
    HOLE = "hole"
    FORM = "form"
    COURSE = "course"
    PIER_TOP = "pier-top"
    STONE = "stone"
    LAYER = "layer"
    STEEL = "steel"
    EMBED = "embed"
    RECESS = "recess"
    MARK = "mark"
    SCREED = "screed"
    FINISHED = "finished"
    GRADE = "grade"


STAGES = {
    Task.FREE: Stage.POINTS,
    Task.GROUND: Stage.LAYOUT,
    Task.FORMATION: Stage.DIG,
    Task.FOOTING_BOTTOM: Stage.DIG,
    Task.HOLE: Stage.DIG,
    Task.FORM: Stage.FORMS,
    Task.COURSE: Stage.FORMS,
    Task.PIER_TOP: Stage.PIERS,
    Task.STONE: Stage.STONE,
    Task.LAYER: Stage.IN_SLAB,
    Task.STEEL: Stage.IN_SLAB,
    Task.EMBED: Stage.IN_SLAB,
    Task.RECESS: Stage.IN_SLAB,
    Task.MARK: Stage.MARKS,
    Task.SCREED: Stage.MARKS,
    Task.FINISHED: Stage.AFTER,
    Task.GRADE: Stage.AFTER,
}

DIG = Verbs(high="dig", low="over-dug by", on="leave it")

VERBS = {
    Task.FREE: Verbs(high="lower it", low="raise it", on="leave it"),
    Task.FORMATION: DIG,
    Task.FOOTING_BOTTOM: DIG,
    Task.HOLE: Verbs(high="dig", low="over-dug by", on="deep enough"),
    Task.FORM: Verbs(high="lower it", low="shim up", on="leave it"),
    Task.COURSE: Verbs(high="take down", low="build up", on="leave it"),
    Task.PIER_TOP: Verbs(high="cut", low="pack", on="leave it"),
    Task.STONE: Verbs(high="take off", low="add", on="leave it"),
    Task.LAYER: Verbs(high="take off", low="add", on="leave it"),
    Task.STEEL: Verbs(high="lower it", low="chair up", on="leave it"),
    Task.EMBED: Verbs(high="lower it", low="raise it", on="leave it"),
    Task.RECESS: Verbs(high="lower the form", low="shim up", on="leave it"),
    Task.MARK: Verbs(high="mark lower by", low="mark higher by", on="leave it"),
    Task.SCREED: Verbs(high="strike off", low="add", on="leave it"),
    Task.FINISHED: Verbs(high="grind", low="fill", on="leave it"),
    Task.GRADE: Verbs(high="take off", low="add", on="leave it"),
}

SURFACES = {
    Task.FREE: "the point",
    Task.GROUND: "the ground",
    Task.FORMATION: "the formation",
    Task.FOOTING_BOTTOM: "the footing's bottom",
    Task.HOLE: "the bottom of the hole",
    Task.FORM: "the top of the form",
    Task.COURSE: "the top of the course",
    Task.PIER_TOP: "the top of the pier",
    Task.STONE: "the stone",
    Task.LAYER: "the layer",
    Task.STEEL: "the steel",
    Task.EMBED: "the embed",
    Task.RECESS: "the recess or raised part",
    Task.MARK: "the mark",
    Task.SCREED: "the screed point",
    Task.FINISHED: "the finished surface",
    Task.GRADE: "the ground beside the wall",
}


def stage_of(task: Task) -> Stage:
    """Return the stage a task belongs to."""
    return STAGES[task]


def tasks_of(stage: Stage) -> tuple[Task, ...]:
    """Return the tasks of a stage, in the order they are done."""
    return tuple(task for task, own in STAGES.items() if own is stage)
