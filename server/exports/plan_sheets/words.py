"""What is written at a point on paper: its name, what is to be done there, and to which surface."""

from __future__ import annotations

from dataclasses import dataclass

from core.drawings import sprayed, stake_text
from core.lengths import Style, format_elevation
from core.tasks import SURFACES, Task
from server.exports.lists.points_out import BothHeights


@dataclass(frozen=True, slots=True)
class Written:
    """A point as it is written: its name, what it lies on, what to do, and the height there."""

    name: str
    where: str
    to_do: str
    height: str
    surface: str


def written(point: BothHeights, style: Style, *, in_tenths: bool) -> Written:
    """Return what is written at a point; nothing to do where it was not shot, or has no plan."""
    own = point.point
    height = point.planned if point.planned is not None else point.found
    return Written(
        name=own.name if own is not None else point.number,
        where=own.owner.name if own is not None else "benchmark",
        to_do=_to_do(point, style, in_tenths=in_tenths),
        height="" if height is None else format_elevation(height, style),
        surface=SURFACES[Task(own.task)] if own is not None else "",
    )


def thickness_at(point: BothHeights, style: Style) -> str:
    """Return how thick the concrete is where stone was shot, as it is sprayed; empty elsewhere."""
    if point.top is None or point.found is None:
        return ""
    return sprayed(point.top, point.found, style)


def _to_do(point: BothHeights, style: Style, *, in_tenths: bool) -> str:
    if point.is_known or point.found is None or point.planned is None:
        return ""
    return stake_text(point.found, point.planned, style, in_tenths=in_tenths)
