"""How true an instrument is held to be, and when it is to be checked again."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from uuid import UUID

from core.instruments import CheckVerdict
from server.gear.methods import Read, recorded_check
from server.gear.models import Instrument, InstrumentCheck, InstrumentKind, InstrumentKnock

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
    KNOCKED = "knocked"
    OUT_OF_TRUE = "out-of-true"
    NEEDS_NONE = "needs-none"


#: The states of an instrument that readings may rest on.
TRUSTED = (TrustState.IN_DATE, TrustState.NEEDS_NONE)


STATE_WORDS = {
    TrustState.IN_DATE: "checked, in date",
    TrustState.DUE: "check is due",
    TrustState.NEVER: "never checked",
    TrustState.KNOCKED: "knocked since its check: due at once",
    TrustState.OUT_OF_TRUE: "out of true",
    TrustState.NEEDS_NONE: "needs no check: both ends side by side before each use",
}


@dataclass(frozen=True, slots=True)
class Trust:
    """Where an instrument stands with its checks, and until when its last one holds."""

    state: TrustState
    due_at: datetime | None


def specified_slope(instrument: Instrument) -> float:
    """Return the specification as rise per run; an assumed one where the crew gave none."""
    if instrument.specified_rise is None or not instrument.specified_run:
        return ASSUMED_SLOPE[InstrumentKind(instrument.kind)]
    return float(instrument.specified_rise) / float(instrument.specified_run)


@dataclass(frozen=True, slots=True)
class CheckRead:
    """A check and what it says."""

    record: InstrumentCheck
    read: Read


def checks_of(instruments: Iterable[UUID]) -> dict[UUID, list[CheckRead]]:
    """Return the checks of instruments, the earliest first, in one query."""
    keys = list(instruments)
    found: dict[UUID, list[CheckRead]] = {key: [] for key in keys}
    stored = InstrumentCheck.objects.filter(instrument__in=keys).select_related("made_by")
    for check in stored.order_by("made_at"):
        found[check.instrument_id].append(CheckRead(check, recorded_check(check)))
    return found


def slope_error(instrument: Instrument, checks: Sequence[CheckRead], moment: datetime) -> float:
    """Return the slope error a reading of that moment is held to have.

    The larger of the specification and the checks before and after it: a laser that is found
    out of true was not true the day before either.
    """
    before = [check for check in checks if check.record.made_at <= moment]
    after = [check for check in checks if check.record.made_at > moment]
    around = [*before[-1:], *after[:1]]
    found = [abs(check.read.check.slope) for check in around]
    return max([specified_slope(instrument), *found])


def trust_of(
    instrument: Instrument,
    checks: Sequence[CheckRead],
    knocks: Sequence[InstrumentKnock],
    now: datetime,
) -> Trust:
    """Return where an instrument stands; needs its crew."""
    if instrument.kind == InstrumentKind.WATER_LEVEL:
        return Trust(TrustState.NEEDS_NONE, None)
    if not checks:
        return Trust(TrustState.NEVER, None)
    last = checks[-1]
    due = last.record.made_at + timedelta(days=instrument.crew.check_days)
    if any(knock.happened_at > last.record.made_at for knock in knocks):
        return Trust(TrustState.KNOCKED, None)
    if last.read.check.verdict(specified_slope(instrument)) is CheckVerdict.FAIL:
        return Trust(TrustState.OUT_OF_TRUE, None)
    return Trust(TrustState.DUE if now > due else TrustState.IN_DATE, due)
