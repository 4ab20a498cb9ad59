"""When to ask about a reading, and what to offer in its place (section 13).

Ask rarely: a question is far more often asked of a true reading than of a wrong one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.lengths import Elevation, Length, Reading
from core.lengths.quantity import NANOMETRES_PER_METRE
from core.rods import Observed, Rod, SightLine
from core.slips.expected import Expected, Near, expected_at
from core.slips.usual import Explanation, Slip, usual_slips
from core.tasks import Task

MOST_OFFERS = 3

#: A reading as near to one of its neighbors as this share of a slip is an edge or a step.
SHARED = 0.3
BESIDE = 4
#: How near to a neighbor a gross slip must land: a share of its size, and at most in metres.
LANDING = 0.35
WIDEST_LANDING = 0.075
#: The least it may miss, meters, and so many spreads: neighbors that agree leave less room.
LEAST_LANDING = 0.02
SPREADS_OF_A_LANDING = 4.0
#: The same against the design alone, where a floor may be low all over. 100 mm is no surprise
#: there: stone that was not pitched, benched or dug yet lies as far off.
LANDING_ON_DESIGN = 0.35
WIDEST_LANDING_ON_DESIGN = 0.15
#: 100 mm needs so many neighbors, that agree within this among themselves, meters.
NEIGHBORS_FOR_100_MM = 3
AGREEING_FOR_100_MM = 0.025
#: Or, where they lie on both sides of a step, each beside another of them within this.
BESIDE_ANOTHER = 0.02
#: So many of the neighbors say how rough the ground is; fewer are held against what is usual.
ENOUGH_NEIGHBOURS = 5
USUALLY_ROUGH = 2.5

#: A finer slip needs neighbors that agree within this, and a reading so many spreads away.
AGREEING = 0.006
LEAST_SPREAD = 0.002
SPREADS_OF_A_FINE_SLIP = 4.5
LANDING_OF_A_FINE_SLIP = 0.4

USUAL_ROUGHNESS = {
    Task.FORMATION: 0.045,
    Task.FOOTING_BOTTOM: 0.045,
    Task.STONE: 0.015,
}
USUAL_OF_WHAT_IS_BUILT = 0.008
DUG = frozenset([Task.FORMATION, Task.FOOTING_BOTTOM])
NEVER_ASKED = frozenset([Task.GROUND, Task.HOLE])


@dataclass(frozen=True, slots=True)
class Aim:
    """What a reading is taken for: its task, its target, and how far off is still on.

    ``sure`` is U of the reading; metres but for the target.
    """

    task: Task
    target: Elevation
    tolerance: float
    sure: float


@dataclass(frozen=True, slots=True)
class Offer:
    """A slip that would explain a reading, and what was meant."""

    slip: Slip
    reading: Reading
    elevation: Elevation


@dataclass(frozen=True, slots=True)
class Question:
    """A reading to ask about: how far it is from what is expected, and what would explain it.

    The offer nearest to what is expected comes first.
    """

    off: Length
    from_neighbours: bool
    offers: tuple[Offer, ...]


def question_about(
    sighted: tuple[Rod, SightLine, Reading],
    sight: Observed,
    aim: Aim,
    near: Sequence[Near],
) -> Question | None:
    """Return what to ask about a reading, None for nearly all of them.

    ``sighted`` is the rod, the line and the backsight as the rod standing shows it; ``near`` are
    the points of the same pass. The design alone is a reason only for a gross slip, and never
    where ground is being dug; finer slips need neighbors that agree among themselves, and a
    reading out of tolerance. A pier's hole or ground that is only found out is never asked about.
    """
    rod, line, backsight = sighted
    off = _metres(line.elevation(sight) - aim.target)
    if aim.task in NEVER_ASKED:
        return None
    expected = expected_at(near)
    if expected is None and aim.task in DUG:
        return None
    landing: list[tuple[float, Offer]] = []
    for slip in usual_slips(rod, sight, backsight):
        elevation = line.elevation(Observed(sight.kind, slip.reading))
        meant = _metres(elevation - aim.target)
        if _explains(slip, off, meant, expected, aim):
            missed = abs(meant - (expected.off if expected else 0.0))
            landing.append((missed, Offer(slip.slip, slip.reading, elevation)))
    if not landing:
        return None
    landing.sort(key=lambda found: found[0])
    from_design = off - (expected.off if expected else 0.0)
    offers = tuple(offer for _, offer in landing[:MOST_OFFERS])
    return Question(Length.from_float(from_design), expected is not None, offers)


def _explains(
    one: Explanation, off: float, meant: float, expected: Expected | None, aim: Aim
) -> bool:
    """Say whether a slip explains a reading that nothing else does.

    ``off`` and ``meant`` are how far above design the reading lies, as it is and without it.
    """
    shift = one.shift / NANOMETRES_PER_METRE
    is_100_mm = one.slip is Slip.HUNDRED_MILLIMETRES
    if expected is None:
        widest = min(LANDING_ON_DESIGN * shift, WIDEST_LANDING_ON_DESIGN)
        return one.is_gross and not is_100_mm and abs(meant) <= widest
    away = expected.nearest_to(off, BESIDE)
    if away <= SHARED * shift or (is_100_mm and not _agree_for_100_mm(expected)):
        return False
    if one.is_gross:
        return away > _rough(expected, aim) and _lands(shift, meant, expected)
    return _explains_finely(shift, off, meant, expected, aim)


def _agree_for_100_mm(expected: Expected) -> bool:
    """Say whether neighbors agree so well that 100 mm is no step and no fall among them."""
    if len(expected.near) < NEIGHBORS_FOR_100_MM or expected.is_beside_their_line:
        return False
    if expected.scatter is not None and expected.scatter <= AGREEING_FOR_100_MM:
        return True
    return expected.loneliest <= BESIDE_ANOTHER


def _lands(shift: float, meant: float, expected: Expected) -> bool:
    """Say whether a reading without its slip lies where its neighbors say."""
    landing = min(LANDING * shift, WIDEST_LANDING)
    if len(expected.near) >= ENOUGH_NEIGHBOURS and expected.spread is not None:
        landing = min(landing, max(LEAST_LANDING, SPREADS_OF_A_LANDING * expected.spread))
    return min(abs(meant - expected.off), expected.nearest_to(meant)) <= landing


def _rough(expected: Expected, aim: Aim) -> float:
    """How far from all its few neighbors a true reading may well be."""
    usual = USUAL_ROUGHNESS.get(aim.task, USUAL_OF_WHAT_IS_BUILT)
    return usual if len(expected.near) >= ENOUGH_NEIGHBOURS else USUALLY_ROUGH * usual


def _explains_finely(shift: float, off: float, meant: float, expected: Expected, aim: Aim) -> bool:
    if len(expected.near) < ENOUGH_NEIGHBOURS or expected.scatter is None:
        return False
    if expected.spread is None or expected.scatter > AGREEING:
        return False
    if abs(off) <= aim.tolerance + aim.sure:
        return False
    enough = max(SPREADS_OF_A_FINE_SLIP * max(expected.spread, LEAST_SPREAD), aim.sure)
    landing = LANDING_OF_A_FINE_SLIP * shift
    return abs(off - expected.off) > enough and abs(meant - expected.off) <= landing


def _metres(length: Length) -> float:
    return float(length)
