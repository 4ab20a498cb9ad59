"""The four checks of a beam's slope: rise per run, with its resolution (section 6)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import sqrt

from core.errors import ProvesNothing

LEAST_BASELINE = 0.5
LEAST_UNEVENNESS = 0.5
#: Two marks read as finely as they can be differ by one and a half of that: the gap is halved.
MISREAD = 1.5


class CheckVerdict(StrEnum):
    """What a check says about a specification."""

    PASS = "pass"  # noqa: S105 - a verdict, not a password
    FAIL = "fail"
    INCONCLUSIVE = "inconclusive"


@dataclass(frozen=True, slots=True)
class SlopeCheck:
    """A slope error e (rise per run), the uncertainty u of it, and the base it rests on.

    ``leverage`` is the length the readings' error is divided by, in metres; ``readings`` how
    many of them enter the sum. The gap a crew sees is e times the leverage.
    """

    slope: float
    leverage: float
    readings: int
    resolution: float

    @property
    def uncertainty(self) -> float:
        """The reading resolution carried through the check's own formula."""
        return sqrt(self.readings) * self.resolution / self.leverage

    def verdict(self, specification: float) -> CheckVerdict:
        """Pass if |e| + u ≤ spec, fail if |e| - u > spec, otherwise inconclusive."""
        if abs(self.slope) + self.uncertainty <= specification:
            return CheckVerdict.PASS
        if abs(self.slope) - self.uncertainty > specification:
            return CheckVerdict.FAIL
        return CheckVerdict.INCONCLUSIVE

    def leverage_needed(self, specification: float) -> float | None:
        """Return the leverage that would settle it with this slope, in metres.

        None where the slope is the specification itself and no length settles it.
        """
        margin = abs(specification - abs(self.slope))
        return sqrt(self.readings) * self.resolution / margin if margin > 0 else None

    def resolution_needed(self, specification: float) -> float:
        """Return how finely the marks would have to be read to settle it with this slope, meters;
        0 where no step is fine enough.
        """
        margin = abs(specification - abs(self.slope))
        return margin * self.leverage / sqrt(self.readings)

    def error_at(self, distance: float) -> float:
        """The error at a distance, in metres; plus where the beam is above."""
        return self.slope * distance


def two_position(
    near: float, far: float, gap: float, resolution: float, from_middle: float | None = None
) -> SlopeCheck:
    """Check by two marks on one wall: e = gap / (2·(far - near)); all in metres (section 6).

    The gap is twice the error over the base: crews who take it for the error err on the safe
    side. From the middle, with the beam on B's mark again, the gap at A must be half of it.
    Raises :class:`ProvesNothing` where the two distances hardly differ, or where the gap from
    the middle says that a mark was misread.
    """
    base = far - near
    _require_baseline(base, "Stand nearer to one mark and farther from the other.")
    if from_middle is not None and abs(from_middle - gap / 2) > MISREAD * resolution:
        raise ProvesNothing(
            f"{from_middle * 1000:g} mm from the middle",
            "From the middle the gap must be half of the gap at A, and it is not: "
            "a mark was misread.",
            "Mark again from both places; the beam goes exactly onto B's mark each time.",
        )
    return SlopeCheck(gap / (2 * base), 2 * base, 1, resolution)


def face_about(distance: float, gap: float, resolution: float) -> SlopeCheck:
    """Check one axis by turning the instrument half round: e = gap / (2·distance)."""
    _require_baseline(distance, "Choose a wall farther away.")
    return SlopeCheck(gap / (2 * distance), 2 * distance, 1, resolution)


def two_peg(
    from_middle: tuple[float, float],
    from_near_a: tuple[float, float],
    distances: tuple[float, float],
    resolution: float,
) -> SlopeCheck:
    """Check by two pegs: e = ((a2 - b2) - (a1 - b1)) / (dA - dB), from rod readings a, b."""
    (a1, b1), (a2, b2), (to_a, to_b) = from_middle, from_near_a, distances
    base = to_a - to_b
    _require_baseline(abs(base), "Stand close to one peg for the second pair.")
    return SlopeCheck(((a2 - b2) - (a1 - b1)) / base, abs(base), 4, resolution)


def water_level(
    laser_above_water: tuple[float, float], distances: tuple[float, float], resolution: float
) -> SlopeCheck:
    """Check against a full hose: e = (a - b) / (dA - dB), laser mark minus water mark.

    Raises :class:`ProvesNothing` with the laser about half-way, where the error cancels.
    """
    (a, b), (to_a, to_b) = laser_above_water, distances
    base = to_a - to_b
    if abs(base) < LEAST_UNEVENNESS * max(to_a, to_b):
        raise ProvesNothing(
            f"{to_a:g} m and {to_b:g} m",
            "The laser is about half-way, so its error cancels and nothing is proven.",
            "Stand the laser close to one end of the hose.",
        )
    _require_baseline(abs(base), "Use a longer hose.")
    return SlopeCheck((a - b) / base, abs(base), 2, resolution)


def _require_baseline(base: float, accepts: str) -> None:
    if not base >= LEAST_BASELINE:
        raise ProvesNothing(f"{base:g} m", "So short a base proves nothing.", accepts)
