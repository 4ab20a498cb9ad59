"""The marks of a floor from one set-up: where, and at what, four ways side by side."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.floors import WallMark, wall_marks
from core.lengths import Elevation, Length, Style
from core.rods import Infeasible, Mark, Station, mark_for, reach
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import floor_seen_from, set_up_for
from server.fieldbook.figures import BothTexts, both_lengths, both_texts
from server.fieldbook.proof import tightest_tolerance
from server.fieldbook.rules import place_of, station_of
from server.fieldbook.sheets import SetUpSheet, set_up_sheet
from server.fieldbook.standing import JobStandings
from server.jobs.rules import levels_of, outline_of, style_of
from server.shown import Place, Shown, show, show_place


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


class SurfaceSheet(TypedDict):
    """A surface to set, with its target and the ways of setting it."""

    key: str
    name: str
    target: Shown
    ways: WaysSheet


class WallMarkSheet(TypedDict):
    """A place to mark along the walls."""

    name: str
    wall: int
    is_corner: bool
    along: Shown
    place: Place
    distance: Shown
    obstacle: ObstacleSheet | None


class MarksSheet(TypedDict):
    """Everything the marks screen shows."""

    set_up: SetUpSheet
    spacing: Shown
    surfaces: list[SurfaceSheet]
    places: list[WallMarkSheet]


def marks_sheet(user: User, set_up_id: UUID, floor_id: UUID) -> MarksSheet:
    """Return the marks of a floor from a set-up, in as many queries however many marks."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    floor = floor_seen_from(user, set_up, floor_id)
    job, style, levels = set_up.job, style_of(set_up.job), levels_of(floor)
    standings = JobStandings(job)
    standing = standings.by_id[set_up.pk]
    station = station_of(set_up, standing.sighting)
    places = wall_marks(outline_of(floor.corners.all()), floor.mark_spacing)
    stands = place_of(set_up)
    return {
        "set_up": set_up_sheet(standings, standing, style, tightest_tolerance(job)),
        "spacing": show(floor.mark_spacing, style),
        "surfaces": [
            _surface("top-of-slab", "Top of slab", levels.top_of_slab, station, style),
            _surface("sub-base", "Sub-base (stone)", levels.sub_base, station, style),
        ],
        "places": [
            _wall_mark(mark, mark.place.distance(stands), station, style) for mark in places
        ],
    }


def _surface(
    key: str, name: str, target: Elevation, station: Station, style: Style
) -> SurfaceSheet:
    mark = mark_for(station, target, style)
    return {
        "key": key,
        "name": name,
        "target": show(target, style),
        "ways": _ways(mark, station, style),
    }


def _ways(mark: Mark, station: Station, style: Style) -> WaysSheet:
    rod = station.rod
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
        "obstacle": _obstacle(mark.infeasible),
    }


def _verb(up: Length, plus: str, minus: str, none: str) -> str:
    if up.nanometres == 0:
        return none
    return plus if up.nanometres > 0 else minus


def _tape_verb(tape: Length | None) -> str:
    if tape is None:
        return "The beam's own height is not known: tape it to the benchmark when you set up."
    return _verb(tape, "down from the beam", "up from the beam", "at the beam")


def _obstacle(infeasible: Infeasible | None) -> ObstacleSheet | None:
    if infeasible is None:
        return None
    return {"why": infeasible.why, "ways_out": list(infeasible.ways_out)}


def _wall_mark(mark: WallMark, distance: Length, station: Station, style: Style) -> WallMarkSheet:
    return {
        "name": mark.name,
        "wall": mark.wall,
        "is_corner": mark.is_corner,
        "along": show(mark.along, style),
        "place": show_place(mark.place, style),
        "distance": show(distance, style),
        "obstacle": _obstacle(reach(station, distance, style)),
    }
