"""What standing at a chosen place costs against the best (section 5)."""

from __future__ import annotations

from collections.abc import Sequence
from math import hypot
from typing import NamedTuple

from core.placing.places import Reach, Stand, ToShoot

#: A place whose U is no more than this many times the best is as sure.
AS_SURE = 1.01


class NotRead(NamedTuple):
    """A point that can't be read from a place, since it lies too far from it, or too near."""

    name: str
    is_far: bool


def not_read_from(
    place: tuple[float, float], points: Sequence[ToShoot], reach: Reach
) -> NotRead | None:
    """Return the first point out of reach from a place, or else the first too near.

    ``place`` is in metres. None where all can be read.

    >>> not_read_from((0.0, 0.0), [ToShoot("A1", (3.0, 4.0), 1.2)], Reach(0.5, 4.9))
    NotRead(name='A1', is_far=True)
    """
    apart = [
        (hypot(x - place[0], y - place[1]), point.name) for point in points for x, y in [point.at]
    ]
    far = next((name for away, name in apart if away > reach.farthest), None)
    if far is not None:
        return NotRead(far, is_far=True)
    near = next((name for away, name in apart if away < reach.least), None)
    return None if near is None else NotRead(near, is_far=False)


def less_sure_by(here: Stand, best: Stand | None) -> float:
    """Return how much larger U is at a place than at the best, metres; 0 where it is as sure."""
    if best is None or here.half_width <= best.half_width * AS_SURE:
        return 0.0
    return here.half_width - best.half_width
