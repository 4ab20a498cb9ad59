"""The grid of shots proposed for a floor: corners, edges and inside (section 10)."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from math import hypot, sqrt

from core.errors import OutOfRange
from core.floors.marks import between, even_positions, rounded_up_distance
from core.floors.outline import Outline, PlanPoint
from core.lengths import Length
from core.lengths.quantity import round_half_away

MOST_POINTS = 2000
FEWEST_SHOTS = 4
CROWDED = 4
TRIED_EACH_WAY = 24
#: A narrower spacing than one that gives so many times what is asked for comes no nearer.
FAR_TOO_MANY = 2


@dataclass(frozen=True, slots=True)
class ProposedPoint:
    """A place to shoot, named by row letter and place in the row."""

    name: str
    place: PlanPoint


def propose_grid(
    outline: Outline,
    spacing: Length,
    kept: Sequence[PlanPoint] = (),
    along: Sequence[tuple[PlanPoint, PlanPoint]] = (),
) -> tuple[ProposedPoint, ...]:
    """Return places to shoot, none farther than ``spacing`` from its neighbors along a row.

    The rows follow the longest side. Every corner is kept; so is every place of ``kept``, such as
    a drain or a panel's corner, and so are marks at most a spacing apart on the lines ``along``,
    such as the edges between panels. Then every crossing of the grid's lines with an edge, and
    every crossing of two lines inside; the lines run through the corners and divide the gaps
    between evenly, and what lies nearer than a quarter of the spacing to a place already chosen
    is left out. The order walks the rows back and forth. Raises :class:`OutOfRange` for a spacing
    that is not above 0 or gives more than 2000 points.
    """
    if spacing.nanometres <= 0:
        raise OutOfRange(
            f"{spacing.metres.normalize()} m",
            "A grid needs a spacing above 0.",
            "8 ft (2.5 m) is usual.",
        )
    turned = Turned.along_longest(outline)
    ring = turned.outline(outline)
    columns = _lines([corner.x.nanometres for corner in ring.corners], spacing)
    rows = _lines([corner.y.nanometres for corner in ring.corners], spacing)
    if len(columns) * len(rows) > 4 * MOST_POINTS:
        raise _too_many(spacing, len(columns) * len(rows))
    places = _Uncrowded(spacing.nanometres // CROWDED)
    places.keep(ring.corners)
    places.keep(turned.place(one) for one in kept)
    places.extend(turned.place(one) for line in along for one in _marked(line, spacing))
    places.extend(_edge_crossings(ring, columns, rows))
    places.extend(_inside(ring, columns, rows, spacing))
    if len(places.chosen) > MOST_POINTS:
        raise _too_many(spacing, len(places.chosen))
    own = dict(zip(ring.corners, outline.corners, strict=True))
    own |= {turned.place(one): one for one in kept}
    return tuple(
        ProposedPoint(one.name, own.get(one.place) or turned.back(one.place))
        for one in _in_walking_order(places.chosen, rows)
    )


def spacing_for(
    outline: Outline,
    about: int,
    kept: Sequence[PlanPoint] = (),
    along: Sequence[tuple[PlanPoint, PlanPoint]] = (),
) -> Length:
    """Return the spacing whose grid comes nearest to so many shots; the wider of two as near.

    Raises :class:`OutOfRange` for a number of shots no floor takes.
    """
    if not FEWEST_SHOTS <= about <= MOST_POINTS:
        raise OutOfRange(
            f"about {about} shots",
            "A floor is not shot in so many places.",
            f"Ask for {FEWEST_SHOTS} to {MOST_POINTS}.",
        )
    usual = sqrt(outline.area / about)
    best, least_missed = Length.from_float(usual), MOST_POINTS
    for n in range(TRIED_EACH_WAY - 1, -TRIED_EACH_WAY - 1, -1):
        spacing = Length.from_float(usual * 1.04**n)
        count = len(propose_grid(outline, spacing, kept, along))
        missed = abs(count - about)
        if missed < least_missed:
            best, least_missed = spacing, missed
        if missed == 0 or count > FAR_TOO_MANY * about:
            break  # narrower ones, which take longest, can't do better
    return best


def _marked(line: tuple[PlanPoint, PlanPoint], spacing: Length) -> Iterator[PlanPoint]:
    """Yield marks on a line, both its ends included."""
    start, end = line
    run = rounded_up_distance(start, end)
    for at in even_positions(run, spacing):
        yield between(start, end, at, run)


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


@dataclass(frozen=True, slots=True)
class Turned:
    """The plan turned so that a floor's longest side runs to the right; exact where it does."""

    cosine: float
    sine: float

    @classmethod
    def along_longest(cls, outline: Outline) -> Turned:
        """Return the turn of a floor; none where its longest side runs along an axis."""
        start, end = max(outline.edges, key=lambda edge: edge[0].distance(edge[1]))
        dx, dy = float(end.x - start.x), float(end.y - start.y)
        if dx == 0 or dy == 0:
            return cls(1.0, 0.0)
        run = hypot(dx, dy)
        return cls(dx / run, dy / run)

    def place(self, place: PlanPoint) -> PlanPoint:
        """A place in the turned plan."""
        return place if self.sine == 0 else _rotated(place, self.cosine, -self.sine)

    def back(self, place: PlanPoint) -> PlanPoint:
        """A place of the turned plan, turned back."""
        return place if self.sine == 0 else _rotated(place, self.cosine, self.sine)

    def outline(self, outline: Outline) -> Outline:
        """An outline in the turned plan."""
        return Outline(tuple(self.place(corner) for corner in outline.corners))


