"""Go or hold, and the run sheet counted back from the pour (section 12)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from math import ceil

from core.errors import OutOfRange


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
class Tally:
    """How many points of one kind there are, and how many count as on."""

    what: str
    points: int
    shot: int
    on: int


MOST_NAMED = 12


def listed(parts: Sequence[str], between: str = " ") -> str:
    """Return what is wrong, one after the other; of many the first dozen, and how many more."""
    more = len(parts) - MOST_NAMED
    said = between.join(parts[:MOST_NAMED])
    return f"{said}{between}And {more} more." if more > 0 else said


def points_line(tallies: Iterable[Tally]) -> CheckLine:
    """Every form, screed point and pier is shot and on."""
    wanting = [tally for tally in tallies if tally.on < tally.points]
    if not wanting:
        return CheckLine(Question.POINTS, is_go=True, reason="All are shot and on.")
    said = [
        f"{tally.what}: {tally.points - tally.shot} not shot, {tally.shot - tally.on} off."
        for tally in wanting
    ]
    return CheckLine(Question.POINTS, is_go=False, reason=listed(said))


def stone_line(tallies: Sequence[Tally]) -> CheckLine:
    """The stone is shot to its grid."""
    missing = sum(tally.points - tally.shot for tally in tallies)
    if missing:
        return CheckLine(Question.STONE, is_go=False, reason=f"{missing} points are not shot.")
    return CheckLine(Question.STONE, is_go=True, reason="Shot to its grid.")


def concrete_line(needed: float | None, ordered: float | None, unit: str) -> CheckLine:
    """At least as much concrete is ordered as is needed; both in the unit it is ordered in."""
    if needed is None:
        return CheckLine(
            Question.CONCRETE, is_go=False, reason="Nobody knows yet how much it takes."
        )
    if ordered is None:
        why = f"Nothing is ordered; it takes {needed:.2f} {unit}."
        return CheckLine(Question.CONCRETE, is_go=False, reason=why)
    enough = ordered >= needed - 1e-9
    why = f"{ordered:.2f} {unit} ordered, {needed:.2f} {unit} needed."
    return CheckLine(Question.CONCRETE, is_go=enough, reason=why)


def counted_line(question: Question, wrong: Sequence[str], right: str) -> CheckLine:
    """A line that goes when nothing is wrong, and else says what is."""
    if wrong:
        return CheckLine(question, is_go=False, reason=listed(wrong))
    return CheckLine(question, is_go=True, reason=right)


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


@dataclass(frozen=True, slots=True)
class RunStep:
    """Something to do so many minutes before the pour; minus is after its start."""

    before: int
    what: str


USUAL_STEPS = (
    RunStep(24 * 60, "Check the instrument; charge laser, receiver and phones."),
    RunStep(18 * 60, "Call the inspector; lay out rebar caps and water for skin and eyes."),
    RunStep(120, "Last call to the supplier: amount, first truck, spacing."),
    RunStep(45, "Set up; read the benchmark again."),
    RunStep(30, "Shoot forms and screed points once more; wet the stone."),
)


def minutes_between_trucks(truck: float, rate: float) -> float:
    """Return the minutes a crew takes to place a truck; volumes in one unit, rate an hour.

    Raises :class:`OutOfRange` for a truck or a rate that is none.
    """
    if truck <= 0 or rate <= 0:
        raise OutOfRange(
            f"{truck:g} a truck, {rate:g} an hour",
            "Both are more than 0.",
            "A truck holds 8 to 10 yd³ (6 to 8 m³); a crew places 10 to 25 yd³ an hour.",
        )
    return truck / rate * 60


def run_sheet(ordered: float, truck: float, rate: float) -> tuple[RunStep, ...]:
    """Return what to do and when, trucks by their spacing; the last truck takes the rest."""
    spacing = minutes_between_trucks(truck, rate)
    loads = max(1, ceil(ordered / truck - 1e-9)) if ordered > 0 else 0
    trucks = tuple(RunStep(-round(n * spacing), f"Truck {n + 1} of {loads}.") for n in range(loads))
    return (*USUAL_STEPS, *trucks)
