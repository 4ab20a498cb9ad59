"""Checks of an instrument as screens read them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict

from core.instruments import (
    CheckVerdict,
    Slope,
    Tilt,
    Trust,
    TrustState,
    slope_in_words,
)
from core.lengths import (
    Length,
    Style,
    format_at_least,
    format_at_most,
    format_distance,
    format_fine,
    format_length,
)
from server.crews.usual import usual_of
from server.gear.methods import Read
from server.gear.models import CheckMethod, Instrument, InstrumentKnock
from server.gear.trust import CheckRead, moment_of, specified_slope

USUAL_FEET = (25, 50, 100)
USUAL_METRES = (10, 20, 30)
HALF_TURN_METHODS = (CheckMethod.TWO_POSITION, CheckMethod.FACE_ABOUT, CheckMethod.BOTH_AXES)
COMPASS = ("ahead", "ahead and right", "right", "back and right",
           "back", "back and left", "left", "ahead and left")  # fmt: skip
VERDICT_WORDS = {
    CheckVerdict.PASS: "within its specification",
    CheckVerdict.FAIL: "out of true: more than its specification",
    CheckVerdict.INCONCLUSIVE: "can't be told from these readings",
}


class ErrorAt(TypedDict):
    """The beam's error at a distance."""

    what: str
    at: str
    error: str


class CheckSays(TypedDict):
    """What a check says; ``settle`` is what would decide an inconclusive one, ``sinks`` whether the
    beam comes out lower the farther it goes.
    """

    verdict: CheckVerdict
    verdict_text: str
    is_gap_first: bool
    slope: str
    plotted: float
    uncertainty: str
    uncertainty_plotted: float
    specification: str
    gap: str
    true_error: str
    base: str
    direction: str
    direction_degrees: float | None
    settle: str
    sinks: bool
    errors: list[ErrorAt]


class CheckRow(TypedDict):
    """A check in an instrument's history."""

    id: str
    method: str
    method_text: str
    made_at: str
    made_by: str
    says: CheckSays


class KnockRow(TypedDict):
    """A drop, a knock or a sending away in an instrument's history."""

    id: str
    note: str
    is_away: bool
    happened_at: str
    reported_by: str


class TrustSheet(TypedDict):
    """Where an instrument stands with its checks; ``due_at`` is empty where it is due at once."""

    state: TrustState
    text: str
    due_at: str


#: What a check is told in where it was typed in another system than its site's.
OTHER_SYSTEM = {True: Style.from_code("mm"), False: Style.from_code("ft-in/8")}


@dataclass(frozen=True, slots=True)
class Site:
    """What a check's figures are written for: a style, and the longest sight there, metres."""

    style: Style
    sight: float | None

    @property
    def reference(self) -> float:
        """The distance a slope is quoted at, metres: 100 ft or 30 m."""
        return 30.0 if self.style.kind.is_metric else 30.48

    @property
    def plot_unit(self) -> float:
        """The metres of the unit a history is plotted in: a millimeter or an inch."""
        return 0.001 if self.style.kind.is_metric else 0.0254

    @property
    def plot_text(self) -> str:
        """What that unit is called."""
        return "mm at 30 m" if self.style.kind.is_metric else "in at 100 ft"

    def plotted(self, slope: float) -> float:
        """A slope as it is plotted."""
        return round(abs(slope) * self.reference / self.plot_unit, 4)

    def quoted(self, slope: float) -> str:
        """A slope in the unit it is plotted in."""
        decimals = 1 if self.style.kind.is_metric else 3
        amount, _, at = self.plot_text.partition(" ")
        return f"{self.plotted(slope):.{decimals}f} {amount} {at}"


def trust_sheet(trust: Trust) -> TrustSheet:
    """Return where an instrument stands."""
    return {
        "state": trust.state,
        "text": trust.in_words,
        "due_at": "" if trust.due_at is None else moment_of(trust.due_at).isoformat(),
    }


def specification_text(instrument: Instrument, site: Site) -> str:
    """Write a specification as it was given, or say what is assumed."""
    rise, run = instrument.specified_rise, instrument.specified_run
    if rise is None or run is None:
        return f"{site.quoted(specified_slope(instrument))}, assumed"
    typed = instrument.specification_typed or slope_in_words(Slope(rise, run), site.style)
    quoted = site.quoted(specified_slope(instrument))
    return typed if typed == quoted else f"{typed} ({quoted})"


