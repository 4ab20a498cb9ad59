"""When a set-up's readings are in doubt, why, and what clears them (section 4).

A reading is as good as the benchmark reads before and after it. The backsight is the first
of them. Moments are seconds on any one clock.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import inf

from core.lengths import Elevation, Length, Style, format_amount
from core.rods import Observed, SightLine


@dataclass(frozen=True, slots=True)
class BenchmarkRead:
    """A known point read again: which, when, how far off it was, and how far it may be."""

    moment: float
    difference: Length
    allowed: Length
    name: str = ""

    @property
    def is_good(self) -> bool:
        """Whether it is within its tolerance; exactly at it still is."""
        return abs(self.difference) <= self.allowed


def off_since_first(line: SightLine, first: Observed, again: Observed) -> Length:
    """Return how far a point the set-up stands on has moved since its backsight; plus is high."""
    return line.elevation(again) - line.elevation(first)


def off_from_known(line: SightLine, known: Elevation, again: Observed) -> Length:
    """Return how far another known point reads from its elevation; plus is high."""
    return line.elevation(again) - known


@dataclass(frozen=True, slots=True)
class Agreement:
    """A point shot again from a sound set-up: when it was first shot, and the difference."""

    moment: float
    difference: Length
    allowed: Length

    @property
    def agrees(self) -> bool:
        """Whether both heights are the same within the tolerance."""
        return abs(self.difference) <= self.allowed


@dataclass(frozen=True, slots=True)
class DoubtfulSpan:
    """A span of time whose readings are in doubt: after one moment, up to and with another."""

    after: float
    until: float

    def holds(self, moment: float) -> bool:
        """Whether a reading of that moment is in doubt."""
        return self.after < moment <= self.until


FINEST = Length(1)
ALWAYS = DoubtfulSpan(-inf, inf)


@dataclass(frozen=True, slots=True)
class Disagreeing:
    """How far the backsights of a set-up are apart, and how far they may be."""

    apart: Length
    allowed: Length


@dataclass(frozen=True, slots=True)
class SetUpRecord:
    """All that a set-up's trust rests on.

    ``backsights`` is None with a single one. ``carried_from`` is the turning point it stands on
    and the number of the set-up in doubt which that was shot from, None where neither is.
    """

    reads: tuple[BenchmarkRead, ...] = ()
    knocks: tuple[float, ...] = ()
    agreements: tuple[Agreement, ...] = ()
    backsights: Disagreeing | None = None
    carried_from: tuple[str, int] | None = None


@dataclass(frozen=True, slots=True)
class Doubt:
    """When a set-up's readings are in doubt; ``why`` in words, empty where none is."""

    spans: tuple[DoubtfulSpan, ...]
    why: str

    @property
    def stands(self) -> bool:
        """Whether the instrument may be read from now on."""
        return not any(span.until == inf for span in self.spans)

    def holds(self, moment: float) -> bool:
        """Whether a reading of that moment is in doubt."""
        return any(span.holds(moment) for span in self.spans)


def doubt_of(record: SetUpRecord, style: Style) -> Doubt:
    """Return when a set-up's readings are in doubt, with lengths of the reason in a style.

    Always where its backsights disagree, or where it stands on a point in doubt; else as
    :func:`doubtful_spans` says.
    """
    if record.backsights is not None and record.backsights.apart > record.backsights.allowed:
        apart, allowed = _against(record.backsights.apart, record.backsights.allowed, style)
        return Doubt(
            (ALWAYS,),
            f"Its backsights disagree by {apart}; {allowed} is allowed. Strike the wrong one "
            "with a reason, or set up again.",
        )
    if record.carried_from is not None:
        point, number = record.carried_from
        return Doubt((ALWAYS,), f"It stands on {point}, shot from set-up {number} in doubt.")
    spans = doubtful_spans(record.reads, record.knocks, record.agreements)
    return Doubt(spans, _why(record, style) if spans else "")


def _why(record: SetUpRecord, style: Style) -> str:
    failed = next((read for read in record.reads if not read.is_good), None)
    if failed is None:
        return "It was knocked, and the benchmark has not been read again since."
    off, allowed = _against(failed.difference, failed.allowed, style)
    side = "high" if failed.difference.nanometres > 0 else "low"
    return f"{failed.name} read {off} {side} when it was read again; {allowed} is allowed."


def _against(off: Length, allowed: Length, style: Style) -> tuple[str, str]:
    """Write what is off beside what is allowed, finer where they would look the same."""
    plain = format_amount(off, style), format_amount(allowed, style)
    if plain[0] != plain[1]:
        return plain
    return format_amount(off, style, FINEST), format_amount(allowed, style, FINEST)


def doubtful_spans(
    reads: Sequence[BenchmarkRead], knocks: Sequence[float], agreements: Sequence[Agreement]
) -> tuple[DoubtfulSpan, ...]:
    """Return when a set-up's readings are in doubt, in order.

    A reading is in doubt where the benchmark read before it or after it is off, or where the
    instrument was knocked between the read before it and the reading, and no good read has
    followed. A point shot again that agrees clears the readings up to it, back to the good read
    before it.
    """
    ordered = sorted(reads, key=lambda read: read.moment)
    moments = [read.moment for read in ordered]
    good = [True, *(read.is_good for read in ordered)]
    cleared = _cleared(agreements, moments)

    def spans() -> Iterator[DoubtfulSpan]:
        for stretch, (after, until) in enumerate(
            zip([-inf, *moments], [*moments, inf], strict=True)
        ):
            if not good[stretch]:
                yield DoubtfulSpan(after, until)
            elif until == inf:
                bumps = [knock for knock in knocks if knock > after]
                yield from [DoubtfulSpan(min(bumps), inf)] if bumps else []
            elif not good[stretch + 1]:
                yield DoubtfulSpan(max(after, cleared.get(stretch, after)), until)

    return tuple(spans())


def last_good(reads: Sequence[BenchmarkRead], start: float) -> float:
    """Return when the benchmark was last found good; ``start`` is the backsight's moment."""
    return max((read.moment for read in reads if read.is_good), default=start)


def _cleared(agreements: Sequence[Agreement], moments: Sequence[float]) -> dict[int, float]:
    """Return, for each stretch between two reads, up to when its readings are cleared."""
    cleared: dict[int, float] = {}
    for agreement in agreements:
        if agreement.agrees:
            stretch = bisect_left(moments, agreement.moment)
            cleared[stretch] = max(agreement.moment, cleared.get(stretch, agreement.moment))
    return cleared
