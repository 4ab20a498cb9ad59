"""The state of every point of a floor: its last shot that counts, and what that says."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal, TypedDict
from uuid import UUID

from django.db.models import F, Window
from django.db.models.functions import RowNumber

from core.floors import FloorLevels, PlanPoint
from core.instruments import Setting
from core.lengths import Elevation, Length, Reading, Style
from core.verdicts import Tolerance, Verdict
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.models import Shot
from server.fieldbook.standing import JobStandings
from server.jobs.models import Floor, Point
from server.jobs.rules import levels_of, rough_tolerance_of
from server.shown import Place, show_place

PegState = Literal["not-shot", Verdict.ON, Verdict.HIGH, Verdict.LOW, "close", "in-doubt"]


class PegShot(Said):
    """The shot that counts on a point; one in doubt counts for nothing until it is cleared."""

    id: str
    set_up: int
    in_doubt: bool


class Peg(TypedDict):
    """A point on the plan and its state: in the fine pass, and in the rough one kept apart."""

    id: str
    name: str
    place: Place
    is_extra: bool
    state: PegState
    shot: PegShot | None
    rough_state: PegState
    rough: PegShot | None


@dataclass(frozen=True, slots=True)
class ShotStone:
    """A point's stone as shot, for surfaces."""

    point: str
    place: PlanPoint
    elevation: Elevation


@dataclass(frozen=True, slots=True)
class FloorPegs:
    """The pegs of one floor, and the stone they found: nothing in doubt, nothing rough."""

    levels: FloorLevels
    pegs: list[Peg]
    stone: list[ShotStone]


Counting = dict[tuple[UUID, str], tuple[UUID, UUID, Reading, bool]]


def pegs_of(floors: Iterable[Floor], standings: JobStandings, style: Style) -> dict[str, FloorPegs]:
    """Return the pegs of a job's floors by floor id, in two queries however many shots."""
    by_id = {floor.pk: floor for floor in floors}
    counting = _counting(by_id, standings)
    passes = {pk: _passes(floor, style) for pk, floor in by_id.items()}
    found = {pk: FloorPegs(fine.levels, [], []) for pk, (fine, _) in passes.items()}
    for point in Point.objects.filter(floor__in=by_id).order_by("floor_id", "position"):
        place, floor = point.place, found[point.floor_id]
        fine, rough = (
            _shot(counting.get((point.pk, judged.setting)), standings, place, judged)
            for judged in passes[point.floor_id]
        )
        floor.pegs.append(
            {
                "id": str(point.pk),
                "name": point.name,
                "place": show_place(place, style),
                "is_extra": point.is_extra,
                "state": _state(fine),
                "shot": fine,
                "rough_state": _state(rough),
                "rough": rough,
            }
        )
        if fine and not fine["in_doubt"]:
            _, set_up, reading, _ = counting[point.pk, Setting.FINE]
            stone = standings.lines.sighting(set_up).line.elevation(reading)
            floor.stone.append(ShotStone(point.name, place, stone))
    return {str(pk): floor_pegs for pk, floor_pegs in found.items()}


def _counting(floors: Iterable[UUID], standings: JobStandings) -> Counting:
    """Return the last shot of each point and pass that was not struck; the database picks it."""
    last = Window(
        RowNumber(),
        partition_by=[F("point_id"), F("setting")],
        order_by=[F("taken_at").desc(), F("recorded_at").desc()],
    )
    shots = Shot.objects.filter(point__floor__in=list(floors), strike=None)
    columns = ("id", "point_id", "set_up_id", "reading", "setting", "taken_at")
    found: Counting = {}
    for shot, point, set_up, reading, setting, taken_at in (
        shots.annotate(nth=last).filter(nth=1).values_list(*columns)
    ):
        in_doubt = standings.by_id[set_up].doubts(taken_at)
        found[point, setting] = shot, set_up, reading, in_doubt
    return found


def _passes(floor: Floor, style: Style) -> tuple[Judged, Judged]:
    """Return what the fine and the rough pass over a floor are judged against."""
    return judged_in(floor, style, Setting.FINE), judged_in(floor, style, Setting.COARSE)


def judged_in(floor: Floor, style: Style, setting: str) -> Judged:
    """Return what one pass over a floor is judged against; a rough one needs its job."""
    tolerance: Length = floor.tolerance
    if setting == Setting.COARSE:
        tolerance = max(tolerance, rough_tolerance_of(floor.job))
    return Judged(levels_of(floor), Tolerance.either_way(tolerance), style, setting)


def _shot(
    counted: tuple[UUID, UUID, Reading, bool] | None,
    standings: JobStandings,
    place: PlanPoint,
    judged: Judged,
) -> PegShot | None:
    if counted is None:
        return None
    shot, set_up, reading, in_doubt = counted
    sighting = standings.lines.sighting(set_up)
    says = said(reading, sighting, place, judged)
    return {**says, "id": str(shot), "set_up": sighting.number, "in_doubt": in_doubt}


def _state(shot: PegShot | None) -> PegState:
    if shot is None:
        return "not-shot"
    if shot["in_doubt"]:
        return "in-doubt"
    return "close" if shot["is_close"] else shot["verdict"]
