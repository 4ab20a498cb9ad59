"""How many points are in each state."""

from __future__ import annotations

from collections import Counter
from typing import TypedDict

from core.uncertainty import SureVerdict
from core.verdicts import Verdict
from server.fieldbook.pegs import Peg


class PegCounts(TypedDict):
    """How many points are in each state.

    ``counted_on`` is how many the crew takes for on: plainly by their lean, strictly only sure
    ones. ``rough`` is how many a rough pass has shot.
    """

    points: int
    not_shot: int
    on: int
    high: int
    low: int
    close: int
    found: int
    in_doubt: int
    counted_on: int
    rough: int
    thin: int


def counts_of(pegs: list[Peg], *, strictly: bool) -> PegCounts:
    """Count pegs by their state."""
    states = Counter(str(peg["state"]) for peg in pegs)
    sound = [peg["shot"] for peg in pegs if peg["shot"] and not peg["shot"]["in_doubt"]]
    verdicts = [
        SureVerdict(Verdict(shot["verdict"]), is_close=shot["is_close"])
        for shot in sound
        if shot["verdict"] != "found"
    ]
    return {
        "points": len(pegs),
        "not_shot": states["not-shot"],
        "on": states["on"],
        "high": states["high"],
        "low": states["low"],
        "close": states["close"],
        "found": states["found"],
        "in_doubt": states["in-doubt"],
        "counted_on": sum(verdict.counts_as_on(strictly=strictly) for verdict in verdicts),
        "rough": sum(1 for peg in pegs if peg["rough"]),
        "thin": sum(1 for shot in sound if shot["is_thin"]),
    }
