"""How far out of level a group of free points is, as screens read it."""

from __future__ import annotations

from typing import TypedDict

from core.beam_line import TEN_FEET, THREE_METRES, Measured, OutOfLevel, out_of_level, per
from core.lengths import format_amount
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan

FEWEST = 2


class BelowSheet(TypedDict):
    """A point, and how far it lies below the highest."""

    point: str
    below: str


class LevelSheet(TypedDict):
    """A surface measured from the beam, the highest point first; ``per_run`` may be empty."""

    element: str
    says: str
    per_run: str
    points: list[BelowSheet]


def level_sheet(plan: JobPlan, element: Element, own: OwnPegs) -> LevelSheet | None:
    """Return how far out of level a group's points are; None for fewer than two of them.

    Points that are wanted at a height of their own are held against that, not among each other.
    """
    found = [one for one in own.found if one.target is None]
    if len(found) < FEWEST:
        return None
    level = out_of_level([_measured(one) for one in found])
    style, step = plan.style, found[0].sighting.step
    apart = format_amount(level.apart, style, step)
    if level.apart.nanometres == 0:
        says = f"Level: {level.highest} and {level.lowest} are the same."
    else:
        says = (
            f"{level.highest} is the highest. {level.lowest} is {apart} lower: "
            f"{apart} out of level in all."
        )
    return {
        "element": str(element.pk),
        "says": says,
        "per_run": _per_run(plan, level),
        "points": [
            {
                "point": one.name,
                "below": format_amount(one.below, style, step) if one.below.nanometres else "",
            }
            for one in level.points
        ],
    }


def _measured(one: FoundPoint) -> Measured:
    return Measured(one.point.name, one.elevation, one.point.spot)


def _per_run(plan: JobPlan, level: OutOfLevel) -> str:
    """Say the drop over a usual run, where the places of both ends are known."""
    if level.slope is None or level.run is None or level.apart.nanometres == 0:
        return ""
    metric = plan.style.kind.is_metric
    run, text = (THREE_METRES, "3 m") if metric else (TEN_FEET, "10 ft")
    drop = format_amount(per(level.slope, run), plan.style)
    away = format_amount(level.run, plan.style)
    return f"{away} apart: {drop} in {text}."
