"""The outline of a floor: corners in plan, in order around it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import hypot, isqrt

from core.errors import BadOutline, OutOfRange
from core.lengths import Length
from core.lengths.quantity import NANOMETRES_PER_METRE

MOST_CORNERS = 200
FARTHEST = Length.from_metres(2000)


@dataclass(frozen=True, slots=True, order=True)
class PlanPoint:
    """A place in plan: ``x`` to the right, ``y`` away, from the job's own origin."""

    x: Length
    y: Length

    def __post_init__(self) -> None:
        if max(abs(self.x), abs(self.y)) > FARTHEST:
            raise OutOfRange(
                f"{self}", "That is farther out than any site.", "Stay within 2000 m (6500 ft)."
            )

    def __str__(self) -> str:
        return f"{float(self.x):g} m, {float(self.y):g} m"

    def distance(self, other: PlanPoint) -> Length:
        """The distance in plan, rounded down to the nanometre."""
        return Length(isqrt(_squared(self, other)))


def _squared(a: PlanPoint, b: PlanPoint) -> int:
    return (a.x - b.x).nanometres ** 2 + (a.y - b.y).nanometres ** 2


def _turn(a: PlanPoint, b: PlanPoint, c: PlanPoint) -> int:
    """Twice the signed area of a triangle; plus where a, b, c turn left. Exact."""
    return (b.x - a.x).nanometres * (c.y - a.y).nanometres - (b.y - a.y).nanometres * (
        c.x - a.x
    ).nanometres


def _within_box(a: PlanPoint, b: PlanPoint, p: PlanPoint) -> bool:
    return min(a.x, b.x) <= p.x <= max(a.x, b.x) and min(a.y, b.y) <= p.y <= max(a.y, b.y)


def _touch(a: PlanPoint, b: PlanPoint, c: PlanPoint, d: PlanPoint) -> bool:
    """Whether the segments ab and cd share a point."""
    turns = _turn(a, b, c), _turn(a, b, d), _turn(c, d, a), _turn(c, d, b)
    if turns[0] * turns[1] < 0 and turns[2] * turns[3] < 0:
        return True
    ends = ((a, b, c), (a, b, d), (c, d, a), (c, d, b))
    return any(turn == 0 and _within_box(*end) for turn, end in zip(turns, ends, strict=True))


@dataclass(frozen=True, slots=True)
class Outline:
    """A closed outline, concave ones included; its last corner joins its first.

    Raises :class:`BadOutline` for fewer than three corners, a corner given twice, edges
    that cross or touch, or no area.
    """

    corners: tuple[PlanPoint, ...]

    def __post_init__(self) -> None:
        self._check_count()
        self._check_repeats()
        if self.twice_area == 0:
            raise BadOutline(
                f"{len(self.corners)} corners",
                "They all lie on one line, so the floor has no area.",
                "Move at least one corner off the line.",
            )
        self._check_crossings()

    def _check_count(self) -> None:
        if not 3 <= len(self.corners) <= MOST_CORNERS:
            raise BadOutline(
                f"{len(self.corners)} corners",
                "A floor can't be made of them.",
                f"Give from 3 to {MOST_CORNERS} corners.",
            )

    def _check_repeats(self) -> None:
        seen: dict[PlanPoint, int] = {}
        for number, corner in enumerate(self.corners, start=1):
            if corner in seen:
                raise BadOutline(
                    str(corner),
                    f"Corners {seen[corner]} and {number} are the same place.",
                    "Remove one of them; the outline closes by itself.",
                )
            seen[corner] = number

    def _check_crossings(self) -> None:
        edges = self.edges
        for i, j in sorted(_near_pairs(edges)):
            if self._cross(*edges[i], *edges[j]):
                raise BadOutline(
                    f"edge {i + 1} and edge {j + 1}",
                    "The outline crosses or touches itself there.",
                    "Give the corners in order around the floor.",
                )

    @staticmethod
    def _cross(a: PlanPoint, b: PlanPoint, c: PlanPoint, d: PlanPoint) -> bool:
        if b == c or a == d:
            shared, first, second = (b, a, d) if b == c else (a, b, c)
            return _turn(first, shared, second) == 0 and (
                _within_box(shared, first, second) or _within_box(shared, second, first)
            )
        return _touch(a, b, c, d)

    @property
    def edges(self) -> tuple[tuple[PlanPoint, PlanPoint], ...]:
        """The edges in order, each from one corner to the next."""
        return tuple(zip(self.corners, (*self.corners[1:], self.corners[0]), strict=True))

    @property
    def twice_area(self) -> int:
        """Twice the signed area in square nanometres; exact, plus when counterclockwise."""
        return sum(
            a.x.nanometres * b.y.nanometres - b.x.nanometres * a.y.nanometres for a, b in self.edges
        )

    @property
    def area(self) -> float:
        """The area in square metres."""
        return abs(self.twice_area) / 2 / NANOMETRES_PER_METRE**2

    def has_on_edge(self, point: PlanPoint) -> bool:
        """Whether a place lies exactly on an edge."""
        return any(_turn(a, b, point) == 0 and _within_box(a, b, point) for a, b in self.edges)

    def contains(self, point: PlanPoint) -> bool:
        """Whether a place lies inside or on an edge."""
        if self.has_on_edge(point):
            return True
        inside = False
        for a, b in self.edges:
            if (a.y > point.y) is not (b.y > point.y):
                rising = b.y > a.y
                inside ^= (_turn(a, b, point) > 0) is rising
        return inside

    def clearance(self, point: PlanPoint) -> float:
        """The distance from a place to the nearest edge, in metres."""
        return min(_distance_to_edge(point, a, b) for a, b in self.edges)


def _near_pairs(edges: Sequence[tuple[PlanPoint, PlanPoint]]) -> Iterator[tuple[int, int]]:
    """Yield the pairs of edges whose boxes meet, each once: no others can cross.

    From left to right, so that an outline of many corners is looked at in about as many steps.
    """
    boxes = sorted(
        (
            min(a.x.nanometres, b.x.nanometres),
            max(a.x.nanometres, b.x.nanometres),
            min(a.y.nanometres, b.y.nanometres),
            max(a.y.nanometres, b.y.nanometres),
            number,
        )
        for number, (a, b) in enumerate(edges)
    )
    for at, (_, right, low, high, one) in enumerate(boxes):
        for behind in range(at + 1, len(boxes)):
            left, _, lowest, highest, other = boxes[behind]
            if left > right:
                break
            if lowest <= high and highest >= low:
                yield (one, other) if one < other else (other, one)


def _distance_to_edge(p: PlanPoint, a: PlanPoint, b: PlanPoint) -> float:
    dx, dy = float(b.x - a.x), float(b.y - a.y)
    px, py = float(p.x - a.x), float(p.y - a.y)
    along = max(0.0, min(1.0, (px * dx + py * dy) / (dx * dx + dy * dy)))
    return hypot(px - along * dx, py - along * dy)
