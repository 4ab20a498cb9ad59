"""How sure a height is, and the verdict that respects it (section 5)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import lru_cache
from math import cos, hypot, radians, sqrt
from statistics import fmean

from core.errors import OutOfRange
from core.lengths import Length
from core.verdicts import Tolerance, Verdict

CURVATURE_AND_REFRACTION = 0.0675e-6
FARTHEST_PROVEN = 1000.0
HALVINGS = 50


class Source(StrEnum):
    """What makes a height unsure, in the order a crew can mend it."""

    ROD_LEAN = "the rod's lean"
    RECEIVER = "the receiver's band"
    READING = "the step the rod is read to"
    SLOPE = "the slope of the beam"
    CURVATURE = "the curve of the earth over unequal sights"
    BENCHMARK = "the benchmark's own elevation"


MENDS = {
    Source.ROD_LEAN: "use the bubble",
    Source.RECEIVER: "use the fine setting, or a finer receiver",
    Source.READING: "read the rod to a finer step",
    Source.CURVATURE: "make the sights equally long",
    Source.BENCHMARK: "carry it in a run that closes better",
}


class Beam(StrEnum):
    """What an instrument's line of sight makes as it turns: a laser's plane, a level's cone."""

    PLANE = "plane"
    CONE = "cone"


SLOPE_MENDS = {
    Beam.PLANE: "stand so that the points lie nearer to the benchmark or beside it, or check it",
    Beam.CONE: "make the sights equally long, or check it",
}


@dataclass(frozen=True, slots=True)
class Kit:
    """What readings are taken with: half-widths in metres, slope as rise per run.

    ``slope_error`` is the larger of the specification and the last check; ``receiver_half_band``
    that of the setting used; ``least_count`` the step the reader estimates to; ``lean_degrees``
    0.5 with a bubble and 2 without. Raises :class:`OutOfRange` for a negative one.
    """

    slope_error: float
    receiver_half_band: float
    least_count: float
    lean_degrees: float
    beam: Beam = Beam.PLANE

    def __post_init__(self) -> None:
        for name in ("slope_error", "receiver_half_band", "least_count", "lean_degrees"):
            value = getattr(self, name)
            if not 0 <= value < 90:
                raise OutOfRange(
                    f"{value:g}", f"The {name.replace('_', ' ')} can't be that.", "Give 0 or more."
                )

    @property
    def without_slope(self) -> Kit:
        """The same kit, its beam's slope left out."""
        return replace(self, slope_error=0.0)


@dataclass(frozen=True, slots=True)
class Sight:
    """A sight: the distance from the instrument and the beam's height on the rod, metres.

    ``at`` is the point's place in plan, None where nobody knows it; ``own`` the half-width of
    a known point's elevation, where a run carried it there. ``is_upward`` is whether the point
    lies over the beam: the rod upside down, or a tape up from the beam.
    """

    distance: float
    height_on_rod: float
    at: tuple[float, float] | None = None
    own: float = 0.0
    is_upward: bool = False


@dataclass(frozen=True, slots=True)
class Uncertainty:
    """The half-width U of a height at the 95 % level, in metres, and what makes most of it."""

    half_width: float
    largest: Source
    beam: Beam = Beam.PLANE

    @property
    def in_words(self) -> str:
        """Say what makes the largest part, and what would make it less."""
        mend = SLOPE_MENDS[self.beam] if self.largest is Source.SLOPE else MENDS[self.largest]
        return f"mostly {self.largest}: {mend}"


Variances = Mapping[Source, float]


def arm_of(beam: Beam, point: Sight, backsights: Sequence[Sight]) -> float:
    """Return what the slope error works over, metres (section 5).

    A laser's plane is tilted as a whole: the distance between the point and the (mean of the)
    benchmarks. A level's line makes a cone: the difference of the sights. Where a place is not
    known, the worst that can be: the sum of the sights for a laser, the larger for a level.
    """
    mean = fmean(sight.distance for sight in backsights)
    places = [sight.at for sight in backsights if sight.at is not None]
    if point.at is None or len(places) < len(backsights):
        return point.distance + mean if beam is Beam.PLANE else max(point.distance, mean)
    if beam is Beam.CONE:
        return abs(point.distance - mean)
    x, y = (fmean(place[axis] for place in places) for axis in (0, 1))
    return hypot(point.at[0] - x, point.at[1] - y)


def uncertainty(kit: Kit, point: Sight, backsights: Sequence[Sight]) -> Uncertainty:
    """Return U for a point carried from the mean of one or more backsights by one set-up.

    U = 2·√(Σ parts²) + 0.0675·10⁻⁶·|d_p² - d_BM²|, each part a rectangular distribution; of
    several backsights each one's own part is divided by their number (sections 4 and 5).
    """
    own, shared = _own(kit, point.height_on_rod), _shared(kit, point, backsights)
    squares = {source: own.get(source, 0.0) + square for source, square in shared.items()}
    squared = fmean(sight.distance**2 for sight in backsights)
    curve = CURVATURE_AND_REFRACTION * abs(point.distance**2 - squared)
    widths = {source: 2 * sqrt(square) for source, square in squares.items()}
    widths[Source.CURVATURE] = curve
    return Uncertainty(
        half_width=2 * sqrt(sum(squares.values())) + curve,
        largest=max(widths, key=lambda source: widths[source]),
        beam=kit.beam,
    )


