"""How thick a layer came out: its top as shot over what was shot below it (sections 7 and 10)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.spatial import Delaunay

from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint
from core.lengths import Elevation, Length
from core.surfaces.slab import StoneShot
from core.surfaces.triangles import Floats, distinct_places, mesh_over


@dataclass(frozen=True, slots=True)
class LiftThickness:
    """The thickness of a layer at each of its shots, by name: never empty, plus where it lies
    above what is below it.
    """

    at_points: tuple[tuple[str, Length], ...]

    @property
    def mean(self) -> Length:
        """The mean over its shots."""
        total = sum(length.nanometres for _, length in self.at_points)
        return Length(round(total / len(self.at_points)))

    @property
    def thinnest(self) -> tuple[str, Length]:
        """The point where it is thinnest, the first by name of several, and how thick it is."""
        return min(self.at_points, key=lambda point: (point[1], point[0]))


def planned_thickness(top: Elevation, below: Elevation) -> Length:
    """Return how thick a layer is planned at a place: its top over the top of what is below it.

    >>> float(planned_thickness(Elevation.from_metres("0.25"), Elevation.from_metres("0.15")))
    0.1
    """
    return top - below


def lift_thickness(
    outline: Outline, top: Mapping[str, tuple[PlanPoint, Elevation]], below: Sequence[StoneShot]
) -> LiftThickness:
    """Return how thick a layer is where its top was shot, over a surface shot below it.

    Between the shots below the surface is linear on each triangle, as for a slab over its stone.
    Raises :class:`NotEnoughShots` for fewer than three shots below, all of them on one line, or no
    shot of the top.

    >>> from core.floors import rectangle
    >>> area = rectangle(Length.from_metres(2), Length.from_metres(2))
    >>> low = [StoneShot(corner, 0.0) for corner in area.corners]
    >>> top = {"B": (area.corners[0], Elevation.from_metres("0.09"))}
    >>> float(lift_thickness(area, top, low).mean)
    0.09
    """
    if not top:
        raise NotEnoughShots("0 shots", "Nothing was shot on it.", "Shoot the layer's top first.")
    places = distinct_places([shot.place for shot in below])
    mesh = mesh_over(outline, places.xy)
    heights = mesh.at_all(places.mean(np.array([shot.z for shot in below])))
    xy = np.array([(float(place.x), float(place.y)) for place, _ in top.values()])
    under = _at(xy, mesh.xy, heights)
    thick = [float(high) - low for (_, high), low in zip(top.values(), under, strict=True)]
    return LiftThickness(
        tuple((name, Length.from_float(one)) for name, one in zip(top, thick, strict=True))
    )


def _at(xy: Floats, known: Floats, heights: Floats) -> list[float]:
    """Return a surface's heights at places, linear on the triangles of the known ones."""
    triangles = Delaunay(known)
    found: list[float] = []
    for place, own in zip(xy, triangles.find_simplex(xy, tol=1e-9), strict=True):
        if own < 0:
            nearest = int(np.argmin(np.hypot(*(known - place).T)))
            found.append(float(heights[nearest]))
            continue
        across = triangles.transform[own]
        two = across[:2] @ (place - across[2])
        shares = np.append(two, 1.0 - two.sum())
        found.append(float(shares @ heights[triangles.simplices[own]]))
    return found
