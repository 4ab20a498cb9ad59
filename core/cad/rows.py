"""Piers of a drawing, as the even row or rows they stand in."""

from __future__ import annotations

from collections.abc import Sequence
from math import hypot

from core.elements import PierGrid
from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Length

#: How far a pier may be drawn off the even spacing.
OFF = 0.01
MOST = 400
ACCEPTS = "Choose those that stand evenly in a row or a grid; place the others as their own."


def rows_of(places: Sequence[PlanPoint]) -> PierGrid:
    """Return the even row or grid that piers stand in, in whatever order they are drawn.

    Raises :class:`BadShape` where they stand unevenly, and for two at one place.
    """
    if not 1 <= len(places) <= MOST:
        raise BadShape(f"{len(places)} piers", "That is no row of piers.", f"Choose up to {MOST}.")
    if len(set(places)) < len(places):
        raise BadShape(f"{len(places)} piers", "Two of them are at one place.", ACCEPTS)
    if len(places) == 1:
        return PierGrid(places[0], places[0], 1, 1, Length(0))
    ordered = sorted(places, key=lambda place: (place.y, place.x))
    grids = (_grid(ordered, start, along) for start in ordered for along in ordered)
    found = [grid for grid in grids if grid is not None]
    if not found:
        raise BadShape(f"{len(places)} piers", "They stand in no even row or grid.", ACCEPTS)
    return min(found, key=lambda grid: (grid.rows, not _runs_right(grid), grid.first.x))


def _runs_right(grid: PierGrid) -> bool:
    return grid.last.x >= grid.first.x


def _grid(places: Sequence[PlanPoint], start: PlanPoint, end: PlanPoint) -> PierGrid | None:
    """Return the grid whose first row runs from a place to another, where there is one."""
    run = hypot(float(end.x - start.x), float(end.y - start.y))
    if run == 0:
        return None
    ux, uy = float(end.x - start.x) / run, float(end.y - start.y) / run
    turned = []
    for place in places:
        dx, dy = float(place.x - start.x), float(place.y - start.y)
        along, aside = dx * ux + dy * uy, dy * ux - dx * uy
        if not (-OFF <= along <= run + OFF and aside >= -OFF):
            return None
        turned.append((along, aside))
    count = sum(1 for _, aside in turned if aside <= OFF)
    if count < 2 or len(places) % count:
        return None
    rows = len(places) // count
    spacing = max(aside for _, aside in turned) / (rows - 1) if rows > 1 else 0.0
    if rows > 1 and spacing <= OFF:
        return None
    cells = {_cell(one, run / (count - 1), spacing) for one in turned}
    if None in cells or len(cells) < len(places):
        return None
    return PierGrid(start, end, count, rows, Length.from_float(spacing))


def _cell(at: tuple[float, float], bay: float, spacing: float) -> tuple[int, int] | None:
    """Return which pier of which row stands there; None where none would."""
    column = round(at[0] / bay)
    row = round(at[1] / spacing) if spacing else 0
    off = hypot(at[0] - column * bay, at[1] - row * spacing)
    return (column, row) if off <= OFF else None
