"""The heights of a floor or an element from one set-up: where, and at what, four ways."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core import elements as built
from core.design import Slab, SlabPart
from core.elements.planned import NAMES
from core.floors import PlanPoint, WallMark, wall_marks
from core.layout import drop_below
from core.lengths import Elevation, Length, Style
from core.rods import Station, reach
from core.tasks import Stage, Task, tasks_of
from server.common.shown import Place, Shown, show, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import (
    element_seen_from,
    floor_seen_from,
    point_seen_from,
    set_up_for,
)
from server.fieldbook.aims import Aims
from server.fieldbook.figures import BothTexts, both_texts
from server.fieldbook.mark_ways import ObstacleSheet, WaysSheet, obstacle, ways_to
from server.fieldbook.pegs import pegs_of
from server.fieldbook.proof import tightest_tolerance
from server.fieldbook.rules import station_of
from server.fieldbook.sheets import SetUpSheet, set_up_sheet
from server.fieldbook.trust import JobTrust
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

MOST_SURFACES = 12


class SurfaceSheet(TypedDict):
    """A height to set, where it is set, and the ways of setting it."""

    key: str
    name: str
    points: list[str]
    target: Shown
    ways: WaysSheet


class PlaceSheet(TypedDict):
    """A place to set a height at, with its own height, and down from the level line."""

    name: str
    where: str
    is_corner: bool
    place: Place
    distance: Shown | None
    target: Shown
    clamp: BothTexts | None
    drop: str
    obstacle: ObstacleSheet | None


class MarksSheet(TypedDict):
    """Everything the heights' screen shows; ``spacing`` is empty where no rule spaces them."""

    set_up: SetUpSheet
    spacing: str
    surfaces: list[SurfaceSheet]
    places: list[PlaceSheet]


class PointTarget(TypedDict):
    """One point from one set-up: its height four ways, none where it is only found out."""

    target: Shown | None
    clamp: BothTexts | None
    ways: WaysSheet | None
    obstacle: ObstacleSheet | None


@dataclass(frozen=True, slots=True)
class _Height:
    """A height to set, as it is named, and the points it is set at."""

    key: str
    name: str
    target: Elevation
    points: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class _Spot:
    """A place to set a height at."""

    name: str
    where: str
    is_corner: bool
    place: PlanPoint
    target: Elevation


class _From:
    """Writes heights as they are set from one set-up, in as many queries however many."""

    def __init__(self, user: User, set_up_id: UUID) -> None:
        self.set_up = set_up_for(user, set_up_id, Ability.READ)
        self.job = self.set_up.job
        self.style: Style = style_of(self.job)
        self.job_trust = JobTrust(self.job)
        self.trust = self.job_trust.by_id[set_up_id]
        self.station: Station = station_of(self.set_up, self.trust.sighting)

    def sheet(
        self,
        heights: Sequence[_Height],
        spots: Sequence[_Spot],
        line: Elevation | None,
        spacing: str,
    ) -> MarksSheet:
        style = self.style
        return {
            "set_up": set_up_sheet(self.job_trust, self.trust, style, tightest_tolerance(self.job)),
            "spacing": spacing,
            "surfaces": [self._surface(height) for height in heights],
            "places": [self._place(spot, line) for spot in spots],
        }

    def _surface(self, height: _Height) -> SurfaceSheet:
        return {
            "key": height.key,
            "name": height.name,
            "points": list(height.points),
            "target": show(height.target, self.style),
            "ways": ways_to(self.station, height.target, self.style),
        }

    def _place(self, spot: _Spot, line: Elevation | None) -> PlaceSheet:
        style, station = self.style, self.station
        distance = self.away(spot.place)
        clamp = station.line.clamp(spot.target)
        return {
            "name": spot.name,
            "where": spot.where,
            "is_corner": spot.is_corner,
            "place": show_place(spot.place, style),
            "distance": None if distance is None else show(distance, style),
            "target": show(spot.target, style),
            "clamp": None if clamp is None else both_texts(clamp, station.rod, style),
            "drop": "" if line is None else show(drop_below(line, spot.target), style)["text"],
            "obstacle": self.out_of_reach(spot.place),
        }

    def away(self, place: PlanPoint | None) -> Length | None:
        """How far a place is from the instrument, where both are known."""
        stands = self.trust.sighting.place
        return None if place is None or stands is None else place.distance(stands)

    def out_of_reach(self, place: PlanPoint | None) -> ObstacleSheet | None:
        """Say whether a place is out of the instrument's reach, where that is known."""
        away = self.away(place)
        return None if away is None else obstacle(reach(self.station, away, self.style))


