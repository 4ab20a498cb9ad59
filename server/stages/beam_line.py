"""How far out of level a group of free points is, as screens read it."""

from __future__ import annotations

from typing import TypedDict

from core.beam_line import TEN_FEET, THREE_METRES, Measured, OutOfLevel, out_of_level, per
from core.lengths import Length, Style, format_amount, format_fine
from core.stairs import USUAL_APART, flight
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan

FEWEST = 2


class BelowSheet(TypedDict):
    """A point, and how far it lies below the highest; ``is_told`` where that can be told."""

    point: str
    below: str
    is_told: bool


class RiserSheet(TypedDict):
    """A riser: between which points, how high, and whether it is the odd one."""

    below: str
    above: str
    rise: str
    is_odd: bool


class StairsSheet(TypedDict):
    """A group taken as stairs, in the order its points are named: each rise, and the odd one."""

    says: str
    risers: list[RiserSheet]


class LevelSheet(TypedDict):
    """A surface measured from one beam, the highest point first.

    ``per_run`` may be empty; ``left_out`` says which points were shot from another beam.
    """

    element: str
    says: str
    per_run: str
    points: list[BelowSheet]
    left_out: str
    stairs: StairsSheet | None


def level_sheet(plan: JobPlan, element: Element, own: OwnPegs) -> LevelSheet | None:
    """Return how far out of level a group's points are; None for fewer than two from one beam.

    Points that are wanted at a height of their own are held against that, not among each other.
    """
    found = [one for one in own.found if one.target is None]
    beam = _same_beam(found)
    if len(beam) < FEWEST:
        return None
    level = out_of_level([_measured(one) for one in beam])
    by_name = {one.point.name: one for one in beam}
    highest, lowest = by_name[level.highest], by_name[level.lowest]
    style, step = plan.style, highest.sighting.step
    rows: list[BelowSheet] = [
        {
            "point": point.name,
            "below": format_amount(point.below, style, step) if point.below.nanometres else "",
            "is_told": float(point.below) > highest.half_width_against(by_name[point.name]),
        }
        for point in level.points
    ]
    width = highest.half_width_against(lowest)
    return {
        "element": str(element.pk),
        "says": _says(level, width, style, step),
        "per_run": _per_run(plan, level) if float(level.apart) > width else "",
        "points": rows,
        "left_out": _left_out(found, beam),
        "stairs": _stairs(beam, style, step) if len(beam) > FEWEST else None,
    }


def _stairs(beam: list[FoundPoint], style: Style, step: Length) -> StairsSheet:
    """Return a group as stairs; the odd riser is named where they differ by more than is usual."""
    made = flight([_measured(one) for one in beam])
    even = made.is_even()
    apart, usual = (format_amount(one, style, step) for one in (made.apart, USUAL_APART))
    odd = made.odd
    says = (
        f"The risers differ by {apart}, no more than {usual}."
        if even
        else f"{odd.below} to {odd.above} is the odd one: the risers differ by {apart}; "
        f"{usual} is usual, local code says."
    )
    return {
        "says": says,
        "risers": [
            {
                "below": riser.below,
                "above": riser.above,
                "rise": format_amount(riser.rise, style, step)
                + (" down" if riser.rise.nanometres < 0 else ""),
                "is_odd": not even and riser is odd,
            }
            for riser in made.risers
        ],
    }


def _same_beam(found: list[FoundPoint]) -> list[FoundPoint]:
    """Return the points of the set-up that most of them were shot from, of two the later one."""
    beams: dict[int, list[FoundPoint]] = {}
    for one in found:
        beams.setdefault(one.sighting.number, []).append(one)
    most = max(beams, key=lambda number: (len(beams[number]), number), default=0)
    return beams.get(most, [])


def _left_out(found: list[FoundPoint], beam: list[FoundPoint]) -> str:
    others = [one.point.name for one in found if one not in beam]
    if not others:
        return ""
    number = beam[0].sighting.number
    return f"{', '.join(others)} from another set-up: shoot from set-up {number} to compare."


def _says(level: OutOfLevel, width: float, style: Style, step: Length) -> str:
    """Say how far out of level it is, where that is more than can be told apart."""
    apart, sure = format_amount(level.apart, style, step), format_fine(width, style)
    if float(level.apart) <= width:
        return (
            f"Level as far as can be told: {level.highest} and {level.lowest} differ by {apart}, "
            f"and {sure} can't be told apart."
        )
    return (
        f"{level.highest} is the highest. {level.lowest} is {apart} lower (±{sure}): "
        f"{apart} out of level in all."
    )


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
