"""Triangles over shot places, clipped to an outline, as weights of each place (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from math import gcd
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import Delaunay, QhullError

from core.design.field_book import check_count, check_width
from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint
from core.lengths.quantity import NANOMETRES_PER_METRE

Floats = NDArray[np.float64]
Integers = NDArray[np.intp]

NEAREST_SHOTS = 4
ON_THE_HULL = 1e-6
#: How wide places must lie across their longest way, as a share of it, to carry a plane.
LEAST_SPREAD = 0.1
GOLDEN_SHARE = 0.6180339887


class Places(NamedTuple):
    """Distinct places of shots in metres, ``which`` place each shot stands on, and the first
    shot of each.
    """

    xy: Floats
    which: Integers
    first: Integers

    def mean(self, of_shots: Floats) -> Floats:
        """Return the mean at each place of a figure of each shot."""
        counts = np.bincount(self.which, minlength=len(self.xy))
        sums = np.bincount(self.which, weights=of_shots, minlength=len(self.xy))
        means: Floats = sums / counts
        return means


class Mesh(NamedTuple):
    """Triangles over places and the outline's corners outside their hull.

    ``corners`` tells how far each place counts at such a corner, a row a corner; ``inside`` is
    the area each place and each such corner stands for inside the outline, ``weights`` the same
    with the corners given back to their places.
    """

    xy: Floats
    triangles: Integers
    corners: Floats
    inside: Floats
    weights: Floats
    extrapolated_share: float

    def at_all(self, at_places: Floats) -> Floats:
        """Return a surface at the places and at the corners outside their hull.

        No corner lies beyond what the places show by more than their spread.
        """
        if not len(self.corners):
            return at_places
        low, high = float(at_places.min()), float(at_places.max())
        spread = high - low
        corners = np.clip(self.corners @ at_places, low - spread, high + spread)
        heights: Floats = np.concatenate([at_places, corners])
        return heights

    def volume_of(self, at_places: Floats) -> float:
        """Return the volume under a surface inside the outline."""
        return float(self.inside @ self.at_all(at_places))


def distinct_places(places: Sequence[PlanPoint]) -> Places:
    """Return the distinct places of shots, in an order that does not depend on theirs."""
    x = np.array([place.x.nanometres for place in places], dtype=np.int64)
    y = np.array([place.y.nanometres for place in places], dtype=np.int64)
    order = np.lexsort((y, x))
    is_new = np.ones(len(order), dtype=bool)
    is_new[1:] = (np.diff(x[order]) != 0) | (np.diff(y[order]) != 0)
    group = np.empty(len(order), dtype=np.intp)
    group[order] = np.cumsum(is_new) - 1
    first = order[is_new]
    scattered = _scattered(len(first))
    back = np.empty(len(first), dtype=np.intp)
    back[scattered] = np.arange(len(first), dtype=np.intp)
    xy = np.column_stack([x[first], y[first]]) / NANOMETRES_PER_METRE
    return Places(xy[scattered], back[group], first[scattered])


def _scattered(count: int) -> Integers:
    """Return an order of so many places that jumps about; triangulating sorted ones is slow.

    Sorting first and scattering after makes the triangles the same whatever order the shots
    came in.
    """
    step = max(1, round(count * GOLDEN_SHARE))
    while gcd(step, count) > 1:
        step += 1
    return np.arange(count, dtype=np.intp) * step % max(1, count)


def ring_of(outline: Outline) -> Floats:
    """Return an outline's corners in metres, an (n, 2) array."""
    return np.array([(float(c.x), float(c.y)) for c in outline.corners], dtype=np.float64)


def mesh_over(outline: Outline, xy: Floats) -> Mesh:
    """Return the mesh over places, clipped to an outline.

    Corners outside the hull of the places take their height from the least-squares plane of
    the nearest four. Raises :class:`NotEnoughShots` for fewer than three places, or all of
    them on one line.
    """
    check_count(len(xy))
    ring = ring_of(outline)
    polygon = shapely.Polygon(ring)
    hull = _hull(xy)
    outside = ring[shapely.distance(hull, shapely.points(ring)) > ON_THE_HULL]
    corners = np.array([_from_nearest(place, xy) for place in outside]).reshape(-1, len(xy))
    everywhere = np.vstack([xy, outside])
    triangles = _delaunay(everywhere)
    weights = _weights(everywhere, triangles, polygon, ring)
    covered = shapely.area(shapely.intersection(hull, polygon)) / polygon.area
    return Mesh(
        everywhere,
        triangles,
        corners,
        weights,
        weights[: len(xy)] + weights[len(xy) :] @ corners,
        max(0.0, 1.0 - float(covered)),
    )


def weights_inside(mesh: Mesh, part: shapely.Polygon) -> Floats:
    """Return the weights of a mesh's places and far corners inside a part of its outline."""
    ring = shapely.get_coordinates(part.exterior)[:-1]
    return _weights(mesh.xy, mesh.triangles, part, ring)


def _hull(xy: Floats) -> shapely.Polygon:
    hull = shapely.convex_hull(shapely.multipoints(xy))
    longest = float(np.ptp(xy, axis=0).max())
    check_width(len(xy), hull.area, longest)
    return hull


