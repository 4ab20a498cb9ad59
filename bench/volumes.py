"""The volume of a floor, against the triangulation alone."""

from __future__ import annotations

import random

import numpy as np
from numpy.typing import NDArray
from scipy.spatial import Delaunay
from shapely import Polygon, intersection, polygons

from bench.clock import Compared, compare
from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces import (
    Plane,
    Region,
    SlabModel,
    StoneShot,
    band_levels,
    contours,
    slab_volume,
    thickness_bands,
)

CORNERS = ((0, 0), (110, 0), (110, 43), (64, 43), (64, 91), (0, 91))


def volume(shots: int, rounds: int) -> Compared:
    """Compare the volume of an L-shaped floor with SciPy's Delaunay on the same points."""
    outline, stone, xy = _floor(shots)
    return compare(lambda: Delaunay(xy), lambda: slab_volume(outline, stone, Plane(0.0)), rounds)


def map_and_volume(shots: int, rounds: int) -> Compared:
    """Compare a floor's volume, bands and contours with SciPy's Delaunay and a clip of its
    triangles to the outline.
    """
    outline, stone, xy = _floor(shots)
    polygon = Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])
    places = [shot.place for shot in stone]
    z = np.array([shot.z for shot in stone])

    def least() -> object:
        return intersection(polygons(xy[Delaunay(xy).simplices]), polygon)

    def ours() -> object:
        model = SlabModel([Region(outline, Plane(0.0), Plane(0.12))], places)
        off = model.off(model.places.mean(z))
        levels = band_levels(0.08, 0.16, 0.005, 0.12)
        return (
            model.volume(off),
            thickness_bands(model, off, levels),
            contours(model, off, levels[1:-1]),
        )

    return compare(least, ours, rounds)


def _floor(shots: int) -> tuple[Outline, list[StoneShot], NDArray[np.float64]]:
    draw = random.Random(11)  # noqa: S311 - no secret hangs on it
    outline = Outline(tuple(PlanPoint(_metres(x), _metres(y)) for x, y in CORNERS))
    stone: list[StoneShot] = []
    while len(stone) < shots:
        place = PlanPoint(_metres(draw.uniform(0, 110)), _metres(draw.uniform(0, 91)))
        if outline.contains(place):
            stone.append(StoneShot(place, draw.gauss(-0.12, 0.01)))
    xy = np.array([(float(shot.place.x), float(shot.place.y)) for shot in stone])
    return outline, stone, xy


def _metres(number: float) -> Length:
    return Length.from_float(number)