def check_row(instrument: Instrument, check: CheckRead, site: Site) -> CheckRow:
    """Return a check of an instrument's history."""
    return {
        "id": str(check.record.pk),
        "method": check.record.method,
        "method_text": CheckMethod(check.record.method).label,
        "made_at": check.record.made_at.isoformat(),
        "made_by": check.record.made_by.shown_name,
        "says": check_says(instrument, check.record.method, check.read, site),
    }


def knock_row(knock: InstrumentKnock) -> KnockRow:
    """Return a knock of an instrument's history."""
    return {
        "id": str(knock.pk),
        "note": knock.note,
        "is_away": knock.is_away,
        "happened_at": knock.happened_at.isoformat(),
        "reported_by": knock.reported_by.shown_name,
    }


def check_says(instrument: Instrument, method: str, read: Read, site: Site) -> CheckSays:
    """Return what a check says of an instrument, for a site."""
    check, style, specified = read.check, site.style, specified_slope(instrument)
    own = style if read.is_metric in (None, style.kind.is_metric) else OTHER_SYSTEM[read.is_metric]
    verdict = check.verdict(specified)
    base = check.leverage / _turns(method)
    return {
        "verdict": verdict,
        "verdict_text": VERDICT_WORDS[verdict],
        "is_gap_first": usual_of(instrument.crew)["error"] == "gap",
        "slope": site.quoted(check.slope),
        "plotted": site.plotted(check.slope),
        "uncertainty": site.quoted(check.uncertainty),
        "uncertainty_plotted": site.plotted(check.uncertainty),
        "specification": specification_text(instrument, site),
        "gap": "" if read.gap is None else format_fine(read.gap, own),
        "true_error": format_fine(check.error_at(base), own),
        "base": format_distance(base, own),
        "direction": _direction(read.tilt),
        "direction_degrees": None if read.tilt is None else round(read.tilt.direction, 1),
        "settle": _settle(method, read, specified, own),
        "sinks": check.slope < 0,
        "errors": [
            {
                "what": "as you checked it",
                "at": format_distance(base, own),
                "error": _error(read, base, own),
            },
            *(
                _error_at(read, Length.from_float(metres), (what, style))
                for metres, what in _usual(site)
            ),
        ],
    }


def _turns(method: str) -> int:
    """How many times the base enters the gap: twice where the instrument is turned or moved."""
    return 2 if method in HALF_TURN_METHODS else 1


def _usual(site: Site) -> list[tuple[float, str]]:
    metric = site.style.kind.is_metric
    usual = [float(m) for m in USUAL_METRES] if metric else [ft * 0.3048 for ft in USUAL_FEET]
    longest = [(site.sight, "longest sight here")] if site.sight else []
    return [*((metres, "") for metres in usual), *longest]


def _error_at(read: Read, distance: Length, written: tuple[str, Style]) -> ErrorAt:
    what, style = written
    error = _error(read, float(distance), style)
    return {"what": what, "at": format_length(distance, style), "error": error}


def _error(read: Read, metres: float, style: Style) -> str:
    error = read.check.error_at(metres)
    side = "" if read.tilt else (" high" if error > 0 else " low" if error < 0 else "")
    return format_fine(error, style) + side


def _settle(method: str, read: Read, specified: float, style: Style) -> str:
    if read.check.verdict(specified) is not CheckVerdict.INCONCLUSIVE:
        return ""
    needed = read.check.leverage_needed(specified)
    if needed is None:
        return "It is as large as the specification itself: no base settles it. Have it adjusted."
    base = format_at_least(min(needed / _turns(method), 9999.0), style)
    finer = format_at_most(read.check.resolution_needed(specified), style)
    or_finer = f", or marks read to {finer}" if finer else ""
    return f"A base of at least {base} would settle it{or_finer}."


def _direction(tilt: Tilt | None) -> str:
    if tilt is None:
        return ""
    eighth = COMPASS[round(tilt.direction / 45) % 8]
    return f"rises most {tilt.direction:.0f}° clockwise from the first axis ({eighth})"
