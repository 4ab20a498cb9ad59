"""The state of every point of a floor: its last shot that counts, and what that says."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal, TypedDict

from core.floors import FloorLevels, PlanPoint
from core.lengths import Elevation, Reading, Style, format_deviation
from core.verdicts import Tolerance, Verdict, judge
from server.fieldbook.figures import BothTexts, both_texts
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.rules import Sighting, sighting_of
from server.jobs.models import Floor, Point
from server.jobs.rules import levels_of
from server.shown import Place, Shown, show, show_place

PegState = Literal["not-shot", Verdict.ON, Verdict.HIGH, Verdict.LOW]


class PegShot(TypedDict):
    """The shot that counts on a point."""

    id: str
    set_up: int
    reading: BothTexts
    scale_value: float
    elevation: Shown
    thickness: Shown
    deviation: str
    action: str
    is_thin: bool


class Peg(TypedDict):
    """A point on the plan and its state."""

    id: str
    name: str
    place: Place
    is_extra: bool
    state: PegState
    shot: PegShot | None


@dataclass(frozen=True, slots=True)
class ShotStone:
    """A point's stone as shot, for surfaces."""

    point: str
    place: PlanPoint
    elevation: Elevation


@dataclass(frozen=True, slots=True)
class FloorPegs:
    """The pegs of one floor, and the stone they found."""

    levels: FloorLevels
    pegs: list[Peg]
    stone: list[ShotStone]


@dataclass(frozen=True, slots=True)
class _Frame:
    """What the shots of one floor are judged against and written in."""

    levels: FloorLevels
    tolerance: Tolerance
    style: Style


def pegs_of(floors: Iterable[Floor], style: Style) -> dict[str, FloorPegs]:
    """Return the pegs of floors by floor id, in three queries however many points and shots."""
    by_id = {floor.pk: floor for floor in floors}
    counting = {
        point_id: (shot_id, set_up_id, reading)
        for shot_id, point_id, set_up_id, reading in Shot.objects.filter(
            point__floor__in=by_id, strike=None
        )
        .order_by("taken_at", "recorded_at")
        .values_list("id", "point_id", "set_up_id", "reading")
    }
    used = {set_up_id for _, set_up_id, _ in counting.values()}
    stations = SetUp.objects.filter(pk__in=used).select_related("rod", "benchmark")
    sightings = {set_up.pk: sighting_of(set_up) for set_up in stations}
    frames = {
        pk: _Frame(levels_of(floor), Tolerance.either_way(floor.tolerance), style)
        for pk, floor in by_id.items()
    }
    found = {pk: FloorPegs(frame.levels, [], []) for pk, frame in frames.items()}
    for point in Point.objects.filter(floor__in=by_id).order_by("floor_id", "position"):
        peg = _unshot(point, style)
        found[point.floor_id].pegs.append(peg)
        if point.pk in counting:
            shot_id, set_up_id, reading = counting[point.pk]
            sighting = sightings[set_up_id]
            stone = sighting.line.elevation(reading)
            found[point.floor_id].stone.append(ShotStone(point.name, point.place, stone))
            peg["state"], peg["shot"] = _said(
                str(shot_id), reading, stone, sighting, frames[point.floor_id]
            )
    return {str(pk): floor_pegs for pk, floor_pegs in found.items()}


def _unshot(point: Point, style: Style) -> Peg:
    return {
        "id": str(point.pk),
        "name": point.name,
        "place": show_place(point.place, style),
        "is_extra": point.is_extra,
        "state": "not-shot",
        "shot": None,
    }


def _said(
    shot_id: str, reading: Reading, stone: Elevation, sighting: Sighting, frame: _Frame
) -> tuple[Verdict, PegShot]:
    """Return the state a shot gives its peg, and what it says."""
    judgement = judge(stone, frame.levels.sub_base, frame.tolerance)
    thickness = frame.levels.thickness_over(stone)
    return judgement.verdict, {
        "id": shot_id,
        "set_up": sighting.number,
        "reading": both_texts(reading, sighting.rod, frame.style),
        "scale_value": float(reading),
        "elevation": show(stone, frame.style),
        "thickness": show(thickness, frame.style),
        "deviation": format_deviation(judgement.deviation, frame.style),
        "action": judgement.action(frame.style),
        "is_thin": frame.levels.is_thin(thickness),
    }
