"""A drawing that was brought in again: what of it moved."""

from __future__ import annotations

from collections.abc import Sequence

from core.floors import PlanPoint
from core.lengths import Length


def moved_by(before: Sequence[PlanPoint], now: Sequence[PlanPoint]) -> Length | None:
    """Return how far the corner that moved most did; None where the corners are others.

    A shape that begins at another corner, or runs the other way, is the same shape.
    """
    count = len(before)
    if count != len(now):
        return None
    ways = [
        [way[(n + turn) % count] for n in range(count)]
        for way in (list(now), list(reversed(now)))
        for turn in range(count)
    ]
    return min(max(a.distance(b) for a, b in zip(before, way, strict=True)) for way in ways)
