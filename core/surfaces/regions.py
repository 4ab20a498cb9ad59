"""A slab cut into regions whose top and whose design thickness are planes (sections 7, 10)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely

from core.design import Panel, Underside
from core.design.underside import ThicknessPlane
from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces.slab import Plane, Region, SlabModel

ORIGIN = PlanPoint(Length(0), Length(0))
SPECK = 1e-6
BESIDE = 10.0


def regions_of(panels: Sequence[Panel], underside: Underside) -> tuple[Region, ...]:
    """Return the regions of a slab: each panel, less its thickened edges, and those.

    Where thickened edges meet the deeper one counts.
    """
    slab = _thickness(underside.slab)
    if not underside.thickened:
        return tuple(Region(panel.outline, plane_of(panel), slab) for panel in panels)
    found: list[Region] = []
    deepest_first = sorted(underside.thickened, key=lambda one: one.depth, reverse=True)
    for panel in panels:
        left: shapely.Geometry = _polygon(panel.outline)
        top = plane_of(panel)
        for one in deepest_first:
            over = _polygon(underside.strip(one))
            depth = Plane(float(one.depth))
            found += [Region(o, top, depth) for o in _outlines(shapely.intersection(left, over))]
            left = shapely.difference(left, over)
        found += [Region(outline, top, slab) for outline in _outlines(left)]
    return tuple(found)


def model_of(
    panels: Sequence[Panel], underside: Underside, places: Sequence[PlanPoint]
) -> SlabModel:
    """Return the model of a slab in panels over places; raises :class:`NotEnoughShots`."""
    return SlabModel(regions_of(panels, underside), places, float(underside.between))


def plane_of(panel: Panel) -> Plane:
    """Return a panel's plane in metres."""
    return Plane(float(panel.elevation(ORIGIN)), float(panel.rise_x), float(panel.rise_y))


def _thickness(plane: ThicknessPlane) -> Plane:
    gains = float(plane.gain_x), float(plane.gain_y)
    back = float(plane.at.x) * gains[0] + float(plane.at.y) * gains[1]
    return Plane(float(plane.thickness) - back, *gains)


def _polygon(outline: Outline) -> shapely.Polygon:
    return shapely.Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])


def _outlines(shape: shapely.Geometry) -> Iterator[Outline]:
    """Yield the outlines a shape is made of; one with a hole is cut in two across it."""
    for part in shapely.get_parts(shape):
        if not isinstance(part, shapely.Polygon) or part.area < SPECK:
            continue
        if shapely.get_num_interior_rings(part):
            low_x, low_y, high_x, high_y = part.bounds
            middle = float(shapely.centroid(part.interiors[0]).x)
            yield from _outlines(
                shapely.intersection(part, shapely.box(low_x, low_y, middle, high_y))
            )
            yield from _outlines(
                shapely.intersection(part, shapely.box(middle, low_y, high_x, high_y))
            )
            continue
        ring = shapely.get_coordinates(shapely.remove_repeated_points(part.exterior, 1e-7))[:-1]
        yield Outline(
            tuple(PlanPoint(Length.from_float(x), Length.from_float(y)) for x, y in ring.tolist())
        )
