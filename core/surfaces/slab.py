"""The volume of a slab over shot stone (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import gcd

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import Delaunay, QhullError

from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint
from core.lengths.quantity import NANOMETRES_PER_METRE

Floats = NDArray[np.float64]
Integers = NDArray[np.intp]

NEAREST_SHOTS = 4
ASK_FOR_CORNERS_ABOVE = 0.15
ON_THE_HULL = 1e-6
GOLDEN_SHARE = 0.6180339887


@dataclass(frozen=True, slots=True)
class Plane:
    """A plane z = z0 + gx·x + gy·y, in metres."""

    z0: float
    gx: float = 0.0
    gy: float = 0.0

    def at(self, xy: Floats) -> Floats:
        """Return z at an (n, 2) array of places."""
        heights: Floats = self.z0 + xy @ np.array([self.gx, self.gy])
        return heights


@dataclass(frozen=True, slots=True)
class StoneShot:
    """A shot on the stone: its place and its elevation in metres."""

    place: PlanPoint
    z: float


@dataclass(frozen=True, slots=True)
class Extreme:
    """The thinnest or thickest spot: the index of its (first) shot, and metres there."""

    shot: int
    thickness: float


@dataclass(frozen=True, slots=True)
class SlabVolume:
    """What lies between the stone and the top of slab; square and cubic metres, metres.

    ``extrapolated_share`` is the part of the area outside the hull of the shots; thinnest
    and thickest are of the shots themselves, never of an extrapolated corner.
    """

    area: float
    volume: float
    mean_thickness: float
    extrapolated_share: float
    thinnest: Extreme
    thickest: Extreme

    @property
    def field_book_volume(self) -> float:
        """Mean of the shots × area."""
        return self.mean_thickness * self.area

    @property
    def asks_for_corner_shots(self) -> bool:
        """Whether too much of the volume rests on no shot."""
        return self.extrapolated_share > ASK_FOR_CORNERS_ABOVE

    @property
    def field_book_difference(self) -> float:
        """How much more the field-book figure says than the triangles."""
        return self.field_book_volume - self.volume

    def nominal_volume(self, nominal_thickness: float) -> float:
        """Area × nominal thickness."""
        return self.area * nominal_thickness

    def extra_over(self, nominal_thickness: float) -> float:
        """The volume beyond area × nominal thickness."""
        return self.volume - self.nominal_volume(nominal_thickness)


def slab_volume(outline: Outline, shots: Sequence[StoneShot], top: Plane) -> SlabVolume:
    """Return the volume between shot stone and a plane, by triangles clipped to the outline.

    Corners outside the hull of the shots take their thickness from the least-squares plane
    of the nearest four. Places shot more than once count with their mean. Raises
    :class:`NotEnoughShots` for fewer than three places, or all of them on one line.
    """
    xy, z, first = _places_and_heights(shots)
    if len(xy) < 3:
        raise NotEnoughShots(
            f"{len(xy)} shot{'s' if len(xy) != 1 else ''}",
            "A surface needs three.",
            "Shoot at least three points.",
        )
    thickness = top.at(xy) - z
    ring = np.array([(float(c.x), float(c.y)) for c in outline.corners])
    polygon = shapely.Polygon(ring)
    hull = _hull(xy)
    outside = ring[shapely.distance(hull, shapely.points(ring)) > ON_THE_HULL]
    all_xy = np.vstack([xy, outside])
    all_thickness = np.concatenate([thickness, _extrapolated(outside, xy, thickness)])
    covered = shapely.area(shapely.intersection(hull, polygon)) / polygon.area
    return SlabVolume(
        area=outline.area,
        volume=_integral(all_xy, all_thickness, polygon, ring),
        mean_thickness=float(thickness.mean()),
        extrapolated_share=max(0.0, 1.0 - float(covered)),
        thinnest=Extreme(first[thickness.argmin()], float(thickness.min())),
        thickest=Extreme(first[thickness.argmax()], float(thickness.max())),
    )


def _places_and_heights(shots: Sequence[StoneShot]) -> tuple[Floats, Floats, list[int]]:
    """Return distinct places with their mean heights, and the first shot of each."""
    x = np.array([shot.place.x.nanometres for shot in shots], dtype=np.int64)
    y = np.array([shot.place.y.nanometres for shot in shots], dtype=np.int64)
    heights = np.array([shot.z for shot in shots], dtype=np.float64)
    order = np.lexsort((y, x))
    is_new = np.ones(len(order), dtype=bool)
    is_new[1:] = (np.diff(x[order]) != 0) | (np.diff(y[order]) != 0)
    group = np.empty(len(order), dtype=np.intp)
    group[order] = np.cumsum(is_new) - 1
    sums = np.bincount(group, weights=heights)
    first = order[is_new]
    scattered = _scattered(len(first))
    places = np.column_stack([x[first], y[first]]) / NANOMETRES_PER_METRE
    means = sums / np.bincount(group)
    return places[scattered], means[scattered], first[scattered].tolist()


def _scattered(count: int) -> Integers:
    """Return an order of so many places that jumps about; triangulating sorted ones is slow.

    Sorting first and scattering after makes the triangles the same whatever order the shots
    came in.
    """
    step = max(1, round(count * GOLDEN_SHARE))
    while gcd(step, count) > 1:
        step += 1
    return np.arange(count, dtype=np.intp) * step % max(1, count)


def _hull(xy: Floats) -> shapely.Polygon:
    hull = shapely.convex_hull(shapely.multipoints(xy))
    longest = float(np.ptp(xy, axis=0).max())
    if not isinstance(hull, shapely.Polygon) or hull.area < 1e-6 * longest * longest:
        raise NotEnoughShots(
            f"{len(xy)} shots",
            "They all lie on one line.",
            "Shoot at least one point off that line.",
        )
    return hull


def _extrapolated(places: Floats, xy: Floats, thickness: Floats) -> Floats:
    return np.array([_from_nearest(place, xy, thickness) for place in places])


def _from_nearest(place: Floats, xy: Floats, thickness: Floats) -> float:
    """The thickness at a place on the plane of the nearest shots that make one."""
    nearest = np.argsort(np.hypot(*(xy - place).T), kind="stable")
    for count in range(min(NEAREST_SHOTS, len(nearest)), len(nearest) + 1):
        chosen = nearest[:count]
        rows = np.column_stack([np.ones(count), xy[chosen] - place])
        plane, _, rank, _ = np.linalg.lstsq(rows, thickness[chosen], rcond=1e-9)
        if rank == 3:
            return float(plane[0])
    raise AssertionError("shots with an area always have a plane")


def _integral(xy: Floats, thickness: Floats, polygon: shapely.Polygon, ring: Floats) -> float:
    """Integrate the linear thickness of each triangle over its part inside the outline."""
    try:
        triangles: Integers = Delaunay(xy - xy.mean(axis=0)).simplices
    except QhullError as failed:
        raise NotEnoughShots(
            f"{len(xy)} shots", "They make no triangle.", "Shoot points farther apart."
        ) from failed
    corners = xy[triangles]
    crossing = _may_cross(corners, ring)
    whole = ~crossing
    inside = np.zeros(len(triangles), dtype=bool)
    middles = corners[whole].mean(axis=1)
    shapely.prepare(polygon)
    inside[whole] = shapely.contains_xy(polygon, middles[:, 0], middles[:, 1])
    volume = float((_areas(corners[inside]) * thickness[triangles[inside]].mean(axis=1)).sum())
    return volume + _clipped(corners[crossing], thickness[triangles[crossing]], polygon)


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


def _clipped(corners: Floats, thickness: Floats, polygon: shapely.Polygon) -> float:
    """Integrate over the part of each crossing triangle inside the outline."""
    if not len(corners):
        return 0.0
    pieces = shapely.intersection(shapely.polygons(corners), polygon)
    areas = shapely.area(pieces)
    kept = areas > 0
    centres = shapely.get_coordinates(shapely.centroid(pieces[kept]))
    origin = corners[kept][:, 0]
    edges = corners[kept][:, 1:] - origin[:, None]
    rises = thickness[kept][:, 1:] - thickness[kept][:, :1]
    gradients = np.linalg.solve(edges, rises[:, :, None])[:, :, 0]
    heights = thickness[kept][:, 0] + ((centres - origin) * gradients).sum(axis=1)
    return float((areas[kept] * heights).sum())
