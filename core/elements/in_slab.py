"""What is set within a slab: bolts, sleeves, plates and drains; recesses and raised parts."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.surface import Surface
from core.design.underside import Underside
from core.elements.planned import AsDug, Drawn, PlannedPoint
from core.errors import BadLevel, OutOfRange
from core.floors import Line, Outline, PlanPoint
from core.lengths import Length
from core.tasks import Task

MOST_EMBEDS = 200
BESIDE = Length.from_metres("0.08")


@dataclass(frozen=True, slots=True)
class Embeds:
    """Bolts, sleeves, plates or drain rims, each at its place on a surface (section 7).

    The surface lies as far above the slab as they project, or below it: of a bolt its top is
    shot, of a sleeve its center. Raises :class:`OutOfRange` for none, or more than a crew sets.
    """

    places: tuple[PlanPoint, ...]
    surface: Surface

    def __post_init__(self) -> None:
        if not 1 <= len(self.places) <= MOST_EMBEDS:
            raise OutOfRange(
                f"{len(self.places)} places",
                "Nothing can be set at them.",
                f"Give from 1 to {MOST_EMBEDS} places.",
            )

    def points(self) -> tuple[PlannedPoint, ...]:
        """A point each, in the order they were given."""
        return tuple(
            PlannedPoint(Task.EMBED, str(n), place, self.surface.elevation(place))
            for n, place in enumerate(self.places, start=1)
        )

    def concrete(self, dug: AsDug) -> float | None:
        """None: what they take up in the slab is not worth counting."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """A small square around each."""
        return tuple(Drawn(_square(place), is_closed=True) for place in self.places)


def _square(at: PlanPoint) -> tuple[PlanPoint, ...]:
    left, right, near, away = at.x - BESIDE, at.x + BESIDE, at.y - BESIDE, at.y + BESIDE
    return (
        PlanPoint(left, near),
        PlanPoint(right, near),
        PlanPoint(right, away),
        PlanPoint(left, away),
    )


@dataclass(frozen=True, slots=True)
class Recess:
    """A part of a slab that lies lower or higher than its top: a recess, a step, a threshold.

    ``rise`` is how far its own surface lies above the slab's top, negative below it; ``slab`` is
    how thick the slab is it lies in, and where. Raises :class:`BadLevel` for one that is level with
    the slab or leaves none of it, and :class:`OutOfRange` for one that reaches beyond it.
    """

    outline: Outline
    surface: Surface
    rise: Length
    spacing: Length
    slab: Underside

    def __post_init__(self) -> None:
        for corner in self.outline.corners:
            if not self.slab.outline.contains(corner):
                raise OutOfRange(
                    str(corner),
                    "It reaches beyond the slab it lies in.",
                    "Keep its corners within the slab, or lay out what lies outside by itself.",
                )
            if -self.rise >= self.slab.thickness_at(corner):
                raise BadLevel(
                    f"{float(-self.rise):g} m",
                    "It is as deep as the slab is thick there: none of the slab would be left.",
                    "Thicken the slab there first, or make it less deep.",
                )
        if not self.rise.nanometres:
            raise BadLevel(
                "0", "It is level with the slab.", "Give how far above or below the slab it lies."
            )
        Line.around(self.outline).stations(self.spacing)

    def points(self) -> tuple[PlannedPoint, ...]:
        """A point at each corner of it, and between them."""
        return tuple(
            PlannedPoint(Task.RECESS, mark.name, mark.place, self.surface.elevation(mark.place))
            for mark in Line.around(self.outline).marks(self.spacing)
        )

    def concrete(self, dug: AsDug) -> float:
        """The concrete it takes beside the slab's, cubic meters: less than 0 for a recess.

        >>> from core.floors import rectangle
        >>> from core.design import LevelSurface
        >>> from core.lengths import Elevation
        >>> two, deep = Length.from_metres(2), Length.from_metres("-0.05")
        >>> area, thick = rectangle(two, two), Length.from_metres("0.1")
        >>> slab = Underside(area, thick)
        >>> recess = Recess(area, LevelSurface(Elevation(0)), deep, two, slab)
        >>> round(recess.concrete(AsDug()), 9)
        -0.2
        """
        return self.outline.area * float(self.rise)

    def drawn(self) -> tuple[Drawn, ...]:
        """Its outline."""
        return (Drawn(self.outline.corners, is_closed=True),)
