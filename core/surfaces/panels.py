"""Slabs in several panels: whether they fit together, and the model of what lies under them."""

from __future__ import annotations

from collections.abc import Sequence

import shapely

from core.design import Panel, Underside
from core.errors import BadPanels
from core.floors import Outline, PlanPoint
from core.surfaces.regions import regions_of
from core.surfaces.slab import SlabModel

NOTHING = 1e-5


def check_panels(outline: Outline, panels: Sequence[tuple[str, Outline]]) -> None:
    """Refuse named panels that do not make up an outline exactly.

    Raises :class:`BadPanels` that names what overlaps, reaches over, or is left open. Less
    than 10 square millimetres is a rounding of corners.
    """
    whole = _polygon(outline)
    shapes = [(name, _polygon(panel)) for name, panel in panels]
    for i, (name, shape) in enumerate(shapes):
        over = shapely.difference(shape, whole)
        if over.area > NOTHING:
            raise BadPanels(
                name,
                f"It reaches {over.area:.3g} m² over the slab's edge, near {_near(over)}.",
                "Keep its corners on or inside the slab's outline.",
            )
        for other, shape_of_other in shapes[i + 1 :]:
            both = shapely.intersection(shape, shape_of_other)
            if both.area > NOTHING:
                raise BadPanels(
                    f"{name} and {other}",
                    f"They overlap by {both.area:.3g} m², near {_near(both)}.",
                    "Let them share an edge and nothing more.",
                )
    gap = shapely.difference(whole, shapely.union_all([shape for _, shape in shapes]))
    if gap.area > NOTHING:
        raise BadPanels(
            f"{len(panels)} panels",
            f"They leave {gap.area:.3g} m² of the slab open, near {_near(gap)}.",
            "Widen a panel, or add one there.",
        )


def model_of(
    panels: Sequence[Panel], underside: Underside, places: Sequence[PlanPoint]
) -> SlabModel:
    """Return the model of a slab in panels over places; raises :class:`NotEnoughShots`."""
    return SlabModel(regions_of(panels, underside), places)


def _polygon(outline: Outline) -> shapely.Polygon:
    return shapely.Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])


def _near(shape: shapely.Geometry) -> str:
    place = shapely.point_on_surface(shape)
    return f"{place.x:.2f} m, {place.y:.2f} m"
