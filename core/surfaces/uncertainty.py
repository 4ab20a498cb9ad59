"""How sure a volume is, about 95 %: what all shots share, each shot's own part, and the stone
between the shots (section 10).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt
from statistics import fmean
from typing import NamedTuple

import numpy as np
import shapely
from scipy.spatial import cKDTree
from scipy.stats import t as students_t

from core.surfaces.slab import SlabModel
from core.surfaces.triangles import Floats, Integers
from core.uncertainty import Kit, Sight, own_half_width, shared_half_width

LEVEL = 0.975
TREND = 3
LEAST_NEIGHBOURS = 3
MOST_LEFT_OUT = 500
#: What neighbors predict counts to this power, on an even grid, and never for more than this.
SHARPENED, LEAST_MISSED = 3, 0.2
CAUTION = 1.1
#: Fewer shots than this can't tell what neighbors predict; from so many on they can.
FEW, MANY = 16, 40
EVEN, STREWN = 0.3, 0.8
#: More than this, and shots stand in lines or in a corner.
LINED = 1.5
#: The stone of a gap runs together over so many times the square of how far away shots are.
GAP = 5.0
LATTICE = 24
#: Fewer places of a thickening than this tell its roughness no better than all places do.
ENOUGH_ALIKE = 4


@dataclass(frozen=True, slots=True)
class SetUpErrors:
    """What all shots of one set-up share: its kit, its backsights, and where it stands, metres.

    ``at`` is None where nobody said.
    """

    kit: Kit
    backsights: tuple[Sight, ...]
    at: tuple[float, float] | None


@dataclass(frozen=True, slots=True)
class ShotErrors:
    """A shot's set-up, by its index, and the beam's height on the rod, metres."""

    set_up: int
    height_on_rod: float


@dataclass(frozen=True, slots=True)
class VolumeRange:
    """How far off a volume may be at about 95 %, cubic metres, in its three parts."""

    shared: float
    own: float
    between: float

    @property
    def half_width(self) -> float:
        """All three together; they have nothing to do with each other."""
        return sqrt(self.shared**2 + self.own**2 + self.between**2)


def volume_range(
    model: SlabModel, off: Floats, shots: Sequence[ShotErrors], set_ups: Sequence[SetUpErrors]
) -> VolumeRange:
    """Return how sure a slab's volume is over stone ``off`` its design at the model's places.

    ``shots`` are in the order the model was made of; where a place was shot twice each of its
    shots counts half.
    """
    counts = np.bincount(model.places.which, minlength=len(model.weights))
    weights = (model.weights / counts)[model.places.which]
    own = np.array([own_half_width(set_ups[shot.set_up].kit, shot.height_on_rod) for shot in shots])
    of_set_up = np.array([shot.set_up for shot in shots], dtype=np.intp)
    shared = [
        _shared(model, weights * (of_set_up == number), one) for number, one in enumerate(set_ups)
    ]
    at_places = np.sqrt(np.bincount(model.places.which, weights=own**2) / counts)
    return VolumeRange(
        shared=hypot(*shared) if shared else 0.0,
        own=float(np.sqrt(((weights * own) ** 2).sum())),
        between=_between(model, off, at_places / 2),
    )


def _shared(model: SlabModel, weights: Floats, one: SetUpErrors) -> float:
    """What the backsights and the tilt of one set-up make of the volume.

    Every shot is off by the backsights' error, and by the tilt over its arm: together as one
    shot would be in the middle of the area they stand for.
    """
    area = float(weights.sum())
    if area <= 0:
        return 0.0
    x, y = (weights @ model.places.xy[model.places.which] / area).tolist()
    if one.at is None:
        middle = Sight(fmean(sight.distance for sight in one.backsights), 0.0)
    else:
        middle = Sight(hypot(x - one.at[0], y - one.at[1]), 0.0, (x, y))
    return area * shared_half_width(one.kit, middle, one.backsights)


def _between(model: SlabModel, off: Floats, own: Floats) -> float:
    """What the stone between the shots makes of the volume.

    Places are left out in turn; how far the plane of its neighbors misses each, beyond what the
    reading itself may be off, tells how far the stone runs from place to place: in the floor and
    in each thickening by the places there, as a trench is often the rougher. An even grid on
    stone that its neighbors predict knows more than that: the gaps are nearer to a shot than a
    shot is to the next, and what is missed cancels. Shots in lines know less: the gaps are farther
    from a shot than shots from each other, and what is missed in one runs together.
    """
    count, gaps = len(model.weights), _gaps(model)
    tried = np.arange(0, count, -(-count // MOST_LEFT_OUT))
    beyond = sqrt(3) * gaps.away if gaps.ratio > LINED else 0.0
    each = np.array([_missed(int(at), model, off, own, beyond) for at in tried])
    missed = max(0.0, float(each.mean()))
    known = min(1.0, max(0.0, (count - FEW) / (MANY - FEW)))
    evened = _predicted(model, off, missed) ** (gaps.evenness * known) if known else 1.0
    factor = float(students_t.ppf(LEVEL, max(1, count - TREND)))
    rough = _roughness(model, tried, each, missed)
    variance = _part_by_part(model, rough, missed)
    if gaps.ratio > LINED:
        areas = [float(part.weights.sum()) for part in model.parts]
        in_one = sum(area * own for area, own in zip(areas, rough, strict=True))
        variance = max(variance, in_one * GAP * gaps.away**2)
    return factor * sqrt(evened * variance)


def _roughness(model: SlabModel, tried: Integers, each: Floats, missed: float) -> list[float]:
    """Return how rough the stone of each part is, as the variance of a place.

    ``each`` is what the places ``tried`` miss by, ``missed`` the mean of all: where few lie on a
    part, it is taken to be no smoother than that.
    """
    found = []
    for part in model.parts:
        here = each[np.isin(tried, part.places)]
        own = max(0.0, float(here.mean())) if len(here) else missed
        found.append(own if len(here) >= ENOUGH_ALIKE else max(own, missed))
    return found


def _part_by_part(model: SlabModel, rough: Sequence[float], missed: float) -> float:
    """Return the variance of the volume, each part by its own roughness.

    A place stands for its own part as that is rough, and for area of another as the rougher of
    the two is.
    """
    at_places = np.full(len(model.weights), missed)
    for part, own in zip(model.parts, rough, strict=True):
        at_places[part.places] = own
    spread = sum(
        (part.weights * np.sqrt(np.maximum(at_places, own))
         for part, own in zip(model.parts, rough, strict=True)),
        np.zeros(1),
    )  # fmt: skip
    return float((spread**2).sum())


def _predicted(model: SlabModel, off: Floats, missed: float) -> float:
    """How much of the stone's unevenness neighbors miss: 1 where they tell nothing of it."""
    xy = model.places.xy
    rows = np.column_stack([np.ones(len(xy)), xy - xy.mean(axis=0)])
    rest = off - rows @ np.linalg.lstsq(rows, off, rcond=None)[0]
    variance = float(rest @ rest) / max(1, len(xy) - TREND)
    if len(xy) <= TREND or variance <= missed:
        return 1.0
    return min(1.0, max(LEAST_MISSED, (CAUTION * missed / variance) ** SHARPENED))


