"""Several set-ups, where no one place sees every point: how many do, and their turning points."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
import numpy.typing as npt

from core.errors import OutOfRange
from core.placing.blocks import hidden
from core.placing.places import Floats, Reach, ToShoot

#: More set-ups than these are a survey, not a day's work.
MOST = 12
Flags = npt.NDArray[np.bool_]
Spot = tuple[float, float]


@dataclass(frozen=True, slots=True)
class SetUpPlan:
    """Places to stand one after another, and the turning point carried from each to the next.

    ``shoots`` are the names of the points each shoots; ``is_fewest`` whether no fewer can do.
    """

    stands: tuple[Spot, ...]
    turning_points: tuple[Spot, ...]
    shoots: tuple[tuple[str, ...], ...]
    is_fewest: bool


def set_ups_for(
    points: Sequence[ToShoot], known: ToShoot, reach: Reach, places: Floats
) -> SetUpPlan:
    """Return set-ups that see every point between them, the first the benchmark too.

    ``places`` is an (n, 2) array of where one may stand. From each set-up to the next a turning
    point halfway is in reach of both. Raises :class:`OutOfRange` where twelve don't do.
    """
    seen = _seen(places, np.array([point.at for point in points]), reach)
    starts = _seen(places, np.array([known.at]), reach)[:, 0]
    one = _single(seen, starts)
    chain, is_fewest = (one, True) if one else (_pair(seen, starts, places, reach), True)
    if not chain:
        chain, is_fewest = _greedy(seen, starts, places, reach), False
    return _planned(chain, seen, places, points, is_fewest=is_fewest)


def _seen(places: Floats, spots: Floats, reach: Reach) -> Flags:
    away = np.hypot(places[:, None, 0] - spots[None, :, 0], places[:, None, 1] - spots[None, :, 1])
    seen: Flags = (away >= reach.least) & (away <= reach.farthest)
    return seen & ~hidden(places, spots, reach.blocks) if reach.blocks else seen


def _single(seen: Flags, starts: Flags) -> list[int]:
    whole = np.flatnonzero(seen.all(axis=1) & starts)
    return [int(whole[0])] if len(whole) else []


def _pair(seen: Flags, starts: Flags, places: Floats, reach: Reach) -> list[int]:
    """Return two set-ups that see all between them.

    What each place sees is held as bits, and a place is passed over where even the one that sees
    most could not see all that it misses.
    """
    sees, whole = _as_bits(seen), _as_bits(np.ones((1, seen.shape[1]), dtype=bool))[0]
    counts = seen.sum(axis=1)
    enough = starts & (counts + counts.max() >= seen.shape[1])
    for first in np.flatnonzero(enough):
        missed = whole & ~sees[first]
        both = ((sees & missed) == missed).all(axis=1)
        if both.any():
            others = np.flatnonzero(both & _joined(int(first), places, reach))
            if len(others):
                return [int(first), int(others[0])]
    return []


def _as_bits(flags: Flags) -> npt.NDArray[np.uint64]:
    """Return rows of flags as words of 64 bits."""
    packed = np.packbits(flags, axis=1)
    words = np.zeros((len(flags), -(-packed.shape[1] // 8) * 8), dtype=np.uint8)
    words[:, : packed.shape[1]] = packed
    return words.view(np.uint64)


def _joined(first: int, places: Floats, reach: Reach) -> Flags:
    """Return the places from which a turning point halfway to this one is in reach of both."""
    half = np.hypot(*(places - places[first]).T) / 2
    joined: Flags = (half >= reach.least) & (half <= reach.farthest)
    if reach.blocks:
        joined &= ~hidden(places, places[first : first + 1], reach.blocks)[:, 0]
    return joined


def _greedy(seen: Flags, starts: Flags, places: Floats, reach: Reach) -> list[int]:
    """Return set-ups one after another, each the one that sees most of what is left."""
    left = np.ones(seen.shape[1], dtype=bool)
    chain: list[int] = []
    can = starts
    while left.any():
        gains = np.where(can, (seen & left).sum(axis=1), -1)
        if gains.max() <= 0:
            gains = _nearer(can, seen & left, places)
        at = int(gains.argmax())
        if len(chain) >= MOST or gains[at] <= -np.inf or at in chain:
            raise OutOfRange(
                f"{int(left.sum())} points left",
                f"{MOST} set-ups don't see them all.",
                "Add a benchmark nearer to them, or take an instrument that reaches farther.",
            )
        chain.append(at)
        left &= ~seen[at]
        can = _joined(at, places, reach)
    return chain


def _nearer(can: Flags, sees: Flags, places: Floats) -> Floats:
    """Return how near each place one can go to is to one that sees something, the nearer more."""
    goals = places[sees.any(axis=1)]
    if not len(goals) or not can.any():
        return np.full(len(places), -np.inf)
    away = np.hypot(
        places[:, None, 0] - goals[None, :, 0], places[:, None, 1] - goals[None, :, 1]
    ).min(axis=1)
    return np.where(can, -away, -np.inf)


def _planned(
    chain: Sequence[int], seen: Flags, places: Floats, points: Sequence[ToShoot], *, is_fewest: bool
) -> SetUpPlan:
    left = np.ones(seen.shape[1], dtype=bool)
    shoots = []
    for at in chain:
        own = seen[at] & left
        shoots.append(tuple(points[int(n)].name for n in np.flatnonzero(own)))
        left &= ~own
    stands = tuple((float(places[at][0]), float(places[at][1])) for at in chain)
    turns = tuple(((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in pairwise(stands))
    return SetUpPlan(stands, turns, tuple(shoots), is_fewest)
