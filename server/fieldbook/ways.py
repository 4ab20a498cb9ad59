"""One height from one set-up, four ways from the same numbers, as screens read them."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import Elevation, Length, Style
from core.rods import Infeasible, Station, mark_for
from server.fieldbook.figures import BothTexts, both_lengths, both_texts


class ObstacleSheet(TypedDict):
    """Why a mark can't be made from here, and the ways out."""

    why: str
    ways_out: list[str]


class WaysSheet(TypedDict):
    """One height, four ways; ``tape`` is empty where the beam's elevation is not known."""

    clamp: BothTexts
    clamp_value: float
    reference_value: float
    slide: BothTexts
    tape: BothTexts | None
    tape_verb: str
    direct: BothTexts
    direct_verb: str
    obstacle: ObstacleSheet | None


def ways_to(station: Station, target: Elevation, style: Style) -> WaysSheet:
    """Return the ways of setting a height from a set-up."""
    mark, rod = mark_for(station, target, style), station.rod
    amount = abs(mark.slide.up)
    return {
        "clamp": both_texts(mark.clamp, rod, style),
        "clamp_value": float(mark.clamp),
        "reference_value": float(station.line.clamp(station.reference)),
        "slide": {
            "rod": mark.slide.in_words(rod.graduation.style),
            "job": both_lengths(amount, rod, style)["job"],
        },
        "tape": None if mark.tape is None else both_lengths(abs(mark.tape), rod, style),
        "tape_verb": _tape_verb(mark.tape),
        "direct": both_lengths(amount, rod, style),
        "direct_verb": _verb(mark.slide.up, "above zero", "below zero", "at zero"),
        "obstacle": obstacle(mark.infeasible),
    }


def _verb(up: Length, plus: str, minus: str, none: str) -> str:
    if up.nanometres == 0:
        return none
    return plus if up.nanometres > 0 else minus


def _tape_verb(tape: Length | None) -> str:
    if tape is None:
        return "The beam's own height is not known: tape it to the benchmark when you set up."
    return _verb(tape, "down from the beam", "up from the beam", "at the beam")


def obstacle(infeasible: Infeasible | None) -> ObstacleSheet | None:
    """Say why a mark can't be made, and the ways out."""
    if infeasible is None:
        return None
    return {"why": infeasible.why, "ways_out": list(infeasible.ways_out)}
