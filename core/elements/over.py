"""What covers an outline: an excavation, screed points, batter boards (sections 8 and 9)."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.surface import Surface
from core.elements.planned import Drawn, PlannedPoint, above_zero
from core.errors import OutOfRange
from core.floors import Outline, propose_grid
from core.layout import TALLEST_PRACTICAL
from core.lengths import Length
from core.tasks import Task

OVERLAP = Length.from_feet(1)


@dataclass(frozen=True, slots=True)
class CoveredOutline:
    """An outline shot on a grid, each point at a surface's level there.

    An excavation's formation, or the screed points of a slab, by its task.
    """

    task: Task
    outline: Outline
    surface: Surface
    spacing: Length

    def __post_init__(self) -> None:
        propose_grid(self.outline, self.spacing)

    def points(self) -> tuple[PlannedPoint, ...]:
        """The grid, corners and edges included."""
        return tuple(
            PlannedPoint(self.task, one.name, one.place, self.surface.elevation(one.place))
            for one in propose_grid(self.outline, self.spacing)
        )

    def drawn(self) -> tuple[Drawn, ...]:
        """The outline."""
        return (Drawn(self.outline.corners, is_closed=True),)


def screed_spacing(straightedge: Length, overlap: Length = OVERLAP) -> Length:
    """Return the widest spacing of screed points: the straightedge less its overlap.

    Raises :class:`OutOfRange` where nothing is left between them.
    """
    if overlap.nanometres < 0 or straightedge <= overlap:
        raise OutOfRange(
            f"{float(straightedge):g} m less {float(overlap):g} m",
            "The straightedge rests on two screed points, with some overlap.",
            "Give a straightedge longer than its overlap; 1 ft of overlap is usual.",
        )
    return straightedge - overlap


@dataclass(frozen=True, slots=True)
class BoardsAround:
    """Batter boards around an outline: clearance, the step of a stepped string, the tallest."""

    outline: Outline
    clearance: Length
    step: Length
    tallest: Length = TALLEST_PRACTICAL

    def __post_init__(self) -> None:
        above_zero("The step", self.step)
        above_zero("The tallest board", self.tallest)
        if self.clearance.nanometres < 0:
            raise OutOfRange(
                f"{float(self.clearance):g} m",
                "The string stands above the ground.",
                "6 in (150 mm) of clearance is usual.",
            )

    def points(self) -> tuple[PlannedPoint, ...]:
        """The ground at each corner; nobody plans it, it is found."""
        return tuple(
            PlannedPoint(Task.GROUND, str(n), corner, None)
            for n, corner in enumerate(self.outline.corners, start=1)
        )

    def drawn(self) -> tuple[Drawn, ...]:
        """The string lines."""
        return (Drawn(self.outline.corners, is_closed=True),)
