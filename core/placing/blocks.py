"""Which points walls, stacks and machines hide from every place of a grid (section 5)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import numpy.typing as npt

from core.floors import AT_ITS_END, Block

Floats = npt.NDArray[np.float64]
Flags = npt.NDArray[np.bool_]


def hidden(places: Floats, spots: Floats, blocks: Sequence[Block]) -> Flags:
    """Return which of the spots can't be seen from each place, as places by spots.

    Both are arrays of places in plan, meters; what hides one is what :func:`is_hidden` says.

    >>> hidden(np.array([[0.0, 0.0]]), np.array([[4.0, 0.0], [1.0, 0.0]]), [((2, -1), (2, 1))])
    array([[ True, False]])
    """
    found = np.zeros((len(places), len(spots)), dtype=bool)
    fx, fy = places[:, None, 0], places[:, None, 1]
    sx, sy = spots[None, :, 0] - fx, spots[None, :, 1] - fy
    for (ax, ay), (bx, by) in blocks:
        wx, wy = bx - ax, by - ay
        across = sx * wy - sy * wx
        with np.errstate(divide="ignore", invalid="ignore"):
            along_sight = ((ax - fx) * wy - (ay - fy) * wx) / across
            along_wall = ((ax - fx) * sy - (ay - fy) * sx) / across
        meets = (along_sight > AT_ITS_END) & (along_sight < 1 - AT_ITS_END)
        found |= meets & (along_wall >= 0) & (along_wall <= 1) & (across != 0)
    return found
