"""How true an instrument is held to be, and when it is to be checked again (sections 5, 6).

Moments are seconds on any one clock.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from core.instruments.checks import CheckVerdict, SlopeCheck
from core.uncertainty import Beam

SECONDS_A_DAY = 86_400


class InstrumentKind(StrEnum):
    """What gives the line of sight."""

    ROTARY_LASER = "rotary-laser"
    LINE_LASER = "line-laser"
    OPTICAL_LEVEL = "optical-level"
    WATER_LEVEL = "water-level"

    @property
    def beam(self) -> Beam:
        """Whether its line is tilted as a plane or turned as a cone."""
        return Beam.CONE if self is InstrumentKind.OPTICAL_LEVEL else Beam.PLANE

    @property
    def axes(self) -> frozenset[Axis]:
        """The axes that are to be checked: both of a rotary laser's plane, else the one."""
        if self is InstrumentKind.WATER_LEVEL:
            return frozenset()
        both = self is InstrumentKind.ROTARY_LASER
        return frozenset(Axis) if both else frozenset([Axis.FIRST])


class Axis(StrEnum):
    """An axis of an instrument's plane."""

    FIRST = "first"
    SECOND = "second"


BOTH_AXES = frozenset(Axis)

#: What is assumed where nobody entered a specification, as rise per run.
ASSUMED_SLOPE = {
    InstrumentKind.ROTARY_LASER: 0.0001,
    InstrumentKind.LINE_LASER: 0.0003,
    InstrumentKind.OPTICAL_LEVEL: 0.0001,
    InstrumentKind.WATER_LEVEL: 0.0,
}


class TrustState(StrEnum):
    """Where an instrument stands with its checks."""

    IN_DATE = "in-date"
    DUE = "due"
    NEVER = "never-checked"
    UNPROVEN = "unproven"
    ONE_AXIS = "one-axis"
    KNOCKED = "knocked"
    AWAY = "away"
    OUT_OF_TRUE = "out-of-true"
    NEEDS_NONE = "needs-none"

    @property
    def is_trusted(self) -> bool:
        """Whether readings may rest on the instrument."""
        return self in (TrustState.IN_DATE, TrustState.NEEDS_NONE)


STATE_WORDS = {
    TrustState.IN_DATE: "checked, in date",
    TrustState.DUE: "check is due",
    TrustState.NEVER: "never checked",
    TrustState.UNPROVEN: "checked, but no check has proven anything yet",
    TrustState.ONE_AXIS: "only one axis is checked: check the other",
    TrustState.KNOCKED: "knocked since its check: due at once",
    TrustState.AWAY: "sent away for calibration: out until it is back and checked",
    TrustState.OUT_OF_TRUE: "out of true",
    TrustState.NEEDS_NONE: "needs no check: both ends side by side before each use",
}


@dataclass(frozen=True, slots=True)
class MadeCheck:
    """A check, and the axes it was made of.

    ``made_at`` is the earliest it may have been made, seconds: it is in date from then.
    ``latest`` is the latest, None where the two are the same: readings rest on it from then.
    """

    made_at: float
    check: SlopeCheck
    axes: frozenset[Axis] = frozenset([Axis.FIRST])
    latest: float | None = None

    def is_surely_by(self, moment: float) -> bool:
        """Whether it was made by then, whatever its clock was off by."""
        return (self.made_at if self.latest is None else self.latest) <= moment


@dataclass(frozen=True, slots=True)
class InstrumentRecord:
    """All that an instrument's trust rests on; the specification as rise per run.

    ``knocks`` and ``away`` are when it was dropped or knocked, and sent away for calibration,
    in seconds.
    """

    kind: InstrumentKind
    specification: float
    checks: tuple[MadeCheck, ...] = ()
    knocks: tuple[float, ...] = ()
    away: tuple[float, ...] = ()
    check_days: int = 7


@dataclass(frozen=True, slots=True)
class Trust:
    """Where an instrument stands, and until when its checks hold; None where due at once."""

    state: TrustState
    due_at: float | None = None

    @property
    def in_words(self) -> str:
        """Say where it stands."""
        return STATE_WORDS[self.state]