def _from_nearest(place: Floats, xy: Floats) -> Floats:
    """How far each place counts on the plane of the nearest that spread, at another place.

    Four that lie nearly on a line carry no plane: more of the nearest are taken.
    """
    nearest = np.argsort(np.hypot(*(xy - place).T), kind="stable")
    count = min(NEAREST_SHOTS, len(nearest))
    while count < len(nearest) and not _spread(xy[nearest[:count]]):
        count += 1
    chosen = nearest[:count]
    rows = np.column_stack([np.ones(count), xy[chosen] - place])
    shares = np.zeros(len(xy))
    shares[chosen] = np.linalg.pinv(rows)[0]
    return shares


def _spread(xy: Floats) -> bool:
    """Say whether places lie wide enough across their longest way to carry a plane."""
    longest, across = np.linalg.svd(xy - xy.mean(axis=0), compute_uv=False)
    return bool(across >= LEAST_SPREAD * longest)


def neighbours_of(xy: Floats) -> list[Integers]:
    """Return, for each place, the places it shares a triangle with."""
    triangles = _delaunay(xy)
    sides = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    pairs = np.unique(np.concatenate([sides, sides[:, ::-1]]), axis=0)
    return np.split(pairs[:, 1], np.searchsorted(pairs[:, 0], np.arange(1, len(xy))))


def integral_over(ring: Floats, plane: tuple[float, float, float]) -> float:
    """Return the volume under a plane z0 + gx·x + gy·y inside a ring of corners."""
    x, y = ring[:, 0], ring[:, 1]
    next_x, next_y = np.roll(x, -1), np.roll(y, -1)
    cross = (x * next_y - next_x * y) / 2
    z0, gx, gy = plane
    whole = float((cross * (z0 + gx * (x + next_x) / 3 + gy * (y + next_y) / 3)).sum())
    return whole if cross.sum() > 0 else -whole


def _delaunay(xy: Floats) -> Integers:
    try:
        triangles: Integers = Delaunay(xy - xy.mean(axis=0)).simplices
    except QhullError as failed:
        raise NotEnoughShots(
            f"{len(xy)} shots", "They make no triangle.", "Shoot points farther apart."
        ) from failed
    return triangles


def _weights(xy: Floats, triangles: Integers, polygon: shapely.Polygon, ring: Floats) -> Floats:
    """Integrate the hat of each place over the part of its triangles inside the outline."""
    corners = xy[triangles]
    crossing = _may_cross(corners, ring)
    whole = ~crossing
    inside = np.zeros(len(triangles), dtype=bool)
    middles = corners[whole].mean(axis=1)
    shapely.prepare(polygon)
    inside[whole] = shapely.contains_xy(polygon, middles[:, 0], middles[:, 1])
    thirds = np.repeat(_areas(corners[inside]) / 3, 3)
    clipped, shares = _clipped(corners[crossing], polygon)
    counted = np.concatenate([triangles[inside].ravel(), triangles[crossing][clipped].ravel()])
    weights: Floats = np.zeros(len(xy))
    np.add.at(weights, counted, np.concatenate([thirds, shares.ravel()]))
    return weights


def _areas(corners: Floats) -> Floats:
    a, b = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    areas: Floats = np.abs(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0]) / 2
    return areas


def _may_cross(corners: Floats, ring: Floats) -> NDArray[np.bool_]:
    """Which triangles an edge of the outline may pass through, erring towards yes."""
    low, high = corners.min(axis=1), corners.max(axis=1)
    crossing = np.zeros(len(corners), dtype=bool)
    for start, end in zip(ring, np.roll(ring, -1, axis=0), strict=True):
        boxes = ((low <= np.maximum(start, end)) & (high >= np.minimum(start, end))).all(axis=1)
        near = np.flatnonzero(boxes & ~crossing)
        along = end - start
        offset = corners[near] - start
        side = along[0] * offset[:, :, 1] - along[1] * offset[:, :, 0]
        slack = 1e-9 * float(np.hypot(*along))
        crossing[near] = (side.min(axis=1) < -slack) & (side.max(axis=1) > slack)
    return crossing


def _clipped(corners: Floats, polygon: shapely.Polygon) -> tuple[NDArray[np.bool_], Floats]:
    """Return which crossing triangles reach inside, and what their part there gives each corner.

    The part's area times the share of each corner at its middle: exact, as the hats are linear.
    """
    if not len(corners):
        return np.zeros(0, dtype=bool), np.zeros((0, 3))
    pieces = shapely.intersection(shapely.polygons(corners), polygon)
    areas = shapely.area(pieces)
    kept = areas > 0
    middles = shapely.get_coordinates(shapely.centroid(pieces[kept]))
    origin = corners[kept][:, 0]
    edges = (corners[kept][:, 1:] - origin[:, None]).transpose(0, 2, 1)
    along = np.linalg.solve(edges, (middles - origin)[:, :, None])[:, :, 0]
    shares = np.column_stack([1.0 - along.sum(axis=1), along])
    return kept, areas[kept][:, None] * shares
