"""A floor as screens read it: its plan, its pegs, its concrete."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.tasks import Task
from server.common.shown import Amount, Place, Shown, show, show_area, show_place
from server.concrete.services.take_off import TakeOff, Undecided, take_off
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, Peg, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import floor_for
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.panels import falls_in_words
from server.jobs.rules import rough_tolerance_of
from server.jobs.sheets import FloorTyped, floor_typed


class FloorPlan(TypedDict):
    """A floor's outline, levels and pegs."""

    id: str
    name: str
    outline: list[Place]
    panels: list[list[Place]]
    area: Amount
    top_of_slab: Shown
    sub_base: Shown
    thickness: Shown
    least_thickness: Shown
    falls: str
    sub_grade: Shown | None
    tolerance: Shown
    rough_tolerance: Shown
    counts: PegCounts
    pegs: list[Peg]


class FloorSheet(TypedDict):
    """Everything the floor's screens show; one of take-off and undecided stands."""

    plan: FloorPlan
    typed: FloorTyped
    take_off: TakeOff | None
    undecided: Undecided | None


def floor_sheet(user: User, floor_id: UUID) -> FloorSheet:
    """Return a floor's sheet, in a fixed number of queries however many points and shots."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    plan = JobPlan(floor.job)
    pegs, _ = pegs_of(stone_of([floor_id]), plan, JobTrust(floor.job))
    own = pegs.get(floor_id, OwnPegs())
    taken, undecided = take_off(floor, plan.surfaces(floor_id), own.found, plan.style)
    return {
        "plan": floor_plan(plan, floor_id, own),
        "typed": floor_typed(floor, plan.outlines[floor_id], plan.style),
        "take_off": taken,
        "undecided": undecided,
    }


def floor_plan(plan: JobPlan, floor_id: UUID, own: OwnPegs) -> FloorPlan:
    """Return a floor's outline, levels and pegs."""
    style, floor, surfaces = plan.style, plan.floors[floor_id], plan.surfaces(floor_id)
    levels, pegs = surfaces.levels, own.of([Task.STONE])
    rough = max(floor.tolerance, rough_tolerance_of(plan.job))
    return {
        "id": str(floor.pk),
        "name": floor.name,
        "outline": [show_place(corner, style) for corner in surfaces.outline.corners],
        "panels": [
            [show_place(corner, style) for corner in panel.outline.corners]
            for panel in surfaces.panels
            if len(surfaces.panels) > 1
        ],
        "area": show_area(surfaces.outline.area, style),
        "top_of_slab": show(levels.top_of_slab, style),
        "sub_base": show(levels.sub_base, style),
        "thickness": show(floor.thickness, style),
        "least_thickness": show(floor.least_thickness, style),
        "falls": falls_in_words(surfaces.panels, style),
        "sub_grade": None if levels.sub_grade is None else show(levels.sub_grade, style),
        "tolerance": show(floor.tolerance, style),
        "rough_tolerance": show(rough, style),
        "counts": counts_of(pegs, strictly=plan.job.crew.strict_calls),
        "pegs": pegs,
    }