def trust_of(record: InstrumentRecord, now: float) -> Trust:
    """Return where an instrument stands at a moment.

    Only a check that is conclusive dates an axis or clears it of a knock, and it dates its own
    axes alone; one that lies ahead counts for nothing yet (section 6).
    """
    if not record.kind.axes:
        return Trust(TrustState.NEEDS_NONE)
    made = [check for check in record.checks if check.is_surely_by(now)]
    if _is_away(record, made, now):
        return Trust(TrustState.AWAY)
    if not made:
        return Trust(TrustState.NEVER)
    last = [_last_proof(made, axis, record.specification) for axis in record.kind.axes]
    proofs = [one for one in last if one is not None]
    if any(_verdict(proof, record.specification) is CheckVerdict.FAIL for proof in proofs):
        return Trust(TrustState.OUT_OF_TRUE)
    if len(proofs) < len(last):
        return Trust(TrustState.ONE_AXIS if proofs else TrustState.UNPROVEN)
    return _dated(record, min(proof.made_at for proof in proofs), now)


def _is_away(record: InstrumentRecord, made: Sequence[MadeCheck], now: float) -> bool:
    """Say whether it was sent away and no axis of it was checked conclusively since."""
    sent = max((moment for moment in record.away if moment <= now), default=None)
    if sent is None:
        return False
    last = [_last_proof(made, axis, record.specification) for axis in record.kind.axes]
    return any(one is None or one.made_at <= sent for one in last)


def _dated(record: InstrumentRecord, oldest: float, now: float) -> Trust:
    """Return where an instrument stands whose every axis was found true, the first then."""
    if any(oldest < knock <= now for knock in record.knocks):
        return Trust(TrustState.KNOCKED)
    due = oldest + record.check_days * SECONDS_A_DAY
    return Trust(TrustState.DUE if now > due else TrustState.IN_DATE, due)


def slope_error(record: InstrumentRecord, moment: float) -> float:
    """Return the slope error a reading of a moment is held to have, as rise per run.

    The larger of the specification and the checks before and after it, axis by axis: a laser
    that is found out of true was not true the day before either, and an axis that was not
    checked keeps its specification. A check that is inconclusive clears nothing of that.
    """
    found = [record.specification]
    ordered = sorted(record.checks, key=lambda one: one.made_at)
    for axis in record.kind.axes:
        own = [check for check in ordered if axis in check.axes]
        before = [check for check in own if check.made_at <= moment]
        after = [check for check in own if check.made_at > moment]
        for nearest_first in (reversed(before), after):
            for check in nearest_first:
                found.append(abs(check.check.slope))
                if _verdict(check, record.specification) is not CheckVerdict.INCONCLUSIVE:
                    break
    return max(found)


def found_out_of_true(record: InstrumentRecord, moment: float) -> float | None:
    """Return the slope error that the next conclusive check after a reading found beyond its
    specification, as rise per run, the larger of its axes; None where it found none (section 4).

    What was adjusted and passed again since was out of true when it was read all the same.
    """
    found = []
    for axis in record.kind.axes:
        after = (
            check
            for check in sorted(record.checks, key=lambda check: check.made_at)
            if axis in check.axes and not check.is_surely_by(moment)
        )
        for check in after:
            verdict = _verdict(check, record.specification)
            if verdict is CheckVerdict.FAIL:
                found.append(abs(check.check.slope))
            if verdict is CheckVerdict.FAIL or (
                verdict is CheckVerdict.PASS and check.made_at > moment
            ):
                break
    return max(found, default=None)


def _last_proof(made: Sequence[MadeCheck], axis: Axis, specification: float) -> MadeCheck | None:
    """Return the last conclusive check of an axis."""
    proofs = (
        check
        for check in sorted(made, key=lambda one: one.made_at, reverse=True)
        if axis in check.axes and _verdict(check, specification) is not CheckVerdict.INCONCLUSIVE
    )
    return next(proofs, None)


def _verdict(check: MadeCheck, specification: float) -> CheckVerdict:
    return check.check.verdict(specification)
