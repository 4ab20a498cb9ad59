"""Where plane outlines lie over each other: the plane cut into strips and summed up (section 7)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import TypeAlias

from core.floors import Outline

Spot: TypeAlias = tuple[float, float]
Side: TypeAlias = tuple[Spot, Spot]


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of the plane that lies within the same outlines throughout.

    ``within`` numbers those outlines, ``area`` is in square metres, ``middle`` its center of area:
    what is a plane over it is there what it is on the mean.
    """

    within: frozenset[int]
    area: float
    middle: Spot


def hull_of(places: Sequence[Spot]) -> list[Spot]:
    """Return the corners of the convex hull of places, counterclockwise."""
    if len(set(places)) < 3:
        return sorted(set(places))
    hull: list[Spot] = []
    for along in (sorted(set(places)), sorted(set(places), reverse=True)):
        chain: list[Spot] = []
        for place in along:
            while len(chain) > 1 and _turn(chain[-2], chain[-1], place) <= 0:
                chain.pop()
            chain.append(place)
        hull += chain[:-1]
    return hull


def _turn(start: Spot, middle: Spot, end: Spot) -> float:
    """Return twice the area of a triangle; plus where it turns left."""
    (ax, ay), (bx, by), (cx, cy) = start, middle, end
    return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)


def pieces_of(outlines: Sequence[Outline]) -> Iterator[Piece]:
    """Yield the pieces that lie within any of some outlines, strip by strip.

    Between two neighboring heights of a corner or a crossing no side crosses another: there the
    pieces are trapezoids.
    """
    sides = [(number, side) for number, one in enumerate(outlines) for side in _sides(one)]
    levels = sorted(_levels([side for _, side in sides]))
    for low, high in pairwise(levels):
        between = (low + high) / 2
        here = sorted(
            (_at(side, between), number, side)
            for number, side in sides
            if min(side[0][1], side[1][1]) < between < max(side[0][1], side[1][1])
        )
        within: frozenset[int] = frozenset()
        for (_, number, one), (_, _, other) in pairwise(here):
            within ^= {number}
            if within:
                yield _trapezoid(within, (one, other), (low, high))


def _trapezoid(within: frozenset[int], sides: tuple[Side, Side], levels: Spot) -> Piece:
    """Return the piece between two sides and two heights."""
    left, right = sides
    low, high = levels
    below, above = (max(0.0, _at(right, y) - _at(left, y)) for y in levels)
    wide = below + above
    middle = low + (high - low) / 3 * ((below + 2 * above) / wide if wide else 1.5)
    return Piece(
        within,
        wide / 2 * (high - low),
        ((_at(left, middle) + _at(right, middle)) / 2, middle),
    )


def _sides(outline: Outline) -> list[Side]:
    return [
        ((float(start.x), float(start.y)), (float(end.x), float(end.y)))
        for start, end in outline.edges
    ]


def _at(side: Side, y: float) -> float:
    """Return how far right a side, or the line it is a part of, is at a height."""
    (x0, y0), (x1, y1) = side
    return x0 + (x1 - x0) * (y - y0) / (y1 - y0)


def _levels(sides: Sequence[Side]) -> set[float]:
    """Return the heights of all corners, and of all places where two sides cross."""
    levels = {y for side in sides for _, y in side}
    for one, other in combinations(sides, 2):
        crossing = _crossing(one, other)
        if crossing is not None:
            levels.add(crossing)
    return levels


def _crossing(one: Side, other: Side) -> float | None:
    """Return the height where two sides cross; None where they do not, or lie along each other."""
    (ax, ay), (bx, by) = one
    (cx, cy), (dx, dy) = other
    along = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
    if along == 0:
        return None
    first = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / along
    second = ((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / along
    return ay + first * (by - ay) if 0 < first < 1 and 0 < second < 1 else None
