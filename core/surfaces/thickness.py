"""A thickness map: bands and contour lines from the triangles that give the volume (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import ceil, floor
from typing import NamedTuple

import numpy as np

from core.errors import OutOfRange, require_finite
from core.surfaces.slab import SlabModel
from core.surfaces.triangles import Floats

MOST_BANDS = 12
A_HAIR = 1e-9


class Band(NamedTuple):
    """Where a slab is from ``low`` to ``high`` thick, metres, and what of its area is.

    ``pieces`` are five-cornered parts of triangles, an (n, 5, 2) array; they are to be clipped
    to the slab's outline, as triangles reach over a concave one.
    """

    low: float
    high: float
    pieces: Floats
    area: float


class Contour(NamedTuple):
    """Where a slab is just so thick: an (n, 2, 2) array of stretches in plan."""

    level: float
    stretches: Floats


def band_levels(
    thinnest: float, thickest: float, step: float, nominal: float = 0.0
) -> tuple[float, ...]:
    """Return the edges of bands a step wide that hold both ends; one lies around the nominal.

    The step is widened by whole numbers where it would give more than twelve bands. Raises
    :class:`OutOfRange` for a step that is none.
    """
    require_finite("a thickness in meters", thinnest, thickest, step, nominal)
    if step <= 0:
        raise OutOfRange(f"{step:g} m", "A band is more than 0 thick.", "1/4 in or 5 mm is usual.")
    widened = step * max(1, ceil((thickest - thinnest) / (MOST_BANDS - 2) / step - A_HAIR))
    edge = nominal - widened / 2
    first, last = floor((thinnest - edge) / widened), ceil((thickest - edge) / widened)
    return tuple(edge + n * widened for n in range(first, max(last, first + 1) + 1))


def with_least(levels: Sequence[float], least: float) -> tuple[float, ...]:
    """Return the edges with the least thickness among them, so that what is thin is a band."""
    if not levels[0] < least < levels[-1]:
        return tuple(levels)
    return tuple(sorted({*levels, least}))


def thickness_bands(model: SlabModel, off: Floats, levels: Sequence[float]) -> list[Band]:
    """Return the bands between levels of a slab over stone so far above its design."""
    corners, heights = _sorted_triangles(model, off)
    return [_band(corners, heights, low, high) for low, high in pairwise(levels)]


def contours(model: SlabModel, off: Floats, levels: Sequence[float]) -> list[Contour]:
    """Return the contour line of each level."""
    corners, heights = _sorted_triangles(model, off)
    found = []
    for level in levels:
        crossed = (heights[:, 0] < level) & (heights[:, 2] > level)
        own, at = corners[crossed], heights[crossed]
        ends = [_on_long_side(own, at, level), _on_short_sides(own, at, level)]
        found.append(Contour(level, np.stack(ends, axis=1)))
    return found


def _sorted_triangles(model: SlabModel, off: Floats) -> tuple[Floats, Floats]:
    """Return the corners of all triangles, each from its thinnest to its thickest, and how
    thick they are there.
    """
    corners, heights = [], []
    for number, mesh in enumerate(model.meshes):
        own = model.thickness_of(number, off)[mesh.triangles]
        order = own.argsort(axis=1, kind="stable")
        heights.append(np.take_along_axis(own, order, axis=1))
        corners.append(np.take_along_axis(mesh.xy[mesh.triangles], order[:, :, None], axis=1))
    return np.concatenate(corners), np.concatenate(heights)


def _band(corners: Floats, heights: Floats, low: float, high: float) -> Band:
    is_flat = heights[:, 2] == heights[:, 0]
    reached = ((heights[:, 2] > low) | (is_flat & (heights[:, 0] == low))) & (heights[:, 0] < high)
    own, at = corners[reached], heights[reached]
    from_, to = np.maximum(low, at[:, 0]), np.minimum(high, at[:, 2])
    bend = np.clip(at[:, 1], from_, to)
    pieces = np.stack(
        [
            _on_long_side(own, at, from_),
            _on_long_side(own, at, to),
            _on_short_sides(own, at, to),
            _on_short_sides(own, at, bend),
            _on_short_sides(own, at, from_),
        ],
        axis=1,
    )
    whole = own[:, [0, 1, 2, 2, 2]]
    pieces = np.where(is_flat[reached][:, None, None], whole, pieces)
    x, y = pieces[:, :, 0], pieces[:, :, 1]
    turned = x * np.roll(y, -1, axis=1) - np.roll(x, -1, axis=1) * y
    return Band(low, high, pieces, float(np.abs(turned.sum(axis=1)).sum() / 2))


def _on_long_side(corners: Floats, heights: Floats, level: Floats | float) -> Floats:
    """Where a level lies on the side from the thinnest to the thickest corner."""
    return _between(corners, heights, level, 0, 2)


def _on_short_sides(corners: Floats, heights: Floats, level: Floats | float) -> Floats:
    """Where a level lies on the way from the thinnest to the thickest over the third corner."""
    lower = _between(corners, heights, level, 0, 1)
    upper = _between(corners, heights, level, 1, 2)
    is_below = np.broadcast_to(np.asarray(level), heights[:, 1].shape) < heights[:, 1]
    chosen: Floats = np.where(is_below[:, None], lower, upper)
    return chosen


def _between(
    corners: Floats, heights: Floats, level: Floats | float, one: int, other: int
) -> Floats:
    rise = heights[:, other] - heights[:, one]
    safe = np.where(rise > 0, rise, 1.0)
    share = np.clip((level - heights[:, one]) / safe, 0.0, 1.0)
    start, end = corners[:, one], corners[:, other]
    place: Floats = start + share[:, None] * (end - start)
    return place
