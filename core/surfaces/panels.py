"""Slabs in several panels: whether they fit together, and the volume under them."""

from __future__ import annotations

from collections.abc import Sequence

import shapely

from core.design import Panel
from core.errors import BadPanels
from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces.slab import Extreme, Plane, SlabVolume, StoneShot, slab_volume

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


def paneled_volume(panels: Sequence[Panel], shots: Sequence[StoneShot]) -> SlabVolume:
    """Return the volume between shot stone and a top in panels, each clipped to its own part.

    The mean and the extremes take each shot's thickness under the panel it lies on. Raises
    :class:`NotEnoughShots` as :func:`slab_volume` does.
    """
    tops = [plane_of(panel) for panel in panels]
    parts = [
        slab_volume(panel.outline, shots, top) for panel, top in zip(panels, tops, strict=True)
    ]
    if len(parts) == 1:
        return parts[0]
    area = sum(part.area for part in parts)
    thickness = [_thickness(panels, shot) for shot in shots]
    thin, thick = thickness.index(min(thickness)), thickness.index(max(thickness))
    return SlabVolume(
        area=area,
        volume=sum(part.volume for part in parts),
        mean_thickness=sum(thickness) / len(thickness),
        extrapolated_share=sum(part.extrapolated_share * part.area for part in parts) / area,
        thinnest=Extreme(thin, thickness[thin]),
        thickest=Extreme(thick, thickness[thick]),
    )


def plane_of(panel: Panel) -> Plane:
    """Return a panel's plane in metres."""
    return Plane(float(panel.elevation(ORIGIN)), float(panel.rise_x), float(panel.rise_y))


def _thickness(panels: Sequence[Panel], shot: StoneShot) -> float:
    on = next((panel for panel in panels if panel.outline.contains(shot.place)), panels[0])
    return float(on.elevation(shot.place)) - shot.z


def _polygon(outline: Outline) -> shapely.Polygon:
    return shapely.Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])


def _near(shape: shapely.Geometry) -> str:
    place = shapely.point_on_surface(shape)
    return f"{place.x:.2f} m, {place.y:.2f} m"
