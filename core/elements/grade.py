"""Ground that falls away from a wall, so that water runs off (section 7)."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot

from core.design.fall import Fall
from core.design.surface import Surface
from core.elements.planned import AsDug, Drawn, PlannedPoint, above_zero
from core.errors import OutOfRange
from core.floors import Line, PlanPoint
from core.floors.marks import WallMark
from core.lengths import Length
from core.tasks import Task

#: Of how far the direction of one leg turns from the other's; straighter counts as one wall.
STRAIGHT = 1e-9


@dataclass(frozen=True, slots=True)
class FallingGround:
    """Finished ground along a wall, and so far out from it, lower by the fall (section 7).

    Around a closed line it falls outward. From an open one it falls to the right as one walks
    along it, or to the left where ``is_left``. Usual is 6 in over 10 ft; local code says.
    """

    line: Line
    surface: Surface
    fall: Fall
    reach: Length
    spacing: Length
    is_left: bool = False

    def __post_init__(self) -> None:
        above_zero("How far out it falls", self.reach)
        if not self.fall.ratio:
            raise OutOfRange(
                "level",
                "Water would stand at the wall.",
                "Give a fall, such as 6 in over 10 ft.",
            )
        self.line.stations(self.spacing)

    def points(self) -> tuple[PlannedPoint, ...]:
        """At each mark the ground at the wall, and the ground so far out from it.

        An inside corner has none of its own out there: both of its walls have.
        """
        found: list[PlannedPoint] = []
        for mark in self.line.marks(self.spacing):
            level = self.surface.elevation(mark.place)
            found.append(PlannedPoint(Task.GRADE, mark.name, mark.place, level))
            out = self._out(mark)
            if out is not None:
                lower = level - self.fall.drop(self.reach)
                found.append(PlannedPoint(Task.GRADE, f"{mark.name} out", out, lower))
        return tuple(found)

    def _out(self, mark: WallMark) -> PlanPoint | None:
        """Return the place at full reach from a mark; None at an inside corner."""
        legs = self.line.legs
        after = legs[min(mark.wall, len(legs)) - 1]
        before = after
        if mark.is_corner and (mark.wall > 1 or self.line.is_closed):
            before = legs[mark.wall - 2]
        (ax, ay), (bx, by) = (self._direction(leg) for leg in (before, after))
        turn = ax * by - ay * bx
        if turn * self._side < -STRAIGHT:
            return None
        x, y = ay + by, -(ax + bx)
        far = float(self.reach) * self._side / hypot(x, y)
        return PlanPoint(
            mark.place.x + Length.from_float(x * far), mark.place.y + Length.from_float(y * far)
        )

    @property
    def _side(self) -> int:
        """Plus 1 where it falls to the right of the line, minus 1 to the left."""
        if not self.line.is_closed:
            return -1 if self.is_left else 1
        around = sum(
            a.x.nanometres * b.y.nanometres - b.x.nanometres * a.y.nanometres
            for a, b in self.line.legs
        )
        return 1 if around > 0 else -1

    @staticmethod
    def _direction(leg: tuple[PlanPoint, PlanPoint]) -> tuple[float, float]:
        dx, dy = float(leg[1].x - leg[0].x), float(leg[1].y - leg[0].y)
        run = hypot(dx, dy)
        return dx / run, dy / run

    def concrete(self, dug: AsDug) -> float | None:
        """None: ground takes none."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The wall's line."""
        return (Drawn(self.line.corners, self.line.is_closed),)
