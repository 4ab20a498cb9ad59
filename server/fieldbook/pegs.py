"""The state of every point: its last shot that counts in each pass, and what that says."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from math import hypot
from typing import Any, Literal, NamedTuple, TypedDict
from uuid import UUID

from django.db.models import F, Window
from django.db.models.functions import RowNumber

from core.clocks import Moment
from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Elevation, Length
from core.rods import Observed, tie_of
from core.tasks import Stage, Task, tasks_of
from core.uncertainty import half_width_between
from core.verdicts import Verdict
from server.common.shown import Place, Shown, show, show_place
from server.crews.timed import TIME_COLUMNS, moment_of_columns
from server.fieldbook.aims import PASSES, Aims
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.models import RegradedPoint, Shot, observed
from server.fieldbook.rules import Sighting, sight_on
from server.fieldbook.sheeting import covered
from server.fieldbook.trust import JobTrust
from server.jobs.models import Point
from server.jobs.plan.job_plan import JobPlan

PegState = Literal["not-shot", Verdict.ON, Verdict.HIGH, Verdict.LOW, "close", "in-doubt", "found"]


class PegShot(Said):
    """The shot that counts on a point; one in doubt counts for nothing until it is cleared."""

    id: str
    set_up: int
    in_doubt: bool


class Peg(TypedDict):
    """A point on the plan and its state: in the fine pass, and in the rough one kept apart.

    Its target is empty where the surface is only to be found out, its place where nobody said.
    ``is_covered`` says that sheeting lies over the stone there.
    """

    id: str
    name: str
    place: Place | None
    is_extra: bool
    is_covered: bool
    target: Shown | None
    state: PegState
    shot: PegShot | None
    rough_state: PegState
    rough: PegShot | None


@dataclass(frozen=True, slots=True)
class FoundPoint:
    """A point as it was found in the fine pass, out of doubt; its target where it has one."""

    point: Point
    elevation: Elevation
    target: Elevation | None
    seen: Observed
    sighting: Sighting

    @property
    def half_width(self) -> float:
        """U of its elevation, metres at 95 %."""
        return self.sighting.sure(self.seen, self.point.spot).half_width

    def half_width_against(self, other: FoundPoint) -> float:
        """U of how far it lies above another point of its set-up, metres at 95 %.

        Where the two are held in ways that read against other backsights, both count.
        """
        sighting = self.sighting
        mine, its = (tie_of(one.seen.kind, sighting.rod.numbering) for one in (self, other))
        if mine is not its:
            return hypot(self.half_width, other.half_width)
        sights = (
            sight_on(sighting.rod, one.seen, sighting.place, one.point.spot)
            for one in (self, other)
        )
        return half_width_between(sighting.fine, *sights)

    @property
    def off(self) -> Length | None:
        """How far it lies above its target."""
        return None if self.target is None else self.elevation - self.target


@dataclass(frozen=True, slots=True)
class OwnPegs:
    """The points of one floor or element, their pegs, and what was found: nothing in doubt,
    nothing rough. ``doubted`` are the points whose reading is in doubt, by its set-up.
    """

    points: list[Point] = field(default_factory=list)
    pegs: dict[Task, list[Peg]] = field(default_factory=dict)
    found: list[FoundPoint] = field(default_factory=list)
    doubted: dict[UUID, UUID] = field(default_factory=dict)

    def of(self, tasks: Iterable[Task]) -> list[Peg]:
        """Return the pegs of some tasks."""
        return [peg for task in tasks for peg in self.pegs.get(task, ())]


Scope = dict[str, Any]
#: What neither was retired nor lies on what was.
IN_THE_PLAN: Scope = {"retired_at": None, "floor__retired_at": None, "element__retired_at": None}
Counted = tuple[UUID, UUID, Observed, bool]
Counting = dict[tuple[UUID, str], Counted]


def stone_of(floors: Iterable[UUID]) -> Scope:
    """Return the scope of the stone under floors."""
    return {"floor__in": list(floors)}


def parts_of(elements: Iterable[UUID]) -> Scope:
    """Return the scope of elements' points.

    They are named one by one, not by their job: a database that is to look for a job's shots may
    take all shots there are, and look up whose each is.
    """
    return {"element__in": list(elements)}


def scopes_of(plan: JobPlan) -> tuple[Scope, Scope]:
    """Return the scopes of all that is shot on a plan: the stone, and its elements."""
    return stone_of(plan.floors), parts_of(plan.elements)


def stage_of_job(plan: JobPlan, stage: Stage) -> Scope:
    """Return the scope of a stage; holes and tops of piers need their ground too."""
    tasks = list(tasks_of(stage))
    if stage in (Stage.DIG, Stage.PIERS):
        tasks += [Task.GROUND, Task.HOLE, Task.PIER_TOP]
    return {**parts_of(plan.elements), "task__in": tasks}


def pegs_of(
    scope: Scope, plan: JobPlan, job_trust: JobTrust, shown: Iterable[Task] = tuple(Task)
) -> tuple[dict[UUID, OwnPegs], Aims]:
    """Return the pegs of a scope by what they lie on, in few queries however many shots.

    Pegs are made of the tasks that are ``shown``; of others only what was found is told.
    """
    tasks = frozenset(shown)
    counting = counting_shots(scope, job_trust)
    points = _points(scope, plan)
    elevations = _elevations(points, counting, job_trust)
    aims = Aims(plan, _grounds(points, elevations))
    found: dict[UUID, OwnPegs] = {}
    for point in points:
        own = found.setdefault(point.owner_id, OwnPegs())
        task = Task(point.task)
        fine = aims.judged(point, Setting.FINE)
        own.points.append(point)
        if task in tasks:
            own.pegs.setdefault(task, []).append(_peg(point, fine, counting, job_trust, aims))
        if point.pk in elevations:
            _, set_up, seen, _ = counting[point.pk, Setting.FINE]
            sighting = job_trust.lines.sighting(set_up)
            elevation = elevations[point.pk]
            own.found.append(FoundPoint(point, elevation, fine.target, seen, sighting))
        elif (point.pk, Setting.FINE) in counting:
            own.doubted[point.pk] = counting[point.pk, Setting.FINE][1]
    return found, aims


def aims_at(scope: Scope, plan: JobPlan, job_trust: JobTrust) -> tuple[list[Point], Aims]:
    """Return the points of a scope and what they are set to, without what was found of each.

    Shots are read only where the ground under a point tells what it is set to.
    """
    points = _points(scope, plan)
    if not any(point.task == Task.GROUND for point in points):
        return points, Aims(plan, {})
    elevations = _elevations(points, counting_shots(scope, job_trust), job_trust)
    return points, Aims(plan, _grounds(points, elevations))


def _elevations(
    points: list[Point], counting: Counting, job_trust: JobTrust
) -> dict[UUID, Elevation]:
    """Return how high each point was found, of those that count."""
    return {
        point.pk: job_trust.lines.sighting(counted[1]).line.elevation(counted[2])
        for point in points
        if (counted := counting.get((point.pk, Setting.FINE))) and not counted[3]
    }


def _points(scope: Scope, plan: JobPlan) -> list[Point]:
    """Return the points of a scope in order, each with what it lies on; none that is retired."""
    rows = Point.objects.filter(**scope, **IN_THE_PLAN).annotate(lies_covered=covered())
    points: list[Point] = list(rows.order_by("position"))
    for point in points:
        if point.floor_id is not None:
            point.floor = plan.floors[point.owner_id]
        else:
            point.element = plan.elements[point.owner_id]
    return points


def _grounds(
    points: list[Point], elevations: dict[UUID, Elevation]
) -> dict[tuple[UUID, str], Elevation]:
    return {
        (point.owner_id, point.name): elevations[point.pk]
        for point in points
        if point.task == Task.GROUND and point.pk in elevations
    }


def counting_shots(scope: Scope, job_trust: JobTrust) -> Counting:
    """Return the last shot of each point and pass that counts."""
    return {
        (point, setting): (shot, set_up, observed(sight, reading), in_doubt)
        for point, setting, set_up, _, in_doubt, (shot, sight, reading) in last_shots(
            scope, job_trust, ("id", "sight", "reading")
        )
    }


def shot_fine(scope: Scope, job_trust: JobTrust) -> dict[UUID, bool]:
    """Return whether the fine shot that counts is in doubt, of each point that has one."""
    return {
        point: in_doubt
        for point, setting, _, _, in_doubt, _ in last_shots(scope, job_trust)
        if setting == Setting.FINE
    }


class LastShot(NamedTuple):
    """A shot of a point in one pass: its set-up, its time, whether it is in doubt, and what else
    was read of it.
    """

    point: UUID
    setting: str
    set_up: UUID
    moment: Moment
    in_doubt: bool
    columns: list[Any]


def last_shots(
    scope: Scope, job_trust: JobTrust, wanted: tuple[str, ...] = (), last: int = 1
) -> Iterator[LastShot]:
    """Yield the last shot, or the last few, of each point and pass that were not struck; the
    database picks them. Of several the newest comes first.

    Of each: its point, its pass, its set-up, its moment, whether it is in doubt, the columns
    wanted.
    """
    nth = Window(
        RowNumber(),
        partition_by=[F("point_id"), F("setting")],
        order_by=[F("taken_at").desc(), F("recorded_at").desc()],
    )
    of_points = {f"point__{name}": value for name, value in scope.items()}
    shots = Shot.objects.filter(strike=None, **of_points)
    columns = ("point_id", "setting", "set_up_id", *TIME_COLUMNS, *wanted)
    regraded = _regraded(of_points)
    ordered = shots.annotate(nth=nth).filter(nth__lte=last)
    if last > 1:
        ordered = ordered.order_by("nth")
    for point, setting, set_up, taken_at, phone, give, *rest in ordered.values_list(*columns):
        if set_up not in job_trust.by_id:
            continue  # from a set-up made after the standings were read
        moment = moment_of_columns(taken_at, phone, give)
        if point in regraded and not moment.is_surely_behind(regraded[point]):
            continue
        in_doubt = job_trust.by_id[set_up].doubts(moment)
        yield LastShot(point, setting, set_up, moment, in_doubt, rest)


def _regraded(of_points: Scope) -> dict[UUID, Moment]:
    """Return when the stone at points was graded anew: what was shot before tells it no more."""
    moments = RegradedPoint.objects.filter(**of_points).order_by("regrade__graded_at")
    columns = ("point_id", "regrade__graded_at", "regrade__phone", "regrade__clock_give")
    return {point: moment_of_columns(*time) for point, *time in moments.values_list(*columns)}


def _peg(point: Point, judged: Judged, counting: Counting, job_trust: JobTrust, aims: Aims) -> Peg:
    place, style = point.spot, aims.plan.style
    shot, roughly = (counting.get((point.pk, setting)) for setting in PASSES)
    fine = shot and _shot(shot, place, job_trust, judged)
    rough = roughly and _shot(roughly, place, job_trust, aims.judged(point, Setting.COARSE))
    return {
        "id": str(point.pk),
        "name": point.name,
        "place": show_place(place, style) if place else None,
        "is_extra": point.is_extra,
        "is_covered": point.is_covered,
        "target": None if judged.target is None else show(judged.target, style),
        "state": _state(fine),
        "shot": fine,
        "rough_state": _state(rough),
        "rough": rough,
    }


def _shot(
    counted: Counted,
    place: PlanPoint | None,
    job_trust: JobTrust,
    judged: Judged,
) -> PegShot:
    shot, set_up, seen, in_doubt = counted
    sighting = job_trust.lines.sighting(set_up)
    says = said(seen, sighting, place, judged)
    return {**says, "id": str(shot), "set_up": sighting.number, "in_doubt": in_doubt}


def _state(shot: PegShot | None) -> PegState:
    if shot is None:
        return "not-shot"
    if shot["in_doubt"]:
        return "in-doubt"
    return "close" if shot["is_close"] else shot["verdict"]
