"""The one time that counts of a record, from its phone's clock and the server's (section 4).

A phone's clock may be off, may be set anew between recording and sending, and may be set on
purpose. The server's is taken as right. Moments are seconds of the server's clock, save where
they are said to be the phone's.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import inf

#: How far off a moment may be though the two clocks were compared: the line's delay, rounding.
LEAST_GIVE = 2.0
#: What parts two records of one phone whose clock would put them the wrong way round.
NEXT = 1e-6


@dataclass(frozen=True, slots=True)
class Stamp:
    """What is known of when a record was made.

    ``said`` is what the phone's clock showed then, ``sent`` what it showed when the record was
    sent, ``clock_off`` how far it was ahead when it was last compared before; the two may be
    unknown. ``arrived`` is when it came in. Of what the server records itself, ``clock`` is empty.
    """

    said: float
    arrived: float
    sent: float | None = None
    clock_off: float | None = None
    clock: str = ""


@dataclass(frozen=True, slots=True)
class Bounds:
    """What a record can't lie before, and what it can't lie behind.

    ``earliest`` is the latest of what it rests on: its job, its set-up, the phone's first
    sign-in. ``after`` is the phone's record before it, ``before`` the one behind it, where that
    was in already; each with the number the phone gave it.
    """

    earliest: float = -inf
    after: float = -inf
    before: float = inf


@dataclass(frozen=True, slots=True)
class Moment:
    """A time that counts: how far off it may be either way, and whose clock it is by."""

    seconds: float
    give: float = 0.0
    clock: str = ""

    @property
    def earliest(self) -> float:
        """The earliest it may be, seconds: what speaks for something counts from here."""
        return self.seconds - self.give

    def is_surely_by(self, other: Moment) -> bool:
        """Whether it lies at the other or before it, whatever the two clocks were off by.

        On one clock the order is its own.
        """
        if self.clock == other.clock:
            return self.seconds <= other.seconds
        return self.seconds + self.give <= other.seconds - other.give

    def is_surely_behind(self, other: Moment) -> bool:
        """Whether it lies behind the other, whatever the two clocks were off by."""
        if self.clock == other.clock:
            return self.seconds > other.seconds
        return self.seconds - self.give > other.seconds + other.give


LONG_AGO = Moment(-inf)
NEVER = Moment(inf)


def moment_that_counts(stamp: Stamp, bounds: Bounds) -> Moment:
    """Return the time that counts of a record.

    The phone's own, put right by how far its clock was off. Nothing lies in the future or before
    what it rests on, and the order on one phone is its own order. Where the clock was set anew
    in between, or was never compared, it may be anywhere from the one reading to the other.
    """
    latest = min(stamp.arrived, bounds.before)
    earliest = min(max(bounds.earliest, bounds.after + NEXT), latest)
    guesses = _guesses(stamp)
    if not guesses:
        middle, give = latest, latest - earliest
    else:
        middle = guesses[0]
        give = max(abs(guess - middle) for guess in guesses)
        give = max(give, LEAST_GIVE) if stamp.clock else give
    return Moment(min(max(middle, earliest), latest), give, stamp.clock)


def _guesses(stamp: Stamp) -> list[float]:
    """Return what the phone's clock makes of it, the one nearest to when it was made first.

    The server's own records, and those of before phones said more, stand as they are.
    """
    if not stamp.clock:
        return [stamp.said]
    off_when_made = [] if stamp.clock_off is None else [stamp.said - stamp.clock_off]
    off_on_arrival = [] if stamp.sent is None else [stamp.said - (stamp.sent - stamp.arrived)]
    return off_when_made + off_on_arrival


def came_in_late(moment: Moment, arrived: float, news: Moment, known: float) -> bool:
    """Whether a record came in after something was known that lies behind it, or may.

    ``known`` is when the news came in: what is sent then, and dated before it, could be made to
    suit. On one phone what is sent behind the news lies behind it, so that it is never late.
    """
    return known < arrived and not moment.is_surely_behind(news)
