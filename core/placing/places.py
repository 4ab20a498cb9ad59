"""Where to stand: the largest U at every place of a grid, and the best place (section 5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import IntEnum
from math import cos, radians
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from core.errors import OutOfRange
from core.floors import Block
from core.placing.blocks import hidden
from core.uncertainty import CURVATURE_AND_REFRACTION, Beam, Kit

Floats = npt.NDArray[np.float64]
#: How far beyond points and benchmarks places are looked at, of the whole's size.
Spot = tuple[float, float]
#: What is at most this many times the smallest is as good.
ALIKE = 1.01
BEYOND = 0.25
LEAST_BEYOND = 5.0


class Why(IntEnum):
    """Why one can't stand at a place."""

    CAN = 0
    TOO_FAR = 1
    TOO_NEAR = 2
    HIDDEN = 3


@dataclass(frozen=True, slots=True)
class Reach:
    """How near and how far a receiver is read, metres; and what the beam does not pass."""

    least: float
    farthest: float
    blocks: tuple[Block, ...] = ()


@dataclass(frozen=True, slots=True)
class ToShoot:
    """A point or a benchmark: its name, its place in plan and the beam's height on its rod,
    metres; ``own`` is the half-width a benchmark was carried with.
    """

    name: str
    at: tuple[float, float]
    height_on_rod: float
    own: float = 0.0


@dataclass(frozen=True, slots=True)
class Stand:
    """A place to stand, the largest U there over all points, and whose that is; metres."""

    at: tuple[float, float]
    half_width: float
    worst: str


class Placement(NamedTuple):
    """The largest U at each place of a grid, metres, an (rows, columns) array.

    ``why`` says where one can't stand: U is not a number there. ``right`` and ``away`` are the
    places of the columns and the rows. ``best`` is None where one can stand nowhere.
    """

    right: Floats
    away: Floats
    half_widths: Floats
    why: npt.NDArray[np.int8]
    best: Stand | None


def where_to_stand(
    points: Sequence[ToShoot],
    known: ToShoot,
    kit: Kit,
    reach: Reach,
    grid: tuple[int, int],
    avoid: Sequence[Sequence[Spot]] = (),
) -> Placement:
    """Return U over a grid of so many columns and rows around the points and a benchmark.

    The best place is the one with the smallest largest U; of those within a hundredth of it, one
    outside the outlines to ``avoid``, then the one nearest to the middle of the points. Raises
    :class:`OutOfRange` for no point.
    """
    if not points:
        raise OutOfRange("0 points", "There is nothing left to shoot.", "Choose another stage.")
    right, away = _axes([*points, known], grid)
    places = np.stack(np.meshgrid(right, away), axis=-1).reshape(-1, 2)
    widths, why = largest_at(places, points, known, kit, reach)
    best = None
    if np.isfinite(widths).any():
        middle = np.mean([point.at for point in points], axis=0)
        aside = np.hypot(*(places - middle).T)
        is_worse = ~(widths <= float(np.nanmin(widths)) * ALIKE)
        first = np.lexsort((aside, _within_any(places, avoid), is_worse))[0]
        best = stand_at((float(places[first][0]), float(places[first][1])), points, known, kit)
    shape = (len(away), len(right))
    return Placement(right, away, widths.reshape(shape), why.reshape(shape), best)


def stand_at(at: tuple[float, float], points: Sequence[ToShoot], known: ToShoot, kit: Kit) -> Stand:
    """Return what a chosen place gives, whether everything is in reach there or not."""
    spots = np.array([one.at for one in (*points, known)])
    widths = _half_widths(_apart(np.array([at]), spots), points, known, kit)[0]
    worst = int(widths.argmax())
    return Stand(at, float(widths[worst]), points[worst].name)


def largest_at(
    places: Floats, points: Sequence[ToShoot], known: ToShoot, kit: Kit, reach: Reach
) -> tuple[Floats, npt.NDArray[np.int8]]:
    """Return the largest U at each place, not a number where one can't stand, and why."""
    spots = np.array([one.at for one in (*points, known)])
    away = _apart(places, spots)
    why = np.where((away > reach.farthest).any(axis=1), Why.TOO_FAR, Why.CAN)
    why = np.where((away < reach.least).any(axis=1), Why.TOO_NEAR, why).astype(np.int8)
    if reach.blocks:
        unseen = hidden(places, spots, reach.blocks).any(axis=1)
        why = np.where((why == Why.CAN) & unseen, Why.HIDDEN, why).astype(np.int8)
    largest = _half_widths(away, points, known, kit).max(axis=1)
    return np.where(why == Why.CAN, largest, np.nan), why


def _half_widths(apart: Floats, points: Sequence[ToShoot], known: ToShoot, kit: Kit) -> Floats:
    """Return U of every point from every place, metres: an array of places by points.

    ``apart`` is how far each point is from each place, the benchmark in the last column.
    """
    away, back = apart[:, :-1], apart[:, -1:]
    # A laser's plane works over the way between point and benchmark, a level's cone over the
    # difference of the sights.
    if kit.beam is Beam.PLANE:
        spots = np.array([point.at for point in points])
        arm = _apart(np.array([known.at]), spots)
    else:
        arm = np.abs(away - back)
    lean = 1 - cos(radians(kit.lean_degrees))
    rods = np.array([point.height_on_rod for point in points]) ** 2 + known.height_on_rod**2
    variance = (
        (kit.slope_error * arm) ** 2
        + 2 * kit.receiver_half_band**2
        + 2 * (kit.least_count / 2) ** 2
        + lean**2 * rods
    ) / 3 + (known.own / 2) ** 2
    widths: Floats = 2 * np.sqrt(variance) + CURVATURE_AND_REFRACTION * np.abs(away**2 - back**2)
    return widths


def _within_any(places: Floats, outlines: Sequence[Sequence[Spot]]) -> npt.NDArray[np.bool_]:
    """Return which places lie inside one of some outlines, each a ring of corners."""
    inside = np.zeros(len(places), dtype=bool)
    x, y = places.T
    for outline in outlines:
        own = np.zeros(len(places), dtype=bool)
        for (ax, ay), (bx, by) in zip(outline, (*outline[1:], outline[0]), strict=True):
            if ay == by:
                continue
            crosses = (ay > y) != (by > y)
            own ^= crosses & (x < ax + (y - ay) * (bx - ax) / (by - ay))
        inside |= own
    return inside


def _apart(one: Floats, other: Floats) -> Floats:
    apart: Floats = np.hypot(
        one[:, None, 0] - other[None, :, 0], one[:, None, 1] - other[None, :, 1]
    )
    return apart


def _axes(spots: Sequence[ToShoot], grid: tuple[int, int]) -> tuple[Floats, Floats]:
    xy = np.array([spot.at for spot in spots])
    low, high = xy.min(axis=0), xy.max(axis=0)
    beyond = max(LEAST_BEYOND, BEYOND * float((high - low).max()))
    columns, rows = grid
    return (
        np.linspace(low[0] - beyond, high[0] + beyond, columns),
        np.linspace(low[1] - beyond, high[1] + beyond, rows),
    )
