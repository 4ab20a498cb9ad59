"""From stored instruments, checks and knocks to what the core judges their trust by."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from uuid import UUID

from core.instruments import (
    BOTH_AXES,
    Axis,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
)
from core.instruments import slope_error as core_slope_error
from core.instruments.trust import ASSUMED_SLOPE
from server.gear.methods import Read, recorded_check
from server.gear.models import CheckMethod, Instrument, InstrumentCheck, InstrumentKnock


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


def axes_of(check: InstrumentCheck) -> frozenset[Axis]:
    """Return the axes a check was made of."""
    if check.method == CheckMethod.BOTH_AXES:
        return BOTH_AXES
    return frozenset([Axis(check.axis)])


def record_of(
    instrument: Instrument, checks: Sequence[CheckRead], knocks: Iterable[InstrumentKnock] = ()
) -> InstrumentRecord:
    """Return all that an instrument's trust rests on; needs its crew."""
    noted = list(knocks)
    return InstrumentRecord(
        kind=InstrumentKind(instrument.kind),
        specification=specified_slope(instrument),
        checks=tuple(
            MadeCheck(
                earliest_of(check.record),
                check.read.check,
                axes_of(check.record),
                latest_of(check.record),
            )
            for check in checks
        ),
        knocks=tuple(latest_of(knock) for knock in noted if not knock.is_away),
        away=tuple(latest_of(knock) for knock in noted if knock.is_away),
        check_days=instrument.crew.check_days,
    )


def earliest_of(check: InstrumentCheck) -> float:
    """Return the earliest moment a check may have been made at."""
    return check.moment.earliest


def latest_of(record: InstrumentCheck | InstrumentKnock) -> float:
    """Return the latest moment a check or a knock may lie at: it had happened when it came in."""
    return min(record.moment.seconds + record.clock_give, record.recorded_at.timestamp())


def slope_error(instrument: Instrument, checks: Sequence[CheckRead], moment: datetime) -> float:
    """Return the slope error a reading of that moment is held to have; needs the crew."""
    return core_slope_error(record_of(instrument, checks), moment.timestamp())


def moment_of(seconds: float) -> datetime:
    """Return the time of a moment."""
    return datetime.fromtimestamp(seconds, UTC)
