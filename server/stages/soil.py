"""The soil of an excavation, in the ground and loose, as its stage tells it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.design import mean_depth, soil_of
from core.elements import CoveredOutline
from core.tasks import Task
from server.common.shown import Amount, show_volume
from server.fieldbook.pegs import OwnPegs
from server.jobs.models import Element
from server.jobs.plan.element_form import entries_of
from server.jobs.plan.elements import soil_factor
from server.jobs.plan.job_plan import JobPlan


class SoilSheet(TypedDict):
    """What an excavation gives of soil; ``rests_on`` says which ground it is dug from."""

    element: str
    in_ground: Amount
    loose: Amount
    rests_on: str


def soil_sheet(plan: JobPlan, element: Element, found: dict[UUID, OwnPegs]) -> SoilSheet | None:
    """Return an excavation's soil; None where nobody knows how high the ground lies."""
    made = plan.element(element.pk)
    assert isinstance(made, CoveredOutline)
    entries = entries_of(element.typed, element.typed_in)
    typed = entries.elevation("ground") if entries.text("ground").strip() else None
    shot = [
        one.elevation
        for own in found.values()
        for one in own.found
        if one.point.task == Task.GROUND
    ]
    if typed is None and not shot:
        return None
    ground = [typed] if typed is not None else shot
    formation = [point.target for point in made.points() if point.target is not None]
    deep = mean_depth(ground, formation)
    soil = soil_of(made.outline.area, deep, soil_factor(entries) or 1.0)
    rests_on = "the ground as it was typed" if typed is not None else f"{len(shot)} shots of ground"
    return {
        "element": str(element.pk),
        "in_ground": show_volume(soil.in_ground, plan.style),
        "loose": show_volume(soil.loose, plan.style),
        "rests_on": rests_on,
    }
