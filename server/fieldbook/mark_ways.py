"""One height from one set-up, four ways from the same numbers, as screens read them."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import Elevation, Length, Reading, Style
from core.rods import Infeasible, Rod, Slide, Station, mark_for, slide_in_steps, slide_stops
from server.fieldbook.figures import BothTexts, both_lengths, both_texts


class ObstacleSheet(TypedDict):
    """Why a mark can't be made from here, and the ways out."""

    why: str
    ways_out: list[str]


class WaysSheet(TypedDict):
    """One height, four ways; a way is empty where the set-up can't go it.

    ``slide_steps`` are the parts of the slide on the rod, the greatest first, and ``slide_stops``
    what the rod shows after each, in meters on its scale; ``upside_down`` is the clamp with the
    rod's foot up against the height.
    """

    clamp: BothTexts | None
    clamp_value: float | None
    upside_down: BothTexts | None
    upside_down_value: float | None
    reference_value: float | None
    slide: BothTexts | None
    slide_steps: list[str]
    slide_stops: list[float]
    tape: BothTexts | None
    tape_verb: str
    direct: BothTexts | None
    direct_verb: str
    obstacle: ObstacleSheet | None


def ways_to(station: Station, target: Elevation, style: Style) -> WaysSheet:
    """Return the ways of setting a height from a set-up."""
    mark, rod = mark_for(station, target, style), station.rod
    up = mark.slide.up if mark.slide else None
    on_reference = station.line.clamp(station.reference)
    return {
        "clamp": _on_the_rod(mark.clamp, rod, style),
        "clamp_value": _value(mark.clamp),
        "upside_down": _on_the_rod(mark.upside_down, rod, style),
        "upside_down_value": _value(mark.upside_down),
        "reference_value": None if up is None else _value(on_reference),
        "slide": None if mark.slide is None else _slide(mark.slide, rod, style),
        "slide_steps": [] if up is None else list(slide_in_steps(up, rod.graduation.style)),
        "slide_stops": _stops(on_reference, mark.clamp, up, rod),
        "tape": None if mark.tape is None else both_lengths(abs(mark.tape), rod, style),
        "tape_verb": _tape_verb(mark.tape),
        "direct": None if up is None else both_lengths(abs(up), rod, style),
        "direct_verb": "" if up is None else _verb(up, "above zero", "below zero", "at zero"),
        "obstacle": obstacle(mark.infeasible),
    }


def _stops(start: Reading | None, end: Reading | None, up: Length | None, rod: Rod) -> list[float]:
    """Return what the rod shows after each part of a slide from one clamp to another."""
    if start is None or end is None or up is None:
        return []
    way = float(end) - float(start)
    return [float(start) + way * done for done in slide_stops(up, rod.graduation.style)]


def _on_the_rod(reading: Reading | None, rod: Rod, style: Style) -> BothTexts | None:
    return None if reading is None else both_texts(reading, rod, style)


def _value(reading: Reading | None) -> float | None:
    return None if reading is None else float(reading)


def _slide(slide: Slide, rod: Rod, style: Style) -> BothTexts:
    return {
        "rod": slide.in_words(rod.graduation.style),
        "job": both_lengths(abs(slide.up), rod, style)["job"],
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
