"""What a surface should be at a place, from the points of the same pass around it (section 13)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import hypot, inf, sqrt

from core.floors import PlanPoint
from core.lengths import Length

NEIGHBOURS = 8
ENOUGH_FOR_A_PLANE = 5
LONGEST_REACH = 12.0
#: A place lies beside a line where it is farther off than this, meters.
BESIDE_A_LINE = 0.5


@dataclass(frozen=True, slots=True)
class Near:
    """A point of the same pass: its place from the one that is read, and how far above design.

    Metres.
    """

    x: float
    y: float
    off: float


@dataclass(frozen=True, slots=True)
class Expected:
    """How far above its design a surface should be at a place, from the nearest of the pass.

    ``scatter`` is what the neighbors show among themselves, one standard deviation about their
    plane (None for too few), ``spread`` that of a reading at the place about ``off``; ``near``
    are the ones it rests on, the nearest first. Metres.
    """

    off: float
    scatter: float | None
    spread: float | None
    near: tuple[Near, ...]
    is_plane: bool = False

    @property
    def is_beside_their_line(self) -> bool:
        """Whether the neighbors lie on one line and the place beside it: nothing tells how the
        ground falls across it.
        """
        if self.is_plane:
            return False
        one = self.near[0]
        other = max(self.near, key=lambda point: hypot(point.x - one.x, point.y - one.y))
        along = hypot(other.x - one.x, other.y - one.y)
        aside = abs(one.x * other.y - one.y * other.x)
        return along == 0 or aside > BESIDE_A_LINE * along

    @property
    def loneliest(self) -> float:
        """How far at most one of the neighbors lies from the one that is nearest to it in height:
        little on both levels of a step, much on ground that falls.
        """
        offs = sorted(neighbor.off for neighbor in self.near)
        gaps = [inf, *(above - below for below, above in pairwise(offs)), inf]
        return max(min(pair) for pair in pairwise(gaps))

    def nearest_to(self, off: float, among: int = NEIGHBOURS) -> float:
        """How far from an amount off design the closest to it of the nearest neighbors lies."""
        return min(abs(off - neighbor.off) for neighbor in self.near[:among])


def near_points(here: PlanPoint, shot: Iterable[tuple[PlanPoint, Length]]) -> tuple[Near, ...]:
    """Return points that were shot as they lie around a place, each with how far it is off."""
    return tuple(
        Near(float(place.x - here.x), float(place.y - here.y), float(off)) for place, off in shot
    )


def expected_at(near: Sequence[Near]) -> Expected | None:
    """Return what the nearest points of the pass predict at the origin; None where none is near.

    A plane where there are enough of them off one line, else their mean.
    """
    reach = sorted(near, key=lambda point: hypot(point.x, point.y))
    closest = tuple(p for p in reach if hypot(p.x, p.y) <= LONGEST_REACH)[:NEIGHBOURS]
    if not closest:
        return None
    plane = _plane_at_origin(closest)
    off, rest, free, leverage = plane or _level_of(closest)
    scatter = sqrt(rest / free) if free else None
    spread = None if scatter is None else scatter * sqrt(1 + leverage)
    return Expected(off, scatter, spread, closest, is_plane=plane is not None)


def _level_of(points: Sequence[Near]) -> tuple[float, float, int, float]:
    """Return the points' mean, their squares about it, how many are free, and its leverage."""
    n = len(points)
    mean = sum(point.off for point in points) / n
    return mean, sum((point.off - mean) ** 2 for point in points), n - 1, 1 / n


def _plane_at_origin(points: Sequence[Near]) -> tuple[float, float, int, float] | None:
    """Fit a plane by least squares, as :func:`_level_of` does a level.

    None where the points are too few, or nearly on one line.
    """
    n = len(points)
    if n < ENOUGH_FOR_A_PLANE:
        return None
    mx, my = sum(p.x for p in points) / n, sum(p.y for p in points) / n
    mz = sum(p.off for p in points) / n
    centred = [(p.x - mx, p.y - my, p.off - mz) for p in points]
    sxx, syy = sum(x * x for x, _, _ in centred), sum(y * y for _, y, _ in centred)
    sxy = sum(x * y for x, y, _ in centred)
    sxz, syz = sum(x * z for x, _, z in centred), sum(y * z for _, y, z in centred)
    determinant = sxx * syy - sxy * sxy
    if determinant < 1e-3 * max(sxx, syy) ** 2:
        return None
    a = (sxz * syy - syz * sxy) / determinant
    b = (syz * sxx - sxz * sxy) / determinant
    rest = sum((z - a * x - b * y) ** 2 for x, y, z in centred)
    leverage = 1 / n + (mx * mx * syy - 2 * mx * my * sxy + my * my * sxx) / determinant
    return mz - a * mx - b * my, rest, n - 3, leverage
