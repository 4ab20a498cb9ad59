"""A curb on a slab: a strip with a top of its own, so high above the slab (section 7)."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.surface import Surface
from core.elements.planned import AsDug, Drawn, PlannedPoint, above_zero
from core.errors import BadLevel, OutOfRange
from core.floors import Line, Outline
from core.lengths import Length
from core.tasks import Task


@dataclass(frozen=True, slots=True)
class Curb:
    """A curb along a line on a slab, set at the top of its form and cast with the slab.

    ``line`` is its middle, ``surface`` the level of its top, ``face`` how far that lies above the
    slab's top, ``width`` what it measures across; it is shot at most ``spacing`` apart; ``slab`` is
    the outline it stands on. Raises :class:`BadLevel` for a face that is not above the slab, and
    :class:`OutOfRange` for a width that is not above 0 or a line that leaves the slab.
    """

    line: Line
    surface: Surface
    face: Length
    width: Length
    spacing: Length
    slab: Outline

    def __post_init__(self) -> None:
        above_zero("The width of the curb", self.width)
        if self.face.nanometres <= 0:
            raise BadLevel(
                f"{float(self.face):g} m",
                "A curb stands above the slab.",
                "Give how far its top lies above the top of slab; what lies below is a recess.",
            )
        for mark in self.line.marks(self.spacing):
            if not self.slab.contains(mark.place):
                raise OutOfRange(
                    str(mark.place),
                    "The curb leaves the slab it stands on: there is no concrete under it there.",
                    "Keep it on the slab, or lay out what lies outside as a footing or forms.",
                )

    def points(self) -> tuple[PlannedPoint, ...]:
        """The top of its form, at the corners and between."""
        return tuple(
            PlannedPoint(Task.FORM, mark.name, mark.place, self.surface.elevation(mark.place))
            for mark in self.line.marks(self.spacing)
        )

    def concrete(self, dug: AsDug) -> float:
        """The concrete it takes above the slab's, cubic meters: length times width times face.

        >>> from core.design import LevelSurface
        >>> from core.floors import PlanPoint, rectangle
        >>> from core.lengths import Elevation
        >>> ends = PlanPoint(Length(0), Length(0)), PlanPoint(Length.from_metres(10), Length(0))
        >>> face, width = Length.from_metres("0.15"), Length.from_metres("0.2")
        >>> top = LevelSurface(Elevation(0))
        >>> slab = rectangle(Length.from_metres(10), Length.from_metres(4))
        >>> round(Curb(Line(ends), top, face, width, face, slab).concrete(AsDug()), 9)
        0.3
        """
        return float(self.line.length) * float(self.width) * float(self.face)

    def drawn(self) -> tuple[Drawn, ...]:
        """The strip in plan."""
        return tuple(Drawn(ring, is_closed=True) for ring in self.line.strip(self.width))
