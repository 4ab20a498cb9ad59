"""The surfaces heights are set to: level, in panels, or an amount above or below another."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

from core.design.panel import Panel
from core.floors import PlanPoint
from core.lengths import Elevation, Length


class Surface(Protocol):
    """A level at every place in plan (section 7)."""

    def elevation(self, place: PlanPoint) -> Elevation:
        """The level at a place."""


@dataclass(frozen=True, slots=True)
class LevelSurface:
    """The same level everywhere."""

    level: Elevation

    def elevation(self, place: PlanPoint) -> Elevation:
        """The level, wherever that is."""
        assert place is not None
        return self.level


@dataclass(frozen=True, slots=True)
class PanelSurface:
    """A slab's top in one or several panels; beside them the nearest panel goes on."""

    panels: tuple[Panel, ...]

    def elevation(self, place: PlanPoint) -> Elevation:
        """The level of the panel a place lies on, or of the nearest one."""
        return self.panel_at(place).elevation(place)

    def panel_at(self, place: PlanPoint) -> Panel:
        """The panel a place lies on, or the nearest one."""
        if len(self.panels) == 1:
            return self.panels[0]
        for panel in self.panels:
            if panel.outline.contains(place):
                return panel
        return min(self.panels, key=lambda panel: panel.outline.clearance(place))


@dataclass(frozen=True, slots=True)
class Shifted:
    """A surface an amount above another; a negative amount is below it."""

    surface: Surface
    by: Length

    def elevation(self, place: PlanPoint) -> Elevation:
        """The other's level at a place, and the amount."""
        return self.surface.elevation(place) + self.by
