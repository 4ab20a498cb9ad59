"""What follows a line over a surface: walls in courses, forms, marks for a chalk line."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.coursing import course_tops
from core.design.surface import Surface
from core.elements.planned import AsDug, Drawn, PlannedHeight, PlannedPoint, above_zero
from core.floors import Line
from core.layout import drop_below
from core.lengths import Elevation, Length
from core.tasks import Task


@dataclass(frozen=True, slots=True)
class Courses:
    """How a wall is laid: the unit's height, the joint, and how many courses."""

    unit: Length
    joint: Length
    count: int


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall of courses on a level base, so thick, shot so far apart."""

    line: Line
    base: Elevation
    courses: Courses
    thickness: Length
    spacing: Length

    def __post_init__(self) -> None:
        above_zero("The wall's thickness", self.thickness)
        self.line.stations(self.spacing)
        self.tops()

    def tops(self) -> tuple[Elevation, ...]:
        """The top of each course."""
        laid = self.courses
        return course_tops(self.base, laid.unit, laid.joint, laid.count)

    def heights(self) -> tuple[PlannedHeight, ...]:
        """The base and the top of each course, to be set all along."""
        tops = enumerate(self.tops(), start=1)
        return (
            PlannedHeight("Base", self.base, ()),
            *(PlannedHeight(f"Course {n}", top, ()) for n, top in tops),
        )

    def points(self) -> tuple[PlannedPoint, ...]:
        """The top of the last course, at the corners and between."""
        top = self.tops()[-1]
        return tuple(
            PlannedPoint(Task.COURSE, mark.name, mark.place, top)
            for mark in self.line.marks(self.spacing)
        )

    def concrete(self, dug: AsDug) -> float | None:
        """None: courses are laid, not cast."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The wall in plan."""
        return tuple(Drawn(ring, is_closed=True) for ring in self.line.strip(self.thickness))


@dataclass(frozen=True, slots=True)
class FollowingLine:
    """A line shot at its corners and between, each point at a surface's level there.

    A run of forms (top of form per stake) or of marks for a chalk line, by its task.
    """

    task: Task
    line: Line
    surface: Surface
    spacing: Length

    def __post_init__(self) -> None:
        self.line.stations(self.spacing)

    def points(self) -> tuple[PlannedPoint, ...]:
        """A point a stake or mark; on a falling edge each has its own height."""
        return tuple(
            PlannedPoint(self.task, mark.name, mark.place, self.surface.elevation(mark.place))
            for mark in self.line.marks(self.spacing)
        )

    def level_line(self) -> Elevation:
        """The level of a line marked level all along: the highest of its own heights."""
        return max(point.target for point in self.points() if point.target is not None)

    def drops(self) -> tuple[tuple[str, Length], ...]:
        """How far to measure down from the level line at each stake or mark, by its name."""
        line = self.level_line()
        return tuple(
            (point.name, drop_below(line, point.target))
            for point in self.points()
            if point.target is not None
        )

    def concrete(self, dug: AsDug) -> float | None:
        """None: forms and marks hold what a floor takes."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The line."""
        return (Drawn(self.line.corners, self.line.is_closed),)
