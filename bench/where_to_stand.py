"""How long it takes to find where to stand."""

from __future__ import annotations

from time import perf_counter

import numpy as np

from core.placing import Reach, ToShoot, where_to_stand
from core.uncertainty import Kit

KIT = Kit(0.0001, 0.0005, 0.001, 0.5)
ROUNDS = 5


def choosing_a_stand(points: int, grid: tuple[int, int]) -> float:
    """Return the seconds it takes over so many points and a grid of places."""
    places = np.random.default_rng(1).uniform((0, 0), (40, 30), (points, 2))
    spots = [ToShoot(f"P{n}", (float(x), float(y)), 1.2) for n, (x, y) in enumerate(places)]
    known = ToShoot("BM1", (-10.0, 0.0), 1.5)
    return min(_seconds(spots, known, grid) for _ in range(ROUNDS))


def _seconds(spots: list[ToShoot], known: ToShoot, grid: tuple[int, int]) -> float:
    started = perf_counter()
    where_to_stand(spots, known, KIT, Reach(1.0, 100.0), grid)
    return perf_counter() - started
