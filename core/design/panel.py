"""A panel of a surface: level, falling one way or two, or to a low point (section 7)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import isqrt

from core.design.fall import Fall
from core.errors import BadLevel
from core.floors import Outline, PlanPoint
from core.lengths import Elevation, Length
from core.lengths.quantity import round_half_away


@dataclass(frozen=True, slots=True)
class Panel:
    """A plane over an outline: the level at ``at``, and what it rises per unit along x and y.

    The rises are exact fractions; falling to the right is a negative ``rise_x``.
    """

    outline: Outline
    at: PlanPoint
    level: Elevation
    rise_x: Fraction = Fraction(0)
    rise_y: Fraction = Fraction(0)

    def elevation(self, place: PlanPoint) -> Elevation:
        """The level of the panel's plane at a place."""
        dx, dy = (place.x - self.at.x).nanometres, (place.y - self.at.y).nanometres
        return self.level + Length(round_half_away(self.rise_x * dx + self.rise_y * dy))

    @property
    def corners(self) -> tuple[Elevation, ...]:
        """The level at each corner of its outline, in order."""
        return tuple(self.elevation(corner) for corner in self.outline.corners)


def level_panel(outline: Outline, level: Elevation) -> Panel:
    """Return a panel that does not fall."""
    return Panel(outline, outline.corners[0], level)


def falling_panel(
    outline: Outline, at: PlanPoint, level: Elevation, falls: tuple[Fall, Fall]
) -> Panel:
    """Return a panel that falls from ``at``: along +x by the first fall, along +y by the second.

    With one of the falls 0 it is level one way and falls the other, the usual outdoor slab.
    """
    along_x, along_y = falls
    return Panel(outline, at, level, -along_x.ratio, -along_y.ratio)


def fall_to_point(
    outline: Outline, low: PlanPoint, level: Elevation, fall: Fall
) -> tuple[Panel, ...]:
    """Return the panels that fall from every wall to a low point, such as a drain.

    One a wall: its two corners lie at the same height, the fall times the distance from the
    wall to the low point above it. Raises :class:`BadLevel` where the point is not inside.
    """
    if not outline.contains(low):
        raise BadLevel(
            f"{low}", "The low point is outside the panel.", "Put it inside the outline."
        )
    corners = outline.corners
    panels: list[Panel] = []
    for start, end in zip(corners, (*corners[1:], corners[0]), strict=True):
        triangle = Outline((start, end, low))
        along = (end.x - start.x).nanometres, (end.y - start.y).nanometres
        length = isqrt(along[0] ** 2 + along[1] ** 2)
        inward = Fraction(-along[1], length), Fraction(along[0], length)
        if not _points_inward(start, low, inward):
            inward = -inward[0], -inward[1]
        panels.append(Panel(triangle, low, level, -inward[0] * fall.ratio, -inward[1] * fall.ratio))
    return tuple(panels)


def _points_inward(start: PlanPoint, low: PlanPoint, normal: tuple[Fraction, Fraction]) -> bool:
    dx, dy = (low.x - start.x).nanometres, (low.y - start.y).nanometres
    return normal[0] * dx + normal[1] * dy > 0
