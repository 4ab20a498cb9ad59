"""The concrete of a whole job: floors over their stone, footings, pads and piers."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.elements import AsDug, PierRow, mean_over_dig
from core.lengths import Length, Style, format_length
from core.orders import order_together, part_with_waste, usual_step
from core.piers import concrete_sure_within
from core.tasks import Task
from server.common.shown import show_volume, volume_unit, volume_unit_text
from server.concrete.services.take_off import sure_text, take_off
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.aims import Aims
from server.fieldbook.pegs import OwnPegs, parts_of, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.stages.piers import schedule_of

PIERS = ElementKind.PIERS.label
AS_PLANNED = "as planned"


class QuantityRow(TypedDict):
    """A part of a job that takes concrete: volumes in the job's unit.

    ``volume`` is none while it is not known, and ``why`` says what it waits for. ``amount`` is it
    with its waste; what is ordered is rounded up once, for all parts together.
    """

    name: str
    kind: str
    volume: float | None
    waste: float
    step: float
    amount: float | None
    text: str
    rests_on: str
    why: str


class QuantitiesSheet(TypedDict):
    """The concrete of a job part by part, and the order for all of it as far as it is known."""

    unit: str
    step: float
    rows: list[QuantityRow]
    total: float
    total_text: str
    is_whole: bool


def element_concrete(aims: Aims, element_id: UUID, own: OwnPegs) -> float | None:
    """Return the concrete of an element in the unit it is ordered in, as it is placed.

    A footing or a pad takes what its bottoms were over-dug by too. 0 for one that takes none;
    None while a pier of it is not known.
    """
    made = aims.plan.element(element_id)
    is_cast = isinstance(made, PierRow) and made.has_holes
    shafts = _shafts(aims, element_id, own) if is_cast else None
    volume = made.concrete(AsDug(over_dug(own), shafts))
    return None if volume is None else volume / volume_unit(aims.plan.style)


def _shafts(aims: Aims, element_id: UUID, own: OwnPegs) -> float | None:
    """Return the concrete of a row's shafts, cubic meters; None while one is not known."""
    sheet = schedule_of(aims, aims.plan.elements[element_id], own, {})
    if sheet["concrete"] is None or any(pier["concrete"] is None for pier in sheet["piers"]):
        return None
    return sheet["concrete"]["value"] * volume_unit(aims.plan.style)


def over_dug(own: OwnPegs) -> float:
    """Return how much deeper than planned an element's bottoms were shot on the mean, metres."""
    return mean_over_dig(
        (point.elevation, point.target)
        for point in own.found
        if point.point.task == Task.FOOTING_BOTTOM and point.target is not None
    )


def element_with_waste(aims: Aims, element_id: UUID, own: OwnPegs) -> float | None:
    """Return the concrete an element takes with its waste, in the unit it is ordered in."""
    volume = element_concrete(aims, element_id, own)
    return None if volume is None else part_with_waste(volume, aims.plan.waste(element_id))


def order_step(style: Style) -> float:
    """Return the step concrete is sold by where nobody said."""
    return float(usual_step(is_metric=style.kind.is_metric))


def quantities_sheet(user: User, job_id: UUID) -> QuantitiesSheet:
    """Return the concrete of a job, part by part."""
    job, _ = job_for(user, job_id, Ability.READ)
    plan, job_trust = JobPlan(job), JobTrust(job)
    stone, _ = pegs_of(stone_of(plan.floors), plan, job_trust, shown=())
    pegs, aims = pegs_of(parts_of(plan.elements), plan, job_trust, shown=())
    unit = volume_unit_text(plan.style)
    rows = [_floor(plan, pk, stone.get(pk, OwnPegs()), unit) for pk in plan.floors]
    elements = [_element(aims, pk, pegs.get(pk, OwnPegs()), unit) for pk in plan.elements]
    rows += [row for row in elements if row["volume"] != 0]
    amounts = [row["amount"] for row in rows if row["amount"] is not None]
    step = max((row["step"] for row in rows), default=order_step(plan.style))
    total = order_together(amounts, step)
    return {
        "unit": unit,
        "step": step,
        "rows": rows,
        "total": total,
        "total_text": f"{total:.2f} {unit}",
        "is_whole": all(row["amount"] is not None for row in rows),
    }


def _floor(plan: JobPlan, floor_id: UUID, own: OwnPegs, unit: str) -> QuantityRow:
    floor = plan.floors[floor_id]
    taken, undecided = take_off(floor, plan.surfaces(floor_id), own.found, plan.style)
    waste, step = float(floor.waste), float(floor.order_step)
    if taken is None:
        assert undecided is not None
        why = f"{undecided['why']} {undecided['accepts']}"
        return _row((floor.name, "Floor"), (None, waste, step), unit, why)
    row = _row((floor.name, "Floor"), (taken["volume"]["value"], waste, step), unit, "")
    share, sure = taken["extrapolated_percent"], taken["sure_text"]
    outside = f"{sure}; {share} % of the area lies outside the shots"
    row["rests_on"] = taken["waits"] or outside
    return row


def _element(aims: Aims, element_id: UUID, own: OwnPegs, unit: str) -> QuantityRow:
    element = aims.plan.elements[element_id]
    kind = ElementKind(element.kind).label
    volume = element_concrete(aims, element_id, own)
    why = "" if volume is not None else "A hole is not shot yet. Shoot the bottom of every pier."
    figures = (
        volume,
        aims.plan.waste(element_id),
        order_step(aims.plan.style),
    )
    row = _row((element.name, kind), figures, unit, why)
    row["rests_on"] = _rests_on(aims, own, element_id, kind)
    return row


def _rests_on(aims: Aims, own: OwnPegs, element_id: UUID, kind: str) -> str:
    if kind == PIERS:
        return _piers_rest_on(aims, own, element_id)
    deeper = over_dug(own)
    if not deeper:
        return AS_PLANNED
    amount = format_length(Length.from_float(deeper), aims.plan.style)
    return f"as planned, and {amount} over-dug on the mean"


def _piers_rest_on(aims: Aims, own: OwnPegs, element_id: UUID) -> str:
    """Say how sure the concrete of piers is, should U of all bottoms lean one way."""
    diameter = aims.pier_work(element_id).diameter
    holes = [point for point in own.found if point.point.task == Task.HOLE]
    within = sum(concrete_sure_within(diameter, hole.half_width) for hole in holes)
    return f"as shot, {sure_text(show_volume(within, aims.plan.style))}"


def _row(
    named: tuple[str, str], figures: tuple[float | None, float, float], unit: str, why: str
) -> QuantityRow:
    volume, waste, step = figures
    amount = None if volume is None else part_with_waste(volume, waste)
    return {
        "name": named[0],
        "kind": named[1],
        "volume": volume,
        "waste": waste,
        "step": step,
        "amount": amount,
        "text": "" if amount is None else f"{amount:.2f} {unit}",
        "rests_on": "",
        "why": why,
    }
