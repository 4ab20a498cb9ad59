"""How sure a height is, and the verdict that respects it (section 5)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import cos, hypot, radians, sqrt

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
    Source.SLOPE: "shoot from nearer, or make the sights equally long",
    Source.CURVATURE: "make the sights equally long",
    Source.BENCHMARK: "carry it in a run that closes better",
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

    def __post_init__(self) -> None:
        for name in self.__slots__:
            value = getattr(self, name)
            if not 0 <= value < 90:
                raise OutOfRange(
                    f"{value:g}", f"The {name.replace('_', ' ')} can't be that.", "Give 0 or more."
                )


@dataclass(frozen=True, slots=True)
class Sight:
    """A sight: the distance from the instrument and the beam's height on the rod, metres."""

    distance: float
    height_on_rod: float


@dataclass(frozen=True, slots=True)
class Uncertainty:
    """The half-width U of a height at the 95 % level, in metres, and what makes most of it."""

    half_width: float
    largest: Source

    @property
    def in_words(self) -> str:
        """Say what makes the largest part, and what would make it less."""
        return f"mostly {self.largest}: {MENDS[self.largest]}"


def uncertainty(kit: Kit, point: Sight, benchmark: Sight, carried: float = 0.0) -> Uncertainty:
    """Return U for a point carried from a benchmark by one set-up.

    U = 2·√(Σ parts²) + 0.0675·10⁻⁶·|d_p² - d_BM²|, each part a rectangular distribution.
    ``carried`` is the benchmark's own half-width, metres, where a run carried it there.
    """
    lean = 1 - cos(radians(kit.lean_degrees))
    squares = {
        Source.SLOPE: (kit.slope_error * hypot(point.distance, benchmark.distance)) ** 2 / 3,
        Source.RECEIVER: 2 * kit.receiver_half_band**2 / 3,
        Source.READING: 2 * (kit.least_count / 2) ** 2 / 3,
        Source.ROD_LEAN: (lean * hypot(point.height_on_rod, benchmark.height_on_rod)) ** 2 / 3,
        Source.BENCHMARK: (carried / 2) ** 2,
    }
    curve = CURVATURE_AND_REFRACTION * abs(point.distance**2 - benchmark.distance**2)
    widths = {source: 2 * sqrt(square) for source, square in squares.items()}
    widths[Source.CURVATURE] = curve
    return Uncertainty(
        half_width=2 * sqrt(sum(squares.values())) + curve,
        largest=max(widths, key=lambda source: widths[source]),
    )


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
    kit: Kit, benchmark: Sight, tolerance: Tolerance, height_on_rod: float, carried: float = 0.0
) -> float | None:
    """Return how far away this kit can still call a point on, in metres.

    ``carried`` is the benchmark's own half-width. None where it can't at any distance: U is
    never below the narrower side of the tolerance. At most 1000 m.
    """
    narrow = min(float(tolerance.plus), float(tolerance.minus))

    def proves(distance: float) -> bool:
        point = Sight(distance, height_on_rod)
        return uncertainty(kit, point, benchmark, carried).half_width < narrow

    if proves(FARTHEST_PROVEN):
        return FARTHEST_PROVEN
    if not proves(0.0) and not proves(benchmark.distance):
        return None
    near, far = (benchmark.distance if proves(benchmark.distance) else 0.0), FARTHEST_PROVEN
    for _ in range(HALVINGS):
        middle = (near + far) / 2
        near, far = (middle, far) if proves(middle) else (near, middle)
    return near
