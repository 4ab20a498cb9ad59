"""What a go / hold list comes to: go, unless a line holds that nobody lifted (section 12)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

MOST_NAMED = 12


class Question(StrEnum):
    """A line of the go / hold list."""

    INSTRUMENT = "instrument"
    BENCHMARK = "benchmark"
    DOUBT = "doubt"
    POINTS = "points"
    STONE = "stone"
    THIN = "thin"
    CONCRETE = "concrete"
    EXTRA = "extra"
    OVER_DIG = "over-dig"
    DEPTHS = "depths"
    INSPECTION = "inspection"
    STRIP = "strip"


@dataclass(frozen=True, slots=True)
class CheckLine:
    """A line of the list: whether it lets the pour go, and why."""

    question: Question
    is_go: bool
    reason: str


@dataclass(frozen=True, slots=True)
class Decision:
    """What a list comes to: go, unless a line holds that nobody lifted."""

    lines: tuple[CheckLine, ...]
    holds: tuple[Question, ...]

    @property
    def is_go(self) -> bool:
        """Whether the pour may go."""
        return not self.holds


def decide(lines: Iterable[CheckLine], lifted: Mapping[Question, str]) -> Decision:
    """Return the decision; a lifted hold stands for the reason it was lifted at, no other.

    A hold whose reason has changed since it was lifted holds again.
    """
    found = tuple(lines)
    holds = tuple(
        line.question
        for line in found
        if not line.is_go and lifted.get(line.question) != line.reason
    )
    return Decision(found, holds)


def listed(parts: Sequence[str], between: str = " ") -> str:
    """Return what is wrong, one after the other; of many the first dozen, and how many more."""
    more = len(parts) - MOST_NAMED
    said = between.join(parts[:MOST_NAMED])
    return f"{said}{between}And {more} more." if more > 0 else said


def counted_line(question: Question, wrong: Sequence[str], right: str) -> CheckLine:
    """A line that goes when nothing is wrong, and else says what is."""
    if wrong:
        return CheckLine(question, is_go=False, reason=listed(wrong))
    return CheckLine(question, is_go=True, reason=right)
