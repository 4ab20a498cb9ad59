"""Surfaces as triangles, for files that carry them (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from core.design import Surface
from core.floors import Outline, PlanPoint
from core.surfaces.slab import StoneShot
from core.surfaces.triangles import Floats, distinct_places, mesh_over, ring_of

Face = tuple[int, int, int]
#: A triangle thinner than this is none, square metres.
NO_AREA = 1e-9
#: A stretch has so many ends.
ENDS = 2
#: Pieces that touch are drawn as one, however their corners were rounded, metres.
SEAM = 1e-6
CORNERS = 3


@dataclass(frozen=True, slots=True)
class Triangulated:
    """Corners, each with its height in metres, and triangles of three of them, by number from 0.

    Every triangle's corners run anticlockwise.
    """

    places: tuple[PlanPoint, ...]
    heights: tuple[float, ...]
    faces: tuple[Face, ...]


def designed(outlines: Sequence[Outline], surface: Surface) -> Triangulated:
    """Return a designed surface over one or several outlines, triangles between their corners."""
    places: list[PlanPoint] = []
    faces: list[Face] = []
    for outline in outlines:
        first = len(places)
        places += outline.corners
        faces += [_shifted(face, first) for face in _inside(outline)]
    heights = tuple(float(surface.elevation(place).metres) for place in places)
    return Triangulated(tuple(places), heights, tuple(faces))


def as_shot(outline: Outline, shots: Sequence[StoneShot]) -> Triangulated:
    """Return a surface as it was shot: triangles between the shots that lie in the outline.

    Raises :class:`NotEnoughShots` for fewer than three places, or all of them on one line.
    """
    known = distinct_places([shot.place for shot in shots])
    heights = known.mean(np.array([shot.z for shot in shots], dtype=np.float64))
    mesh = mesh_over(outline, known.xy)
    polygon = shapely.Polygon(ring_of(outline))
    faces = []
    for face in mesh.triangles:
        if (face >= len(known.xy)).any():
            continue  # it leads to a corner nobody shot
        middle = shapely.Point(mesh.xy[face].mean(axis=0))
        if polygon.intersects(middle):
            faces.append(_anticlockwise((int(face[0]), int(face[1]), int(face[2])), mesh.xy))
    places = tuple(shots[first].place for first in known.first)
    return Triangulated(places, tuple(float(height) for height in heights), tuple(faces))


def _inside(outline: Outline) -> list[Face]:
    """Cut an outline into triangles between its own corners."""
    ring = ring_of(outline)
    number = {(x, y): at for at, (x, y) in enumerate(ring.tolist())}
    cut = shapely.constrained_delaunay_triangles(shapely.Polygon(ring))
    found = []
    for triangle in shapely.get_parts(cut):
        if triangle.area <= NO_AREA:
            continue
        one, two, three = (number[x, y] for x, y in list(triangle.exterior.coords)[:3])
        found.append(_anticlockwise((one, two, three), ring))
    return found


def _anticlockwise(face: Face, xy: Floats) -> Face:
    one, two, three = (xy[at] for at in face)
    turn = (two[0] - one[0]) * (three[1] - one[1]) - (two[1] - one[1]) * (three[0] - one[0])
    return face if turn > 0 else (face[0], face[2], face[1])


def _shifted(face: Face, by: int) -> Face:
    return face[0] + by, face[1] + by, face[2] + by


def around(pieces: Floats, outline: Outline) -> tuple[Floats, ...]:
    """Return the rings around pieces that lie side by side, holes included, within an outline.

    Each piece and each ring is an (n, 2) array of corners, metres in plan; a ring does not repeat
    its first corner.
    """
    whole = shapely.unary_union(
        [shapely.Polygon(piece).buffer(SEAM, join_style="mitre") for piece in pieces]
    )
    found: list[Floats] = []
    whole = whole.buffer(-SEAM, join_style="mitre").intersection(shapely.Polygon(ring_of(outline)))
    for polygon in shapely.get_parts(whole):
        if polygon.geom_type != "Polygon":
            continue  # where they only touch the outline
        for ring in (polygon.exterior, *polygon.interiors):
            corners = shapely.get_coordinates(ring.simplify(SEAM))[:-1]
            if len(corners) >= CORNERS:
                found.append(corners)
    return tuple(found)


def inside(stretches: Floats, outline: Outline) -> Floats:
    """Return the parts of stretches in plan that lie in an outline, an (n, 2, 2) array, metres."""
    if not len(stretches):
        return stretches
    cut = shapely.intersection(shapely.linestrings(stretches), shapely.Polygon(ring_of(outline)))
    parts = shapely.get_parts(cut)
    lines = parts[(shapely.get_num_coordinates(parts) == ENDS) & (shapely.length(parts) > 0)]
    found: Floats = shapely.get_coordinates(lines).reshape(-1, ENDS, 2)
    return found
