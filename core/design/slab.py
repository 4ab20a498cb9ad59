"""A slab with the surfaces it drives: its top, the stone under it, the formation (section 7)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.design.panel import Panel
from core.design.surface import LevelSurface, PanelSurface, Shifted, Surface
from core.design.underside import Under, Underside
from core.errors import BadLevel
from core.floors import FloorLevels, Outline, PlanPoint
from core.lengths import Elevation, Length, Style, format_length

NONE = Length(0)
#: What the surface of the stone is called among a slab's surfaces.
STONE = "stone"


class SlabPart(StrEnum):
    """A surface of a slab that another level may be given from."""

    TOP = "top"
    FINISHED = "finished"
    UNDERSIDE = "underside"
    SUB_BASE = "sub-base"
    SUB_GRADE = "sub-grade"


@dataclass(frozen=True, slots=True)
class SlabOver:
    """The slab over a place on its stone: its top there, and the least thickness that will do.

    ``layers`` is what lies between the two, such as 2 in of insulation.
    """

    top: Elevation
    least: Length
    layers: Length = NONE

    def thickness_over(self, stone: Elevation) -> Length:
        """The slab's thickness over stone at an elevation and the layers on it.

        Negative where they reach above the top.
        """
        return self.top - stone - self.layers

    def is_thin(self, thickness: Length) -> bool:
        """Whether a thickness is below the least one: a hold."""
        return thickness < self.least


@dataclass(frozen=True, slots=True)
class Slab:
    """A slab's outline, its levels where its finished level holds, and its surfaces.

    There is no formation where nobody said how thick the stone is.
    """

    outline: Outline
    levels: FloorLevels
    top: PanelSurface
    underside: Underside
    formation: Surface | None

    @property
    def panels(self) -> tuple[Panel, ...]:
        """The panels of its top."""
        return self.top.panels

    @property
    def falls(self) -> bool:
        """Whether its top is anything but level."""
        levels = {panel.level for panel in self.panels}
        return len(levels) > 1 or any(panel.rise_x or panel.rise_y for panel in self.panels)

    def part(self, part: SlabPart) -> Surface | None:
        """One of its surfaces."""
        match part:
            case SlabPart.TOP:
                return self.top
            case SlabPart.FINISHED:
                return LevelSurface(self.levels.top_of_slab)
            case SlabPart.UNDERSIDE:
                return Shifted(self.sub_base, self.underside.between)
            case SlabPart.SUB_BASE:
                return self.sub_base
            case SlabPart.SUB_GRADE:
                return self.formation

    def surfaces(self) -> tuple[tuple[str, Surface], ...]:
        """Its surfaces by name from the top down, every layer's top among them.

        Such as "top of slab", "top of insulation", "stone", "formation".
        """
        found: list[tuple[str, Surface]] = [("top of slab", self.top)]
        above = self.underside.between
        for layer in self.underside.layers:
            name = f"{layer.name[:1].lower()}{layer.name[1:]}"
            found.append((f"top of {name}", Shifted(self.sub_base, above)))
            above -= layer.thickness
        found.append((STONE, self.sub_base))
        return (*found, *((("formation", self.formation),) if self.formation else ()))

    def kept(self) -> tuple[PlanPoint, ...]:
        """The places its stone is shot whatever the grid: corners of panels, low points."""
        own = set(self.outline.corners)
        corners = [c for panel in self.panels for c in panel.outline.corners if c not in own]
        return tuple(dict.fromkeys(corners))

    def lines(self) -> tuple[tuple[PlanPoint, PlanPoint], ...]:
        """The lines its stone is shot along: edges between panels, the middle of each trench."""
        edges = {frozenset(edge) for edge in self.outline.edges}
        shared = [
            edge
            for panel in self.panels
            for edge in panel.outline.edges
            if frozenset(edge) not in edges
        ]
        once = {frozenset(edge): edge for edge in shared}
        return (*once.values(), *self.underside.trenches())

    @property
    def sub_base(self) -> Surface:
        """The surface the stone should have."""
        return Under(self.top, self.underside)

    def over(self, place: PlanPoint) -> SlabOver:
        """The slab over a place on its stone."""
        least, layers = self.levels.least_thickness, self.underside.between
        return SlabOver(self.top.elevation(place), least, layers)


def formation_under(
    top: PanelSurface, underside: Underside, levels: FloorLevels, *, is_level: bool, style: Style
) -> Surface | None:
    """Return the formation under a slab: as its stone lies, or level at the finished level's own.

    None where nobody said how thick the stone is. Raises :class:`BadLevel`, with lengths in
    ``style``, where a level formation would leave less than no stone under a falling slab.
    """
    stone, below = levels.stone_thickness, levels.sub_grade
    if stone is None or below is None:
        return None
    if not is_level:
        return Shifted(Under(top, underside), -stone)
    lowest = min(corner for panel in top.panels for corner in panel.corners)
    left = lowest - levels.thickness - levels.layers - below
    if left.nanometres <= 0:
        short = format_length(abs(left), style)
        raise BadLevel(
            format_length(stone, style),
            f"The slab falls so far that the stone ends {short} below the level formation.",
            "Lower the formation, let it fall with the slab, or fall less.",
        )
    return LevelSurface(below)