def own_half_width(kit: Kit, height_on_rod: float) -> float:
    """Return the part of U that one reading has of its own, metres at 95 %."""
    return 2 * sqrt(sum(_own(kit, height_on_rod).values()))


def shared_half_width(kit: Kit, point: Sight, backsights: Sequence[Sight]) -> float:
    """Return the part of U that all readings at a place share, metres at 95 %: the backsights'
    own errors and the slope of the beam.
    """
    return 2 * sqrt(sum(_shared(kit, point, backsights).values()))


@lru_cache(maxsize=1024)
def _of_backsights(kit: Kit, backsights: tuple[Sight, ...]) -> Variances:
    """Return the variances of the mean of the backsights, all points of a set-up share them."""
    n = len(backsights)
    each = [_own(kit, sight.height_on_rod) for sight in backsights]
    found = {source: sum(own[source] for own in each) / n**2 for source in each[0]}
    return found | {Source.BENCHMARK: sum((sight.own / n / 2) ** 2 for sight in backsights)}


def _own(kit: Kit, height_on_rod: float) -> Variances:
    """Return the variances of one reading."""
    lean = 1 - cos(radians(kit.lean_degrees))
    return {
        Source.RECEIVER: kit.receiver_half_band**2 / 3,
        Source.READING: (kit.least_count / 2) ** 2 / 3,
        Source.ROD_LEAN: (lean * height_on_rod) ** 2 / 3,
    }


def _shared(kit: Kit, point: Sight, backsights: Sequence[Sight]) -> Variances:
    """Return the variances of the mean of the backsights, and of the slope over the arm."""
    slope = kit.slope_error * arm_of(kit.beam, point, backsights)
    found = {**_of_backsights(kit, tuple(backsights)), Source.SLOPE: slope**2 / 3}
    found[Source.ROD_LEAN] += _leaning_apart(kit, point, backsights)
    return found


def _leaning_apart(kit: Kit, point: Sight, backsights: Sequence[Sight]) -> float:
    """Return what the lean adds between a reading upward and one downward, as a variance.

    A lean always makes a rod read too much: two readings held alike differ by the root of their
    squares, one upward and one downward by the sum, so that twice their product comes on top.
    """
    lean = 1 - cos(radians(kit.lean_degrees))
    apart = [sight.height_on_rod for sight in backsights if sight.is_upward is not point.is_upward]
    return 2 * lean**2 * point.height_on_rod * sum(apart) / len(backsights) / 3


def least_told_apart(kit: Kit, one: Sight, other: Sight) -> float:
    """Return the least difference two readings with a kit can tell apart, metres (section 4).

    Their U with the beam's own slope left out, as it is the same both times; the known points'
    own half-widths count where the readings are on two of them.
    """
    apart = uncertainty(kit.without_slope, one, [other]).half_width
    return hypot(apart, one.own) if one.at != other.at else apart


def half_width_between(kit: Kit, one: Sight, other: Sight) -> float:
    """Return U of the difference of two points read from the same beam, metres at 95 %.

    As for a point carried from a benchmark (section 5), the one from the other: the slope works
    over the distance between them, and no benchmark's error is in it.
    """
    here, there = replace(one, own=0.0), replace(other, own=0.0)
    return uncertainty(kit, here, [there]).half_width


@dataclass(frozen=True, slots=True)
class SureVerdict:
    """A verdict that respects U: ``is_close`` where it can't be called, with its ``lean``."""

    lean: Verdict
    is_close: bool

    @property
    def in_words(self) -> str:
        """Say the lean, and whether it is a close call; never a shrug."""
        return f"{self.lean}, close call" if self.is_close else str(self.lean)

    def counts_as_on(self, *, strictly: bool) -> bool:
        """Whether go / hold takes it for on: plainly its lean counts, strictly only sure ones."""
        return self.lean is Verdict.ON and not (strictly and self.is_close)


def sure_verdict(deviation: Length, tolerance: Tolerance, half_width: float) -> SureVerdict:
    """Judge a deviation (actual - target) with a tolerance +p/-m and U in metres.

    High above p + U, low below -m - U, on between -m + U and p - U, otherwise a close call
    that leans by plain comparison.
    """
    off, plus, minus = float(deviation), float(tolerance.plus), float(tolerance.minus)
    lean = Verdict.HIGH if off > plus else Verdict.LOW if off < -minus else Verdict.ON
    sure = {
        Verdict.HIGH: off > plus + half_width,
        Verdict.LOW: off < -minus - half_width,
        Verdict.ON: -minus + half_width <= off <= plus - half_width,
    }
    return SureVerdict(lean, is_close=not sure[lean])


def proven_distance(
    kit: Kit, backsights: Sequence[Sight], tolerance: Tolerance, height_on_rod: float
) -> float | None:
    """Return how far away this kit can still call any point on, whichever way it lies, metres.

    None where it can't at any distance: U is never below the narrower side of the tolerance.
    At most 1000 m.
    """
    narrow = min(float(tolerance.plus), float(tolerance.minus))

    def proves(distance: float) -> bool:
        return uncertainty(kit, Sight(distance, height_on_rod), backsights).half_width < narrow

    if proves(FARTHEST_PROVEN):
        return FARTHEST_PROVEN
    if not proves(0.0):
        return None
    near, far = 0.0, FARTHEST_PROVEN
    for _ in range(HALVINGS):
        middle = (near + far) / 2
        near, far = (middle, far) if proves(middle) else (near, middle)
    return near