def marks_sheet(user: User, set_up_id: UUID, floor_id: UUID) -> MarksSheet:
    """Return the heights of a floor, and the marks around its walls."""
    seen = _From(user, set_up_id)
    floor = floor_seen_from(user, seen.set_up, floor_id)
    plan = JobPlan(seen.job)
    slab = plan.surfaces(floor.pk)
    marks = wall_marks(slab.outline, floor.mark_spacing)
    tops = [slab.top.elevation(mark.place) for mark in marks]
    spots = [
        _Spot(mark.name, _along(mark, seen.style), mark.is_corner, mark.place, top)
        for mark, top in zip(marks, tops, strict=True)
    ]
    line, highest = max((spot.target, spot.place) for spot in spots)
    spacing = show(floor.mark_spacing, seen.style)["text"]
    return seen.sheet(_floor_heights(slab, highest), spots, line if slab.falls else None, spacing)


def _floor_heights(slab: Slab, highest: PlanPoint) -> list[_Height]:
    """Return a floor's heights; on a falling one those at its highest edge."""
    where = ", highest edge" if slab.falls else ""
    named = {
        SlabPart.TOP: "Level line" if slab.falls else "Top of slab",
        SlabPart.SUB_BASE: f"Sub-base (stone){where}",
        SlabPart.SUB_GRADE: f"Formation{where}",
    }
    return [
        _Height(part, name, surface.elevation(highest))
        for part, name in named.items()
        if (surface := slab.part(part)) is not None
    ]


def element_marks_sheet(user: User, set_up_id: UUID, element_id: UUID, stage: Stage) -> MarksSheet:
    """Return the heights of an element at a stage, and the points they are set at."""
    seen = _From(user, set_up_id)
    element = element_seen_from(user, seen.set_up, element_id)
    plan = JobPlan(seen.job)
    made = plan.element(element.pk)
    spots = _spots(element, stage, plan, seen.job_trust)
    line = max((spot.target for spot in spots), default=None)
    is_level = len({spot.target for spot in spots}) < 2
    return seen.sheet(_heights(made, spots), spots, None if is_level else line, "")


def _spots(element: Element, stage: Stage, plan: JobPlan, job_trust: JobTrust) -> list[_Spot]:
    """Return the points of an element at a stage that are set to something."""
    _, aims = pegs_of({"element": element, "task": "ground"}, plan, job_trust)
    tasks = [str(task) for task in tasks_of(stage)]
    points = element.points.filter(task__in=tasks).order_by("position")
    aimed = [(point, aims.target(element, point)) for point in points]
    return [
        _Spot(point.name, NAMES[Task(point.task)], False, point.place, target)
        for point, target in aimed
        if target is not None
    ]


def _heights(made: built.Element, spots: Sequence[_Spot]) -> list[_Height]:
    """Return the heights to set: of a wall every course, else each target once.

    Where every point has its own, the highest, which is the level line, and the lowest.
    """
    if isinstance(made, built.Wall):
        return [_Height(one.name, one.name, one.target) for one in made.heights()]
    together: dict[tuple[str, Elevation], list[str]] = {}
    for spot in spots:
        together.setdefault((spot.where, spot.target), []).append(spot.name)
    found = [
        _Height(f"{where} {names[0]}", where, target, tuple(names))
        for (where, target), names in together.items()
    ]
    if len(found) <= MOST_SURFACES:
        return found
    high, low = (pick(found, key=lambda height: height.target) for pick in (max, min))
    return [
        _Height("high", f"{high.name}, level line", high.target, high.points),
        _Height("low", f"{low.name}, lowest", low.target, low.points),
    ]


def _along(mark: WallMark, style: Style) -> str:
    if mark.is_corner:
        return f"corner {mark.wall}"
    return f"{show(mark.along, style)['text']} along wall {mark.wall}"


def point_target(user: User, set_up_id: UUID, point_id: UUID) -> PointTarget:
    """Return how one point's height is set from a set-up."""
    seen = _From(user, set_up_id)
    point = point_seen_from(user, seen.set_up, point_id)
    plan = JobPlan(seen.job)
    if point.task == "hole":
        beside = {"element": point.element_id, "name": point.name}
        _, aims = pegs_of(beside, plan, seen.job_trust)
    else:
        aims = Aims(plan, {})
    target = aims.judged(point, "fine").target
    away = seen.out_of_reach(point.spot)
    if target is None:
        return {"target": None, "clamp": None, "ways": None, "obstacle": away}
    ways = ways_to(seen.station, target, seen.style)
    return {
        "target": show(target, seen.style),
        "clamp": ways["clamp"],
        "ways": ways,
        "obstacle": ways["obstacle"] or away,
    }
