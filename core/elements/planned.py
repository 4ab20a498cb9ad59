"""What every element of a job's plan gives: points to shoot, heights to set, and its drawing."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Protocol

from core.errors import OutOfRange
from core.floors import PlanPoint
from core.lengths import Elevation, Length
from core.tasks import Task


@dataclass(frozen=True, slots=True)
class PlannedPoint:
    """A place to shoot for a task; no target where the ground is only to be found out."""

    task: Task
    name: str
    place: PlanPoint
    target: Elevation | None


@dataclass(frozen=True, slots=True)
class Drawn:
    """A stretch of an element's drawing in plan: an outline where it is closed, else a line."""

    places: tuple[PlanPoint, ...]
    is_closed: bool


@dataclass(frozen=True, slots=True)
class PlannedHeight:
    """A height to set, and the points it is set at; none where it is not tied to a point."""

    name: str
    target: Elevation
    points: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class AsDug:
    """What was found where an element is cast.

    ``over_dug`` is how much deeper than planned its bottoms lie on the mean, meters; ``shafts``
    the concrete of its shafts as their holes were shot, cubic meters, None while one is not known.
    """

    over_dug: float = 0.0
    shafts: float | None = None


class Element(Protocol):
    """A part of the plan with a geometry of its own."""

    def concrete(self, dug: AsDug) -> float | None:
        """Its concrete in cubic meters: 0 for what takes none, None while it is not known.

        Every kind says it, so that none is left out of an order.
        """

    def points(self) -> tuple[PlannedPoint, ...]:
        """The places to shoot, stage by stage."""

    def drawn(self) -> tuple[Drawn, ...]:
        """Its drawing in plan."""

    def __hash__(self) -> int:
        """Equal elements are the same element."""


NAMES = {
    Task.FREE: "Point",
    Task.FORMATION: "Formation",
    Task.FOOTING_BOTTOM: "Bottom of footing",
    Task.HOLE: "Bottom of hole",
    Task.FORM: "Top of form",
    Task.COURSE: "Top of the last course",
    Task.PIER_TOP: "Top of pier",
    Task.STONE: "Sub-base (stone)",
    Task.LAYER: "Layer",
    Task.STEEL: "Steel",
    Task.EMBED: "Embed",
    Task.RECESS: "Recess or raised part",
    Task.MARK: "Mark",
    Task.SCREED: "Screed point",
    Task.FINISHED: "Finished surface",
    Task.GRADE: "Ground beside the wall",
}


def heights_of(points: Iterable[PlannedPoint]) -> tuple[PlannedHeight, ...]:
    """Return the heights that points are set to, each once for all points that share it."""
    found: dict[tuple[Task, Elevation], list[str]] = {}
    for point in points:
        if point.target is not None:
            found.setdefault((point.task, point.target), []).append(point.name)
    return tuple(
        PlannedHeight(NAMES[task], target, tuple(names)) for (task, target), names in found.items()
    )


def above_zero(what: str, length: Length) -> Length:
    """Return a length above 0; raises :class:`OutOfRange` for any other."""
    if length.nanometres <= 0:
        raise OutOfRange(
            f"{float(length):g} m", f"{what} is more than 0.", "Measure it, or read the drawing."
        )
    return length
