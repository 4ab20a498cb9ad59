"""A shape as a drawing has it: corners, and arcs between them, in the drawing's own numbers."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import acos, atan, atan2, ceil, cos, hypot, pi, sin

from core.errors import BadShape

Spot = tuple[float, float]
#: An arc is cut into no more stretches than this.
MOST_STRETCHES = 180
#: A circle is two half circles: the bulge of each.
HALF_CIRCLE = 1.0
HALVES = 2


@dataclass(frozen=True, slots=True)
class Bend:
    """A corner, and how the way on from it bends.

    ``bulge`` is the tangent of a quarter of the arc's angle, plus to the left; 0 is straight.
    """

    x: float
    y: float
    bulge: float = 0.0


@dataclass(frozen=True, slots=True)
class DrawnShape:
    """A line or an outline of a drawing, by its handle and its layer, in the drawing's unit.

    ``height`` is where it lies, None where it was drawn flat.
    """

    handle: str
    layer: str
    bends: tuple[Bend, ...]
    is_closed: bool
    height: float | None = None

    @property
    def circle(self) -> tuple[Spot, float] | None:
        """The middle and the diameter, where it is a circle."""
        if not self.is_closed or len(self.bends) != HALVES:
            return None
        one, other = self.bends
        if abs(one.bulge) != HALF_CIRCLE or one.bulge != other.bulge:
            return None
        middle = (one.x + other.x) / 2, (one.y + other.y) / 2
        return middle, hypot(other.x - one.x, other.y - one.y)

    def corners(self, tolerance: float) -> tuple[Spot, ...]:
        """Return its corners, arcs cut so that no stretch is farther off than ``tolerance``.

        Corners that repeat the one before are left out, and so is a last one that closes it.
        Raises :class:`BadShape` for a tolerance that is not above 0.
        """
        if not tolerance > 0:
            accepts = "1/8 in or 3 mm is usual."
            raise BadShape(f"{tolerance:g}", "Arcs are cut to within more than 0.", accepts)
        ring = [*self.bends, self.bends[0]] if self.is_closed else list(self.bends)
        found: list[Spot] = []
        for start, end in pairwise(ring):
            found += _stretches(start, (end.x, end.y), tolerance)
        if not self.is_closed:
            found.append((ring[-1].x, ring[-1].y))
        return _once_each(found, is_closed=self.is_closed)


def circle(handle: str, layer: str, middle: Spot, radius: float) -> DrawnShape:
    """Return a circle."""
    x, y = middle
    bends = (Bend(x - radius, y, HALF_CIRCLE), Bend(x + radius, y, HALF_CIRCLE))
    return DrawnShape(handle, layer, bends, is_closed=True)


def middle_of(corners: tuple[Spot, ...]) -> Spot:
    """Return the middle of an outline's corners: of a rectangle or a circle its own middle."""
    xs, ys = zip(*corners, strict=True)
    return sum(xs) / len(xs), sum(ys) / len(ys)


def _stretches(start: Bend, end: Spot, tolerance: float) -> list[Spot]:
    """Return the corners of a leg but for its end."""
    chord = hypot(end[0] - start.x, end[1] - start.y)
    if start.bulge == 0 or chord == 0:
        return [(start.x, start.y)]
    turn = 4 * atan(start.bulge)
    radius = chord * (1 + start.bulge**2) / (4 * abs(start.bulge))
    aside = (1 - start.bulge**2) / (4 * start.bulge)
    x = (start.x + end[0]) / 2 - (end[1] - start.y) * aside
    y = (start.y + end[1]) / 2 + (end[0] - start.x) * aside
    step = 2 * acos(max(0.0, 1 - tolerance / radius)) or pi / MOST_STRETCHES
    count = min(MOST_STRETCHES, max(1, ceil(abs(turn) / step)))
    begins = atan2(start.y - y, start.x - x)
    between = [begins + turn * n / count for n in range(1, count)]
    return [
        (start.x, start.y),
        *((x + radius * cos(angle), y + radius * sin(angle)) for angle in between),
    ]


def _once_each(corners: list[Spot], *, is_closed: bool) -> tuple[Spot, ...]:
    kept = [one for n, one in enumerate(corners) if n == 0 or one != corners[n - 1]]
    if is_closed and len(kept) > 1 and kept[0] == kept[-1]:
        kept.pop()
    return tuple(kept)
