"""What covers an outline: an excavation, screed points, batter boards (sections 8 and 9)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.design.surface import Surface
from core.elements.planned import AsDug, Drawn, PlannedPoint, above_zero
from core.errors import OutOfRange
from core.floors import Outline, propose_grid
from core.layout import TALLEST_PRACTICAL, BatterBoards, Board, batter_boards
from core.lengths import Elevation, Length
from core.tasks import Task

OVERLAP = Length.from_feet(1)
DIAGONAL_CORNERS = 4


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

    def concrete(self, dug: AsDug) -> float | None:
        """None: a dig and the points of a floor take none of their own."""
        return 0.0

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
    """Batter boards around an outline: the string's clearance, the step of a stepped string,
    how far the stakes are driven, and the tallest board that will do.
    """

    outline: Outline
    clearance: Length
    step: Length
    driven: Length
    tallest: Length = TALLEST_PRACTICAL

    def __post_init__(self) -> None:
        above_zero("The step", self.step)
        above_zero("The tallest board", self.tallest)
        for length in (self.clearance, self.driven):
            if length.nanometres < 0:
                raise OutOfRange(
                    f"{float(length):g} m",
                    "The string stands above the ground, and the stakes in it.",
                    "6 in (150 mm) of clearance and stakes driven 18 in (450 mm) are usual.",
                )

    def points(self) -> tuple[PlannedPoint, ...]:
        """The ground at each corner; nobody plans it, it is found."""
        return tuple(
            PlannedPoint(Task.GROUND, str(n), corner, None)
            for n, corner in enumerate(self.outline.corners, start=1)
        )

    def boards(self, ground: Mapping[str, Elevation]) -> BatterBoards:
        """The boards at the corners whose ground was shot, by their names."""
        ring = [str(n) for n in range(1, len(self.outline.corners) + 1)]
        return batter_boards(ground, self.clearance, self.step, self.tallest, ring)

    def stake(self, board: Board) -> Length:
        """How long a board's stakes are: as high as the board, and what is driven."""
        return board.height + self.driven

    def diagonals(self) -> tuple[Length, ...]:
        """Both diagonals of four corners; none for any other outline."""
        corners = self.outline.corners
        if len(corners) != DIAGONAL_CORNERS:
            return ()
        return corners[0].distance(corners[2]), corners[1].distance(corners[3])

    def concrete(self, dug: AsDug) -> float | None:
        """None: boards carry strings."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The string lines."""
        return (Drawn(self.outline.corners, is_closed=True),)
