"""How much of a slab's concrete lies up to where it is placed, from one end (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from enum import IntEnum

import numpy as np
import shapely

from core.surfaces.slab import SlabModel
from core.surfaces.triangles import Floats, Mesh, weights_inside


class Axis(IntEnum):
    """The way a slab is placed: to the right, or away."""

    RIGHT = 0
    AWAY = 1


def longer_axis(model: SlabModel) -> Axis:
    """Return the way along which a slab is longer."""
    low, high = _reach(model)
    across, deep = high - low
    return Axis.RIGHT if across >= deep else Axis.AWAY


def steps_along(model: SlabModel, axis: Axis, count: int) -> Floats:
    """Return so many places along a slab, evenly from one end to the other, metres."""
    low, high = _reach(model)
    steps: Floats = np.linspace(low[axis], high[axis], count + 1)
    return steps


def volume_up_to(
    model: SlabModel, off: Floats, axis: Axis, steps: Sequence[float] | Floats
) -> tuple[float, ...]:
    """Return the volume over stone so far above its design from the near end up to each step,
    cubic metres; at the far end it is the slab's whole volume.
    """
    thickness = [model.thickness_of(number, off) for number in range(len(model.meshes))]
    return tuple(
        sum(
            _volume_in(mesh, own, _up_to(outline, axis, step))
            for mesh, own, outline in zip(model.meshes, thickness, model.rings, strict=True)
        )
        for step in steps
    )


def _reach(model: SlabModel) -> tuple[Floats, Floats]:
    every = np.vstack(model.rings)
    return every.min(axis=0), every.max(axis=0)


def _up_to(ring: Floats, axis: Axis, step: float) -> shapely.Geometry:
    low, high = ring.min(axis=0) - 1.0, ring.max(axis=0) + 1.0
    high[axis] = max(step, low[axis])
    return shapely.intersection(shapely.Polygon(ring), shapely.box(*low, *high))


def _volume_in(mesh: Mesh, thickness: Floats, part: shapely.Geometry) -> float:
    pieces = [one for one in shapely.get_parts(part) if isinstance(one, shapely.Polygon)]
    return sum(float(weights_inside(mesh, piece) @ thickness) for piece in pieces if piece.area > 0)
