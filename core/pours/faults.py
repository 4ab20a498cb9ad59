"""What holds a pour, as data: which point, which task, on which side, by how much (section 12).

A fault is known by what it is, never by the sentence that tells it.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

A_HAIR = 1e-9


class Question(StrEnum):
    """A line of the go / hold list, in the order the list has them."""

    INSTRUMENT = "instrument"
    BENCHMARK = "benchmark"
    DOUBT = "doubt"
    POINTS = "points"
    AGE = "age"
    STONE = "stone"
    THIN = "thin"
    CONCRETE = "concrete"
    EXTRA = "extra"
    OVER_DIG = "over-dig"
    DEPTHS = "depths"
    INSPECTION = "inspection"
    STRIP = "strip"
    STEEL = "steel"


class FaultKind(StrEnum):
    """What is wrong. The value is what is stored; it is never shown."""

    NOTHING_POURED = "nothing-poured"
    NO_INSTRUMENT = "no-instrument"
    NEVER_CHECKED = "never-checked"
    CHECK_DUE = "check-due"
    CHECK_PROVED_NOTHING = "check-proved-nothing"
    ONE_AXIS_CHECKED = "one-axis-checked"
    KNOCKED = "knocked"
    SENT_AWAY = "sent-away"
    OUT_OF_TRUE = "out-of-true"
    FOUND_OUT_OF_TRUE_LATER = "found-out-of-true-later"
    CHECK_RUNS_OUT = "check-runs-out"
    NO_SET_UP = "no-set-up"
    SET_UP_IN_DOUBT = "set-up-in-doubt"
    BENCHMARK_READ_AHEAD = "benchmark-read-ahead"
    BENCHMARK_READ_LONG_AGO = "benchmark-read-long-ago"
    NOT_PROVEN = "not-proven"
    IN_DOUBT = "in-doubt"
    NOT_SHOT = "not-shot"
    OFF = "off"
    NO_TARGET = "no-target"
    NO_POINTS = "no-points"
    NO_EDGE = "no-edge"
    ROUGH_SHOT_DIFFERS = "rough-shot-differs"
    READINGS_OLD = "readings-old"
    MOVED = "moved"
    NO_GRID = "no-grid"
    MORE_SHOTS = "more-shots"
    TOO_THIN = "too-thin"
    VOLUME_UNKNOWN = "volume-unknown"
    NOT_ORDERED = "not-ordered"
    NO_AMOUNT = "no-amount"
    OTHER_UNIT = "other-unit"
    ORDERED_TOO_LITTLE = "ordered-too-little"
    EXTRA_NOT_AGREED = "extra-not-agreed"
    OVER_DUG = "over-dug"
    NO_DEPTH_ENTERED = "no-depth-entered"
    NO_HOLES = "no-holes"
    GROUND_NOT_SHOT = "ground-not-shot"
    TOO_SHALLOW = "too-shallow"
    NO_BEARING = "no-bearing"
    NOT_CLEANED = "not-cleaned"
    NOT_ANSWERED = "not-answered"
    ANSWERED_NO = "answered-no"


class Side(StrEnum):
    """On which side of its target something lies."""

    NEITHER = ""
    HIGH = "high"
    LOW = "low"


@dataclass(frozen=True, slots=True)
class Identity:
    """What a fault is, whatever it is called: its question, kind, subject and side.

    ``about`` is the key of what it is about: a point, an element, a floor, an instrument, a
    set-up, an answer. Points of two tasks have two keys.
    """

    question: Question
    kind: FaultKind
    about: str
    side: Side = Side.NEITHER


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing that holds a pour.

    ``amount`` is how bad it is: meters of height, cubic meters of concrete, seconds of age, or a
    count; 0 where it is there or not. ``give`` is what can be told apart of it, in the same unit.
    ``says`` is one sentence for people, with its full stop.
    """

    identity: Identity
    says: str
    amount: float = 0.0
    give: float = 0.0

    @property
    def question(self) -> Question:
        """The line of the list it stands in."""
        return self.identity.question

    @property
    def kind(self) -> FaultKind:
        """What is wrong."""
        return self.identity.kind


@dataclass(frozen=True, slots=True)
class AcceptedFault:
    """A fault as it was shown to the person who lifted it, or answered for it.

    >>> off = Identity(Question.POINTS, FaultKind.OFF, "point 3", Side.HIGH)
    >>> lifted = AcceptedFault(off, amount=0.012, give=0.002)
    >>> lifted.covers(Fault(off, "Point 3 is 13 mm high.", 0.013, give=0.002))
    True
    >>> lifted.covers(Fault(off, "Point 3 is 76 mm high.", 0.076, give=0.002))
    False
    """

    identity: Identity
    amount: float
    give: float

    def covers(self, fault: Fault) -> bool:
        """Whether a fault is this one, and no worse than can be told apart.

        The narrower of the two gives counts, so that a rough reading excuses no worse one.
        """
        allowed = self.amount + min(self.give, fault.give) + A_HAIR
        return fault.identity == self.identity and fault.amount <= allowed


def not_accepted(faults: Iterable[Fault], accepted: Iterable[AcceptedFault]) -> tuple[Fault, ...]:
    """Return the faults that nobody accepted as they are now, in their order."""
    by_identity: dict[Identity, list[AcceptedFault]] = {}
    for earlier in accepted:
        by_identity.setdefault(earlier.identity, []).append(earlier)
    return tuple(
        fault
        for fault in faults
        if not any(earlier.covers(fault) for earlier in by_identity.get(fault.identity, ()))
    )


def as_shown(now: Iterable[Fault], shown: Iterable[AcceptedFault]) -> tuple[AcceptedFault, ...]:
    """Return what is accepted when a person accepts faults that a screen showed.

    Only what holds now counts, and no more of it than was shown: a screen that is behind, or a
    client that makes faults up, accepts nothing that nobody saw.
    """
    standing = {fault.identity: fault for fault in now}
    return tuple(
        AcceptedFault(
            earlier.identity,
            min(earlier.amount, standing[earlier.identity].amount),
            min(earlier.give, standing[earlier.identity].give),
        )
        for earlier in shown
        if earlier.identity in standing
    )