class _Gaps(NamedTuple):
    """How far places all over a slab are ``away`` from the nearest shot, and shots from shots.

    Root mean squares, metres. The ``ratio`` of their squares is a sixth on a grid, one for shots
    strewn at random, and more where they stand in lines or in a corner.
    """

    away: float
    apart: float

    @property
    def ratio(self) -> float:
        return (self.away / self.apart) ** 2

    @property
    def evenness(self) -> float:
        """1 for a grid, 0 for shots strewn at random."""
        return min(1.0, max(0.0, (STREWN - self.ratio) / (STREWN - EVEN)))


def _gaps(model: SlabModel) -> _Gaps:
    tree = cKDTree(model.places.xy)
    apart = tree.query(model.places.xy, k=2)[0][:, 1]
    away = tree.query(_all_over(model))[0]
    return _Gaps(sqrt(float((away**2).mean())), sqrt(float((apart**2).mean())))


def _all_over(model: SlabModel) -> Floats:
    """Return places all over a slab, on a lattice; its corners where that misses it."""
    every = np.vstack(model.rings)
    low, high = every.min(axis=0), every.max(axis=0)
    steps = (np.arange(LATTICE) + 0.5) / LATTICE
    x, y = np.meshgrid(*(low[axis] + steps * (high[axis] - low[axis]) for axis in (0, 1)))
    inside = shapely.contains_xy(
        shapely.union_all([shapely.Polygon(ring) for ring in model.rings]), x, y
    )
    found = np.column_stack([x[inside], y[inside]])
    return found if len(found) else every


def _missed(at: int, model: SlabModel, off: Floats, own: Floats, beyond: float) -> float:
    """How far a place is from its neighbors' plane, squared, as a variance of one place.

    Its neighbors are those ``beyond`` so many metres, for shots in lines that leave wide gaps.
    """
    xy = model.places.xy
    near = model.neighbours[at]
    if len(near) < LEAST_NEIGHBOURS or beyond:
        distances = np.hypot(*(xy - xy[at]).T)
        nearest = np.argsort(distances, kind="stable")[1:]
        far = nearest[distances[nearest] >= beyond]
        near = (far if len(far) >= LEAST_NEIGHBOURS else nearest)[: LEAST_NEIGHBOURS + 1]
    rows = np.column_stack([np.ones(len(near)), xy[near] - xy[at]])
    shares = np.linalg.pinv(rows)[0]
    miss = float(off[at] - shares @ off[near])
    read = float(own[at] ** 2 + (shares**2) @ (own[near] ** 2))
    return (miss**2 - read) / (1.0 + float(shares @ shares))
