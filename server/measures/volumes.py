"""The volume of a floor, against the triangulation alone."""

from __future__ import annotations

import random

import numpy as np
from scipy.spatial import Delaunay

from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces import Plane, StoneShot, slab_volume
from server.measures.clock import Compared, compare

CORNERS = ((0, 0), (110, 0), (110, 43), (64, 43), (64, 91), (0, 91))


def volume(shots: int, rounds: int) -> Compared:
    """Compare the volume of an L-shaped floor with SciPy's Delaunay on the same points."""
    draw = random.Random(11)  # noqa: S311 - no secret hangs on it
    outline = Outline(tuple(PlanPoint(_metres(x), _metres(y)) for x, y in CORNERS))
    stone: list[StoneShot] = []
    while len(stone) < shots:
        place = PlanPoint(_metres(draw.uniform(0, 110)), _metres(draw.uniform(0, 91)))
        if outline.contains(place):
            stone.append(StoneShot(place, draw.gauss(-0.12, 0.01)))
    xy = np.array([(float(shot.place.x), float(shot.place.y)) for shot in stone])
    return compare(lambda: Delaunay(xy), lambda: slab_volume(outline, stone, Plane(0.0)), rounds)


def _metres(number: float) -> Length:
    return Length.from_float(number)
