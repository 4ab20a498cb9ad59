"""When a set-up's readings are in doubt, why, and what clears them (section 4).

A reading is as good as the benchmark reads before and after it. The backsight is the first
of them. Where the order of a reading and a read by two clocks can't be told, it is in doubt.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import inf

from core.clocks import LONG_AGO, NEVER, Moment, came_in_late
from core.lengths import Elevation, Length, Style, format_amount
from core.rods import Observed, SightLine


@dataclass(frozen=True, slots=True)
class BenchmarkRead:
    """A known point read again: which, when, how far off it was, and how far it may be.

    ``arrived`` is when the server had it, seconds.
    """

    moment: Moment
    difference: Length
    allowed: Length
    name: str = ""
    arrived: float = -inf

    @property
    def is_good(self) -> bool:
        """Whether it is within its tolerance; exactly at it still is."""
        return abs(self.difference) <= self.allowed


@dataclass(frozen=True, slots=True)
class Reported:
    """A knock: when it happened, and when the server had it, seconds."""

    moment: Moment
    arrived: float = -inf


def off_since_first(line: SightLine, first: Observed, again: Observed) -> Length:
    """Return how far a point the set-up stands on has moved since its backsight; plus is high."""
    return line.elevation(again) - line.elevation(first)


def off_from_known(line: SightLine, known: Elevation, again: Observed) -> Length:
    """Return how far another known point reads from its elevation; plus is high."""
    return line.elevation(again) - known


@dataclass(frozen=True, slots=True)
class Agreement:
    """A point shot again from a sound set-up: when it was first shot, and the difference."""

    moment: Moment
    difference: Length
    allowed: Length

    @property
    def agrees(self) -> bool:
        """Whether both heights are the same within the tolerance."""
        return abs(self.difference) <= self.allowed


@dataclass(frozen=True, slots=True)
class DoubtfulSpan:
    """A span of time whose readings are in doubt: after one moment, up to and with another."""

    after: Moment
    until: Moment

    def holds(self, moment: Moment) -> bool:
        """Whether a reading of that moment is in doubt: unless it lies surely out of it."""
        return not (moment.is_surely_by(self.after) or moment.is_surely_behind(self.until))


FINEST = Length(1)
ALWAYS = DoubtfulSpan(LONG_AGO, NEVER)


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
    ``lost`` are the benchmarks it stands on where none of its backsights can be relied on: they
    are doubted since, or were destroyed before it was made.
    """

    reads: tuple[BenchmarkRead, ...] = ()
    knocks: tuple[Reported, ...] = ()
    agreements: tuple[Agreement, ...] = ()
    backsights: Disagreeing | None = None
    carried_from: tuple[str, int] | None = None
    lost: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Doubt:
    """When a set-up's readings are in doubt; ``why`` in words, empty where none is."""

    spans: tuple[DoubtfulSpan, ...]
    why: str

    @property
    def stands(self) -> bool:
        """Whether the instrument may be read from now on."""
        return not any(span.until == NEVER for span in self.spans)

    def holds(self, moment: Moment) -> bool:
        """Whether a reading of that moment is in doubt."""
        return any(span.holds(moment) for span in self.spans)


def doubt_of(record: SetUpRecord, style: Style) -> Doubt:
    """Return when a set-up's readings are in doubt, with lengths of the reason in a style.

    Always where it stands on a benchmark that is lost, where its backsights disagree, or where it
    stands on a point in doubt; else as :func:`doubtful_spans` says.
    """
    if record.lost:
        named = " and ".join(record.lost)
        is_lost = "is" if len(record.lost) == 1 else "are"
        return Doubt(
            (ALWAYS,),
            f"It stands on {named}, which {is_lost} retired. Shoot its points again from a sound "
            "set-up.",
        )
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
    knocks = [knock.moment for knock in record.knocks]
    spans = doubtful_spans(counting(record), knocks, record.agreements)
    return Doubt(spans, _why(record, style) if spans else "")


def counting(record: SetUpRecord) -> tuple[BenchmarkRead, ...]:
    """Return the benchmark reads that count.

    A good one that came in only after a knock or a failed one was known, and lies before that,
    would clear what was in doubt already: it counts for nothing, and the point is read again.
    """
    return tuple(
        read
        for read in record.reads
        if not (read.is_good and is_late(read.moment, read.arrived, record))
    )


