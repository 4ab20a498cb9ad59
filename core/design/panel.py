"""A panel of a surface: level, falling one way or two, or to a low point (section 7)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
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


class Toward(StrEnum):
    """The way a panel falls in plan, as one looks at it from the origin."""

    RIGHT = "right"
    LEFT = "left"
    AWAY = "away"
    NEAR = "near"


def panel_toward(
    outline: Outline, at: PlanPoint, level: Elevation, falls: Iterable[tuple[Fall, Toward]]
) -> Panel:
    """Return a panel that falls from ``at``, each fall toward its own side.

    Raises :class:`BadLevel` for two falls along the same axis.
    """
    rises = {Toward.RIGHT: (-1, 0), Toward.LEFT: (1, 0), Toward.AWAY: (0, -1), Toward.NEAR: (0, 1)}
    x = y = Fraction(0)
    for fall, toward in falls:
        way_x, way_y = rises[toward]
        if (x and way_x) or (y and way_y):
            raise BadLevel(
                f"a second fall toward {toward}",
                "Both falls go the same way or against each other.",
                "Let one go right or left, the other away or near.",
            )
        x, y = x + way_x * fall.ratio, y + way_y * fall.ratio
    return Panel(outline, at, level, x, y)


def fall_to_point(
    outline: Outline, low: PlanPoint, rim: Elevation, fall: Fall
) -> tuple[Panel, ...]:
    """Return the panels that fall from a level rim to a low point, such as a drain.

    One a wall. The farthest wall's panel falls by ``fall``; as the rim is level all around,
    those of nearer walls fall more. Raises :class:`BadLevel` where the point is not inside.
    """
    if not outline.contains(low) or outline.has_on_edge(low):
        raise BadLevel(
            f"{low}", "The low point is not inside the panel.", "Put it inside the outline."
        )
    farthest = max(_distance(low, start, end) for start, end in outline.edges)
    rise = fall.drop(farthest)
    return tuple(
        Panel(Outline((start, end, low)), low, rim - rise, *_rises(low, start, end, rise))
        for start, end in outline.edges
    )


def _twice_area(low: PlanPoint, start: PlanPoint, end: PlanPoint) -> int:
    """Twice the signed area between a wall and the low point, in square nanometres."""
    along = (end.x - start.x).nanometres, (end.y - start.y).nanometres
    there = (low.x - start.x).nanometres, (low.y - start.y).nanometres
    return along[0] * there[1] - along[1] * there[0]


def _distance(low: PlanPoint, start: PlanPoint, end: PlanPoint) -> Length:
    """How far the low point is from a wall's line."""
    area = _twice_area(low, start, end)
    return Length(isqrt(area**2 // (start.distance(end).nanometres ** 2)))


def _rises(
    low: PlanPoint, start: PlanPoint, end: PlanPoint, rise: Length
) -> tuple[Fraction, Fraction]:
    """What a wall's panel rises along x and y: from the low point by ``rise`` to its wall."""
    area = _twice_area(low, start, end)
    dx, dy = (end.x - start.x).nanometres, (end.y - start.y).nanometres
    return Fraction(rise.nanometres * dy, area), Fraction(-rise.nanometres * dx, area)
