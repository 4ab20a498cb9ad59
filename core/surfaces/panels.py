"""Slabs in several panels: whether they fit together, and the volume under them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely

from core.design import Panel
from core.errors import BadPanels
from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces.slab import Plane, SlabModel, SlabVolume, StoneShot

NOTHING = 1e-5
ORIGIN = PlanPoint(Length(0), Length(0))


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


def model_of(panels: Sequence[Panel], places: Sequence[PlanPoint]) -> SlabModel:
    """Return the model of a slab in panels over places; raises :class:`NotEnoughShots`."""
    return SlabModel([(panel.outline, plane_of(panel)) for panel in panels], places)


def paneled_volume(panels: Sequence[Panel], shots: Sequence[StoneShot]) -> SlabVolume:
    """Return the volume between shot stone and a top in panels, each clipped to its own part.

    The mean and the extremes take each shot's thickness under the panel it lies on. Raises
    :class:`NotEnoughShots` for fewer than three places, or all of them on one line.
    """
    model = model_of(panels, [shot.place for shot in shots])
    return model.slab(np.array([shot.z for shot in shots], dtype=np.float64))


def plane_of(panel: Panel) -> Plane:
    """Return a panel's plane in metres."""
    return Plane(float(panel.elevation(ORIGIN)), float(panel.rise_x), float(panel.rise_y))


def _polygon(outline: Outline) -> shapely.Polygon:
    return shapely.Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])


def _near(shape: shapely.Geometry) -> str:
    place = shapely.point_on_surface(shape)
    return f"{place.x:.2f} m, {place.y:.2f} m"
