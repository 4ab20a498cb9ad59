"""Every height of a job on one ladder: as designed, as shot, and what the rod shows there."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal, TypedDict
from uuid import UUID

from core.design import STONE
from core.elements.planned import NAMES
from core.lengths import Elevation
from core.rods import Station
from core.tasks import Task
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.mark_ways import ways_to
from server.fieldbook.pegs import OwnPegs, parts_of, pegs_of, stone_of
from server.fieldbook.rules import station_of
from server.fieldbook.trust import JobTrust, SetUpTrust
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

RungKind = Literal["benchmark", "floor", "element"]


#: What a floor's surfaces are called in the keys of rungs, where not by their names.
KEYS = {"top of slab": "top", STONE: "sub-base", "formation": "sub-grade"}


class RungSheet(TypedDict):
    """A height: what it is of, its level (the highest where it falls, then ``lowest`` too).

    ``clamp`` is what the rod shows there from the set-up, empty where it can't be read;
    ``obstacle`` says why then. ``shots`` are the heights that were found of it, in metres as the
    level is.
    """

    key: str
    of: str
    name: str
    kind: RungKind
    level: Shown
    lowest: Shown | None
    clamp: str
    obstacle: str
    shots: list[str]


class BeamOnLadder(TypedDict):
    """The beam of the set-up: how high, of which set-up, and whether it is in doubt."""

    set_up: str
    number: int
    level: Shown
    in_doubt: bool


class LadderSheet(TypedDict):
    """A job's heights, the highest first, with the beam across them where one stands."""

    rungs: list[RungSheet]
    beam: BeamOnLadder | None


@dataclass(frozen=True, slots=True)
class _Rung:
    key: str
    of: str
    name: str
    kind: RungKind
    highest: Elevation
    lowest: Elevation
    shots: tuple[Elevation, ...] = ()


def ladder_sheet(user: User, job_id: UUID, set_up: UUID | None) -> LadderSheet:
    """Return a job's ladder from a set-up, the last one where none is named."""
    job, _ = job_for(user, job_id, Ability.READ)
    plan, job_trust, style = JobPlan(job), JobTrust(job), style_of(job)
    trust = _standing(job_trust, set_up)
    station = station_of(trust.set_up, trust.sighting) if trust else None
    rungs = [*_benchmarks(job), *_floors(plan, job_trust), *_elements(plan, job_trust)]
    rungs.sort(key=lambda one: (one.highest, one.lowest), reverse=True)
    beam: BeamOnLadder | None = None
    if trust is not None:
        beam = {
            "set_up": str(trust.set_up.pk),
            "number": trust.sighting.number,
            "level": show(trust.sighting.line.constant, style),
            "in_doubt": not trust.stands,
        }
    return {
        "rungs": [
            {
                "key": rung.key,
                "of": rung.of,
                "name": rung.name,
                "kind": rung.kind,
                "level": show(rung.highest, style),
                "lowest": show(rung.lowest, style) if rung.lowest != rung.highest else None,
                **_clamp(station, rung.highest, plan),
                "shots": [show(shot, style)["metres"] for shot in rung.shots],
            }
            for rung in rungs
        ],
        "beam": beam,
    }


def _standing(job_trust: JobTrust, set_up: UUID | None) -> SetUpTrust | None:
    if set_up is not None and set_up in job_trust.by_id:
        return job_trust.by_id[set_up]
    return next(reversed(job_trust.by_id.values()), None)


class _OnTheRod(TypedDict):
    clamp: str
    obstacle: str


def _clamp(station: Station | None, level: Elevation, plan: JobPlan) -> _OnTheRod:
    if station is None:
        return {"clamp": "", "obstacle": ""}
    ways = ways_to(station, level, plan.style)
    if ways["obstacle"] is not None:
        return {"clamp": "", "obstacle": ways["obstacle"]["why"]}
    return {"clamp": ways["clamp"]["rod"] if ways["clamp"] else "", "obstacle": ""}


def _benchmarks(job: Job) -> Iterator[_Rung]:
    for mark in Benchmark.objects.filter(job=job, retired_at=None).order_by("recorded_at"):
        yield _Rung(
            str(mark.pk), mark.name, mark.description, "benchmark", mark.elevation, mark.elevation
        )


def _floors(plan: JobPlan, job_trust: JobTrust) -> Iterator[_Rung]:
    pegs, _ = pegs_of(stone_of(plan.floors), plan, job_trust, shown=())
    for key, floor in plan.floors.items():
        slab = plan.surfaces(key)
        for name, surface in slab.surfaces():
            heights = [surface.elevation(corner) for corner in slab.outline.corners]
            shots = _shots(pegs.get(key), Task.STONE) if name == STONE else ()
            own = f"{key}:{KEYS.get(name, name)}"
            yield _Rung(own, floor.name, name, "floor", max(heights), min(heights), shots)


def _elements(plan: JobPlan, job_trust: JobTrust) -> Iterator[_Rung]:
    pegs, aims = pegs_of(parts_of(plan.elements), plan, job_trust, shown=())
    for key, element in plan.elements.items():
        own = pegs.get(key, OwnPegs())
        targets: dict[Task, list[Elevation]] = {}
        for point in own.points:
            target = aims.target(element, point)
            if target is not None:
                targets.setdefault(Task(point.task), []).append(target)
        for task, heights in targets.items():
            yield _Rung(
                f"{key}:{task}", element.name, NAMES[task].lower(), "element",
                max(heights), min(heights), _shots(own, task),
            )  # fmt: skip


def _shots(own: OwnPegs | None, task: Task) -> tuple[Elevation, ...]:
    found: Sequence[Elevation] = (
        [point.elevation for point in own.found if point.point.task == task] if own else []
    )
    return tuple(found)
