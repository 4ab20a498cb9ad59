"""What a change of a level would move, told before it is accepted."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TypedDict
from uuid import UUID

from core.design import Rejudged, SlabPart, move_of, rejudged
from core.elements.planned import NAMES
from core.instruments import Setting
from core.lengths import Elevation
from core.verdicts import Tolerance
from server.common.refusals import Refusal
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.aims import Aims
from server.fieldbook.pegs import Scope, pegs_of, scopes_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import element_for, floor_for
from server.jobs.models import Element, Floor, Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import FloorPart
from server.jobs.services.draft_element import ElementForm, draft_element
from server.jobs.services.draft_floor import FloorForm, draft_floor
from server.jobs.services.place_element import check_carried

Levels = dict[str, dict[str, Elevation]]
Shot = tuple[Elevation, Elevation, Elevation]


class MoveRow(TypedDict):
    """A level that moves, and by how much."""

    what: str
    by: str


class MovesSheet(TypedDict):
    """What a change moves, and how what was shot would be judged anew.

    ``refused`` says what on the plan could not follow, empty where all can.
    """

    moves: list[MoveRow]
    rejudged: list[str]
    refused: str


NOTHING: MovesSheet = {"moves": [], "rejudged": [], "refused": ""}


def floor_moves(user: User, floor_id: UUID, form: FloorForm) -> MovesSheet:
    """Return what a change of a floor that is being typed would move; nothing while refused."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    draft = draft_floor(floor.job, form)
    if draft.entries.problems:
        return NOTHING
    changed = Floor(id=floor.pk, job=floor.job, name=floor.name, **draft.values)
    assert draft.outline is not None
    before = JobPlan(floor.job)
    after = JobPlan(
        floor.job,
        [changed if pk == floor.pk else one for pk, one in before.floors.items()],
        before.elements.values(),
        {**before.outlines, floor.pk: draft.outline},
    )
    return _moves(floor.job, before, after)


def element_moves(user: User, element_id: UUID, form: ElementForm) -> MovesSheet:
    """Return what a change of an element that is being typed would move."""
    element, _ = element_for(user, element_id, Ability.READ)
    draft = draft_element(element.job, form)
    if draft.entries.problems or draft.stored is None:
        return NOTHING
    changed: Element = draft.stored
    before = JobPlan(element.job)
    after = JobPlan(
        element.job,
        before.floors.values(),
        [changed if pk == element.pk else one for pk, one in before.elements.items()],
        before.outlines,
    )
    return _moves(element.job, before, after)


def _moves(job: Job, before: JobPlan, after: JobPlan) -> MovesSheet:
    try:
        check_carried(after)
    except Refusal as refused:
        problem = refused.problems[0]
        return {**NOTHING, "refused": f"{problem.why} {problem.accepts}"}
    old, new = levels_of(before), levels_of(after)
    moves = [move for name in old if (move := move_of(name, old[name], new.get(name, {})))]
    return {
        "moves": [{"what": move.name, "by": move.in_words(before.style)} for move in moves],
        "rejudged": [
            line for scope in scopes_of(before) for line in _rejudged(scope, before, after)
        ],
        "refused": "",
    }


def levels_of(plan: JobPlan) -> Levels:
    """Return every planned level by what it is and where."""
    found: Levels = {}
    for floor in plan.floors.values():
        surfaces = plan.surfaces(floor.pk)
        for part in (FloorPart.TOP, FloorPart.SUB_BASE, FloorPart.SUB_GRADE):
            surface = surfaces.part(SlabPart(part))
            if surface is not None:
                found[f"{floor.name}, {part.label}"] = {
                    str(n): surface.elevation(corner)
                    for n, corner in enumerate(surfaces.outline.corners)
                }
    for element in plan.elements.values():
        for (task, name), target in plan.targets(element.pk).items():
            found.setdefault(f"{element.name}, {NAMES[task].lower()}", {})[name] = target
    return found


def _rejudged(scope: Scope, before: JobPlan, after: JobPlan) -> Iterator[str]:
    """Say how what was shot would be judged anew, floor by floor and element by element."""
    pegs, aims = pegs_of(scope, before, JobTrust(before.job))
    later = Aims(after, aims.grounds)
    for own in pegs.values():
        shots: dict[tuple[str, Tolerance, Tolerance], list[Shot]] = {}
        for point in own.found:
            old, new = (each.judged(point.point, Setting.FINE) for each in (aims, later))
            if old.target is not None and new.target is not None:
                key = (point.point.owner.name, old.tolerance, new.tolerance)
                shots.setdefault(key, []).append((point.elevation, old.target, new.target))
        for (name, old_tolerance, new_tolerance), judged in shots.items():
            for change in rejudged(judged, old_tolerance, new_tolerance):
                yield f"{name}: {_in_words(change)}"


def _in_words(one: Rejudged) -> str:
    noun = "point that was" if one.count == 1 else "points that were"
    verb = "is" if one.count == 1 else "are"
    return f"{one.count} {noun} {one.before} {verb} {one.after}"