def _rotated(place: PlanPoint, cosine: float, sine: float) -> PlanPoint:
    x, y = float(place.x), float(place.y)
    return PlanPoint(
        Length.from_float(cosine * x - sine * y), Length.from_float(sine * x + cosine * y)
    )


class _Uncrowded:
    """Places in the order they were chosen, none too near to another."""

    def __init__(self, apart: int) -> None:
        self.apart = apart
        self.chosen: list[PlanPoint] = []
        self._cells: dict[tuple[int, int], list[PlanPoint]] = {}

    def extend(self, places: Iterable[PlanPoint]) -> None:
        """Choose places that are not too near to another."""
        self.keep(place for place in places if not self._has_near(place))

    def keep(self, places: Iterable[PlanPoint]) -> None:
        """Choose places however near they are to another; each once."""
        for place in places:
            cell = self._cells.setdefault(self._cell(place), [])
            if place not in cell:
                self.chosen.append(place)
                cell.append(place)

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
    """Yield the crossings inside that are not too near to an edge; each row's edges looked up
    once. What lies on an edge is too near to it.
    """
    margin = spacing.nanometres // CROWDED
    edges = [(a.x.nanometres, a.y.nanometres, b.x.nanometres, b.y.nanometres)
             for a, b in outline.edges]  # fmt: skip
    for y in rows[1:-1]:
        crossed = sorted(
            ax + Fraction((bx - ax) * (y - ay), by - ay)
            for ax, ay, bx, by in edges
            if (ay > y) is not (by > y)
        )
        near = [
            edge for edge in edges
            if min(edge[1], edge[3]) - margin <= y <= max(edge[1], edge[3]) + margin
        ]  # fmt: skip
        for x in columns[1:-1]:
            is_inside = bisect_left(crossed, x) % 2 == 1
            if is_inside and all(_distance(x, y, edge) >= margin for edge in near):
                yield PlanPoint(Length(x), Length(y))


def _distance(x: int, y: int, edge: tuple[int, int, int, int]) -> float:
    """Return how far a place is from an edge, both in nanometers."""
    ax, ay, bx, by = edge
    dx, dy, px, py = bx - ax, by - ay, x - ax, y - ay
    along = max(0.0, min(1.0, (px * dx + py * dy) / (dx * dx + dy * dy)))
    return hypot(px - along * dx, py - along * dy)


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
