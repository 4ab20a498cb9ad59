"""The grid of shots proposed for a floor: corners, edges and inside (section 10)."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from core.errors import OutOfRange
from core.floors.outline import Outline, PlanPoint
from core.lengths import Length
from core.lengths.quantity import round_half_away

MOST_POINTS = 2000
CROWDED = 4


@dataclass(frozen=True, slots=True)
class ProposedPoint:
    """A place to shoot, named by row letter and place in the row."""

    name: str
    place: PlanPoint


def propose_grid(outline: Outline, spacing: Length) -> tuple[ProposedPoint, ...]:
    """Return places to shoot, none farther than ``spacing`` from its neighbors along a row.

    Every corner; every crossing of the grid's lines with an edge; every crossing of two
    lines inside. The lines run through the corners and divide the gaps between evenly.
    Places nearer than a quarter of the spacing to one already chosen are left out. The
    order walks the rows back and forth. Raises :class:`OutOfRange` for a spacing that is
    not above 0 or gives more than 2000 points.
    """
    if spacing.nanometres <= 0:
        raise OutOfRange(
            f"{spacing.metres.normalize()} m",
            "A grid needs a spacing above 0.",
            "8 ft (2.5 m) is usual.",
        )
    columns = _lines([corner.x.nanometres for corner in outline.corners], spacing)
    rows = _lines([corner.y.nanometres for corner in outline.corners], spacing)
    if len(columns) * len(rows) > 4 * MOST_POINTS:
        raise _too_many(spacing, len(columns) * len(rows))
    places = _Uncrowded(spacing.nanometres // CROWDED)
    places.extend(outline.corners)
    places.extend(_edge_crossings(outline, columns, rows))
    places.extend(_inside(outline, columns, rows, spacing))
    if len(places.chosen) > MOST_POINTS:
        raise _too_many(spacing, len(places.chosen))
    return tuple(_in_walking_order(places.chosen, rows))


def _too_many(spacing: Length, count: int) -> OutOfRange:
    return OutOfRange(
        f"{spacing.metres.normalize()} m",
        f"That spacing gives about {count} points to shoot.",
        f"Give a spacing that makes at most {MOST_POINTS}.",
    )


def _lines(corners: list[int], spacing: Length) -> list[int]:
    """Return coordinates of lines through the corners and evenly between them."""
    step = spacing.nanometres
    ordered = sorted(set(corners))
    breaks = [ordered[0]]
    breaks += [c for c in ordered[1:-1] if c - ordered[0] >= step // CROWDED]
    breaks = [c for i, c in enumerate(breaks) if i == 0 or c - breaks[i - 1] >= step // CROWDED]
    if len(breaks) > 1 and ordered[-1] - breaks[-1] < step // CROWDED:
        breaks.pop()
    breaks.append(ordered[-1])
    lines = [breaks[0]]
    for start, end in pairwise(breaks):
        bays = max(1, -(-(end - start) // step))
        if bays > 4 * MOST_POINTS:
            raise _too_many(spacing, bays)
        lines += [
            start + round_half_away(Fraction((end - start) * i, bays)) for i in range(1, bays + 1)
        ]
    return lines


class _Uncrowded:
    """Places in the order they were chosen, none too near to another."""

    def __init__(self, apart: int) -> None:
        self.apart = apart
        self.chosen: list[PlanPoint] = []
        self._cells: dict[tuple[int, int], list[PlanPoint]] = {}

    def extend(self, places: Iterable[PlanPoint]) -> None:
        for place in places:
            if not self._has_near(place):
                self.chosen.append(place)
                self._cells.setdefault(self._cell(place), []).append(place)

    def _cell(self, place: PlanPoint) -> tuple[int, int]:
        size = max(1, self.apart)
        return place.x.nanometres // size, place.y.nanometres // size

    def _has_near(self, place: PlanPoint) -> bool:
        column, row = self._cell(place)
        return any(
            place.distance(other).nanometres < self.apart
            for dc in (-1, 0, 1)
            for dr in (-1, 0, 1)
            for other in self._cells.get((column + dc, row + dr), ())
        )


def _edge_crossings(outline: Outline, columns: list[int], rows: list[int]) -> Iterator[PlanPoint]:
    for a, b in outline.edges:
        ax, ay, bx, by = (v.nanometres for v in (a.x, a.y, b.x, b.y))
        if ax != bx:
            for x in _strictly_between(columns, ax, bx):
                y = ay + round_half_away(Fraction((by - ay) * (x - ax), bx - ax))
                yield PlanPoint(Length(x), Length(y))
        if ay != by:
            for y in _strictly_between(rows, ay, by):
                x = ax + round_half_away(Fraction((bx - ax) * (y - ay), by - ay))
                yield PlanPoint(Length(x), Length(y))


def _strictly_between(lines: list[int], one: int, other: int) -> list[int]:
    low, high = min(one, other), max(one, other)
    return [line for line in lines if low < line < high]


def _inside(
    outline: Outline, columns: list[int], rows: list[int], spacing: Length
) -> Iterator[PlanPoint]:
    margin = float(spacing) / CROWDED
    for y in rows[1:-1]:
        for x in columns[1:-1]:
            place = PlanPoint(Length(x), Length(y))
            if outline.contains(place) and outline.clearance(place) >= margin:
                yield place


def _in_walking_order(places: list[PlanPoint], rows: list[int]) -> Iterator[ProposedPoint]:
    by_row: dict[int, list[PlanPoint]] = {}
    for place in places:
        by_row.setdefault(_nearest(rows, place.y.nanometres), []).append(place)
    for turn, row in enumerate(sorted(by_row)):
        letter = _row_letter(turn)
        walked = sorted(by_row[row])
        named = [ProposedPoint(f"{letter}{i}", p) for i, p in enumerate(walked, start=1)]
        yield from named if turn % 2 == 0 else reversed(named)


def _nearest(rows: list[int], y: int) -> int:
    i = bisect_left(rows, y)
    near = [k for k in (i - 1, i) if 0 <= k < len(rows)]
    return min(near, key=lambda k: abs(rows[k] - y))


def _row_letter(number: int) -> str:
    letters = ""
    number += 1
    while number:
        number, letter = divmod(number - 1, 26)
        letters = chr(ord("A") + letter) + letters
    return letters
