"""High, low or on: a surface against its target, and what to do about it (sections 2 and 5)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.errors import OutOfRange
from core.lengths import Elevation, Length, Style, format_amount

ANY_DEPTH = Length.from_metres(10_000)


class Verdict(StrEnum):
    """Where a surface lies against its target."""

    HIGH = "high"
    LOW = "low"
    ON = "on"


@dataclass(frozen=True, slots=True)
class Tolerance:
    """How far above (``plus``) and below (``minus``) its target a surface may lie."""

    plus: Length
    minus: Length

    def __post_init__(self) -> None:
        for side in (self.plus, self.minus):
            if side.nanometres < 0:
                raise OutOfRange(
                    f"{side.metres.normalize()} m",
                    "A tolerance can't be negative.",
                    "Give how far off is still on, such as 1/8 in or 3 mm.",
                )

    @classmethod
    def either_way(cls, amount: Length) -> Tolerance:
        """Return the tolerance that is the same above and below."""
        return cls(amount, amount)

    @classmethod
    def at_least_so_deep(cls) -> Tolerance:
        """Return the tolerance of a least depth: no higher at all, and any depth below (12)."""
        return cls(Length(0), ANY_DEPTH)


@dataclass(frozen=True, slots=True)
class Verbs:
    """What is done about a surface that is high, and one that is low; what is said of one on."""

    high: str
    low: str
    on: str


@dataclass(frozen=True, slots=True)
class Judgement:
    """A surface's deviation (actual - target) and the verdict on it."""

    deviation: Length
    verdict: Verdict

    def action(self, style: Style, verbs: Verbs, step: Length | None = None) -> str:
        """Say the verb and the amount, such as take off 3/8 in, or leave it.

        The amount is written to the finer of the style's step and the rod's, and never as 0.
        """
        amount = format_amount(self.deviation, style, step)
        match self.verdict:
            case Verdict.HIGH:
                return f"{verbs.high} {amount}"
            case Verdict.LOW:
                return f"{verbs.low} {amount}"
            case Verdict.ON:
                return verbs.on


def judge(actual: Elevation, target: Elevation, tolerance: Tolerance) -> Judgement:
    """Judge a surface by plain comparison; exactly at the tolerance is still on."""
    deviation = actual - target
    if deviation > tolerance.plus:
        return Judgement(deviation, Verdict.HIGH)
    if deviation < -tolerance.minus:
        return Judgement(deviation, Verdict.LOW)
    return Judgement(deviation, Verdict.ON)
