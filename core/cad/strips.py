"""A strip of a drawing: its middle and its width, from a rectangle or from its two edges."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import hypot

from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Length

#: How far the corners of a rectangle, or two edges, may be off what they are taken for.
OFF = Length.from_metres("0.005")
RECTANGLE = 4


@dataclass(frozen=True, slots=True)
class Strip:
    """The middle of a strip from corner to corner, and how wide it is."""

    corners: tuple[PlanPoint, ...]
    is_closed: bool
    width: Length


def sides_of(corners: Sequence[PlanPoint]) -> tuple[Length, Length] | None:
    """Return the sides of a rectangle, the first and the next; None where it is none."""
    if len(corners) != RECTANGLE:
        return None
    a, b, c, d = corners
    first, second = a.distance(b), b.distance(c)
    others = c.distance(d), d.distance(a)
    diagonals = a.distance(c), b.distance(d)
    off = (first - others[0], second - others[1], diagonals[0] - diagonals[1])
    return (first, second) if max(map(abs, off)) <= OFF else None


def strip_in(corners: Sequence[PlanPoint]) -> Strip:
    """Return the strip that a rectangle is: its middle along its longer sides.

    Raises :class:`BadShape` for what is no rectangle.
    """
    sides = sides_of(corners)
    if sides is None:
        raise BadShape(
            f"{len(corners)} corners",
            "It is no rectangle, so it has no one width.",
            "Choose both edges, or the middle line, and give the width.",
        )
    a, b, c, d = corners
    ends = ((a, d), (b, c)) if sides[0] >= sides[1] else ((a, b), (d, c))
    start, end = (_halfway(one, other) for one, other in ends)
    return Strip((start, end), is_closed=False, width=min(sides))


def strip_between(
    one: Sequence[PlanPoint], other: Sequence[PlanPoint], *, is_closed: bool
) -> Strip:
    """Return the strip between two edges, in whatever order each was drawn.

    Raises :class:`BadShape` for edges of different numbers of corners, or that are not equally
    far apart all along.
    """
    if len(one) != len(other):
        raise BadShape(
            f"{len(one)} and {len(other)} corners",
            "Edges with different corners bound no strip.",
            "Choose both edges of the same strip.",
        )
    matched = _matched(one, other, is_closed=is_closed)
    pairs = list(zip(one, matched, strict=True))
    middle = tuple(_halfway(a, b) for a, b in pairs)
    legs = list(pairwise([*pairs, pairs[0]] if is_closed else pairs))
    widths = [_apart(a, b, there) for ((a, _), (b, _)), there in _ends(legs)]
    if not widths or max(widths) - min(widths) > float(OFF) or min(widths) <= float(OFF):
        raise BadShape(
            f"{min(widths, default=0):.3f} to {max(widths, default=0):.3f} m",
            "The two edges are not equally far apart.",
            "Choose both edges of one strip, or its middle line.",
        )
    return Strip(middle, is_closed, Length.from_float(sum(widths) / len(widths)))


Pair = tuple[PlanPoint, PlanPoint]


def _ends(legs: list[tuple[Pair, Pair]]) -> list[tuple[tuple[Pair, Pair], PlanPoint]]:
    """Return each leg twice: with the start and with the end of the other edge's leg."""
    return [(leg, pair[1]) for leg in legs for pair in leg]


def _matched(
    one: Sequence[PlanPoint], other: Sequence[PlanPoint], *, is_closed: bool
) -> list[PlanPoint]:
    """Return the other edge's corners so turned that each lies by its own."""
    count = len(other)
    turns = range(count) if is_closed else range(1)
    ways = [
        [way[(n + turn) % count] for n in range(count)]
        for way in (list(other), list(reversed(other)))
        for turn in turns
    ]
    return min(ways, key=lambda way: sum(map(_distance, one, way)))


def _distance(a: PlanPoint, b: PlanPoint) -> float:
    return float(a.distance(b))


def _apart(a: PlanPoint, b: PlanPoint, place: PlanPoint) -> float:
    """Return how far a place is from the line through two others, metres."""
    dx, dy = float(b.x - a.x), float(b.y - a.y)
    run = hypot(dx, dy)
    if run == 0:
        raise BadShape(str(a), "A leg of this edge has no length.", "Choose another edge.")
    return abs(dx * float(place.y - a.y) - dy * float(place.x - a.x)) / run


def _halfway(a: PlanPoint, b: PlanPoint) -> PlanPoint:
    return PlanPoint(Length((a.x + b.x).nanometres // 2), Length((a.y + b.y).nanometres // 2))