def is_late(moment: Moment, arrived: float, record: SetUpRecord) -> bool:
    """Whether a record of a set-up came in after a knock or a failed read behind it was known."""
    news = [(read.moment, read.arrived) for read in record.reads if not read.is_good]
    news += [(knock.moment, knock.arrived) for knock in record.knocks]
    return any(came_in_late(moment, arrived, when, known) for when, known in news)


def _why(record: SetUpRecord, style: Style) -> str:
    failed = next((read for read in record.reads if not read.is_good), None)
    if failed is None:
        return _why_knocked(record)
    off, allowed = _against(failed.difference, failed.allowed, style)
    side = "high" if failed.difference.nanometres > 0 else "low"
    return f"{failed.name} read {off} {side} when it was read again; {allowed} is allowed."


def _why_knocked(record: SetUpRecord) -> str:
    """Say what is true of a knock: not read again since, or by a clock that leaves it open."""
    good = [read for read in record.reads if read.is_good]
    last = max((knock.moment for knock in record.knocks), key=lambda one: one.seconds)
    unsure = [read for read in good if not read.moment.is_surely_by(last)]
    if not unsure:
        return "It was knocked, and the benchmark has not been read again since."
    return (
        f"It was knocked. {unsure[-1].name} was read again and is good, but by a clock nobody "
        "knows: it may have been before the knock. Read it once more on a phone that has a signal."
    )


def _against(off: Length, allowed: Length, style: Style) -> tuple[str, str]:
    """Write what is off beside what is allowed, finer where they would look the same."""
    plain = format_amount(off, style), format_amount(allowed, style)
    if plain[0] != plain[1]:
        return plain
    return format_amount(off, style, FINEST), format_amount(allowed, style, FINEST)


def doubtful_spans(
    reads: Sequence[BenchmarkRead], knocks: Sequence[Moment], agreements: Sequence[Agreement]
) -> tuple[DoubtfulSpan, ...]:
    """Return when a set-up's readings are in doubt, in order.

    A reading is in doubt where the benchmark read before it or after it is off, or where the
    instrument was knocked between the read before it and the reading, and no good read has
    followed. A point shot again that agrees clears the readings up to it, back to the good read
    before it.
    """
    ordered = sorted(reads, key=lambda read: read.moment.seconds)
    moments = [read.moment for read in ordered]
    good = [True, *(read.is_good for read in ordered)]
    cleared = _cleared(agreements, moments)

    def spans() -> Iterator[DoubtfulSpan]:
        for stretch, (after, until) in enumerate(
            zip([LONG_AGO, *moments], [*moments, NEVER], strict=True)
        ):
            if not good[stretch]:
                yield DoubtfulSpan(after, until)
            elif until == NEVER:
                bumps = [knock for knock in knocks if not knock.is_surely_by(after)]
                yield from [DoubtfulSpan(_first(bumps), NEVER)] if bumps else []
            elif not good[stretch + 1]:
                yield DoubtfulSpan(cleared.get(stretch, after), until)

    return tuple(spans())


def last_good(reads: Sequence[BenchmarkRead], start: Moment) -> Moment:
    """Return the good read that is surely the last; ``start`` is the backsight's moment.

    One whose clock leaves open when it was is no later than the earliest it may be.
    """
    good = [read.moment for read in reads if read.is_good]
    return max([start, *good], key=_earliest)


def _cleared(agreements: Sequence[Agreement], moments: Sequence[Moment]) -> dict[int, Moment]:
    """Return, for each stretch between two reads, up to when its readings are cleared."""
    cleared: dict[int, Moment] = {}
    for agreement in agreements:
        if agreement.agrees:
            here = agreement.moment
            stretch = bisect_left(moments, here.seconds, key=_seconds)
            cleared[stretch] = max(here, cleared.get(stretch, here), key=_seconds)
    return cleared


def _seconds(moment: Moment) -> float:
    return moment.seconds


def _earliest(moment: Moment) -> float:
    return moment.earliest


def _first(moments: Sequence[Moment]) -> Moment:
    return min(moments, key=_seconds)
