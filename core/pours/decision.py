"""What a go / hold list comes to: go, unless a fault holds that nobody lifted (section 12)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from core.pours.faults import AcceptedFault, Fault, Question, not_accepted

MOST_NAMED = 12


@dataclass(frozen=True, slots=True)
class CheckLine:
    """A line of the list: its faults, none where it lets the pour go, and what it says."""

    question: Question
    faults: tuple[Fault, ...]
    reason: str

    @property
    def is_go(self) -> bool:
        """Whether it lets the pour go as it is, with nothing lifted."""
        return not self.faults


@dataclass(frozen=True, slots=True)
class Decision:
    """What a list comes to; ``holding`` are the faults that nobody lifted."""

    lines: tuple[CheckLine, ...]
    holding: tuple[Fault, ...]

    @property
    def holds(self) -> tuple[Question, ...]:
        """The lines that hold, in the list's order."""
        held = {fault.question for fault in self.holding}
        return tuple(line.question for line in self.lines if line.question in held)

    @property
    def is_go(self) -> bool:
        """Whether the pour may go."""
        return not self.holding

    def held_by(self, question: Question) -> tuple[Fault, ...]:
        """Return the faults of one line that nobody lifted."""
        return tuple(fault for fault in self.holding if fault.question is question)


def decide(lines: Iterable[CheckLine], lifted: Iterable[AcceptedFault]) -> Decision:
    """Return the decision. A lifted hold stands for the faults it was lifted for, and no others.

    A fault that is new, on the other side, or worse by more than can be told apart holds again,
    however it is worded; mending one lifts no other.
    """
    found = tuple(lines)
    faults = [fault for line in found for fault in line.faults]
    return Decision(found, not_accepted(faults, lifted))


def listed(parts: Sequence[str], between: str = " ") -> str:
    """Return what is wrong, one after the other; of many the first dozen, and how many more."""
    more = len(parts) - MOST_NAMED
    said = between.join(parts[:MOST_NAMED])
    return f"{said}{between}And {more} more." if more > 0 else said


def line_of(
    question: Question, faults: Iterable[Fault], right: str, summary: Sequence[str] | None = None
) -> CheckLine:
    """Return a line that goes when nothing is wrong, and else says what is.

    ``summary`` says many faults in fewer sentences; without it each fault speaks for itself.
    """
    wrong = tuple(faults)
    if not wrong:
        return CheckLine(question, (), right)
    return CheckLine(question, wrong, listed(summary or [fault.says for fault in wrong]))
