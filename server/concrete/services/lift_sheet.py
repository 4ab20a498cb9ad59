"""How thick a layer came out over what was shot below it, as screens read it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.elements import CoveredOutline
from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint
from core.lengths import Elevation, Length, Style, format_length
from core.surfaces import LiftThickness, StoneShot, lift_thickness, planned_thickness
from core.tasks import Task
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import OwnPegs, parts_of, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import element_for
from server.jobs.plan.job_plan import JobPlan

#: What a layer lies on, of the elements of a plan.
BELOW = (Task.FORMATION, Task.LAYER)


class LiftSheet(TypedDict):
    """A layer's thickness as it was found: over what, its mean, where it is thinnest, and what
    was planned. ``why_none`` says why it is not known, and the rest is empty then.
    """

    over: str
    mean: str
    thinnest: str
    planned: str
    why_none: str


def lift_sheet(user: User, element_id: UUID) -> LiftSheet:
    """Return how thick a layer came out; raises :class:`Invalid` for what is no layer."""
    element, _ = element_for(user, element_id, Ability.READ)
    plan = JobPlan(element.job)
    made = plan.element(element_id)
    if not isinstance(made, CoveredOutline) or made.task is not Task.LAYER:
        why = "Only a layer has a thickness of its own."
        raise Invalid(Problem("element", "no-layer", element.name, why, "Choose a layer."))
    job_trust = JobTrust(element.job)
    found = {
        **pegs_of(parts_of(plan.elements), plan, job_trust, shown=())[0],
        **pegs_of(stone_of(plan.floors), plan, job_trust, shown=())[0],
    }
    lower = _next_below(plan, found, element_id, made)
    if lower is None:
        return _none("Nothing below it was shot: the stone, a layer or the formation.")
    name, key, level = lower
    own = found.get(element_id, OwnPegs())
    top = {point.point.name: (point.point.place, point.elevation) for point in own.found}
    below = [StoneShot(one.point.place, float(one.elevation)) for one in found[key].found]
    try:
        lift = lift_thickness(made.outline, top, below)
    except NotEnoughShots as refused:
        return _none(f"{refused.why} {refused.accepts}")
    planned = planned_thickness(made.surface.elevation(made.outline.corners[0]), level)
    return _sheet(name, lift, planned, plan.style)


def _next_below(
    plan: JobPlan, found: dict[UUID, OwnPegs], layer: UUID, made: CoveredOutline
) -> tuple[str, UUID, Elevation] | None:
    """Return the highest surface planned below a layer that was shot: its name, key and level."""
    corner = made.outline.corners[0]
    top = made.surface.elevation(corner)
    lying = [
        (name, key, level)
        for name, key, outline, level in _surfaces(plan, corner)
        if key != layer
        and level < top
        and outline.contains(corner)
        and found.get(key, OwnPegs()).found
    ]
    return max(lying, key=lambda one: one[2], default=None)


def _surfaces(plan: JobPlan, at: PlanPoint) -> list[tuple[str, UUID, Outline, Elevation]]:
    """Return all that may lie under a layer, each with its planned level at a place."""
    surfaces = [
        (element.name, key, made.outline, made.surface.elevation(at))
        for key, element in plan.elements.items()
        if isinstance(made := plan.element(key), CoveredOutline) and made.task in BELOW
    ]
    for key, floor in plan.floors.items():
        level = plan.surfaces(key).sub_base.elevation(at)
        surfaces.append((f"the stone of {floor.name}", key, plan.outlines[key], level))
    return surfaces


def _sheet(over: str, lift: LiftThickness, planned: Length, style: Style) -> LiftSheet:
    point, least = lift.thinnest
    return {
        "over": over,
        "mean": format_length(lift.mean, style),
        "thinnest": f"{format_length(least, style)} at {point}",
        "planned": format_length(planned, style),
        "why_none": "",
    }


def _none(why: str) -> LiftSheet:
    return {"over": "", "mean": "", "thinnest": "", "planned": "", "why_none": why}
