"""A floor as screens read it: its plan, its pegs, its concrete."""

from __future__ import annotations

from collections import Counter
from typing import TypedDict
from uuid import UUID

from core.floors import Outline
from core.lengths import Style
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import FloorPegs, Peg, pegs_of
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.rules import outline_of, style_of
from server.jobs.sheets import FloorTyped, floor_typed
from server.pour.services.take_off import TakeOff, Undecided, take_off
from server.shown import Amount, Place, Shown, show, show_area, show_place


class PegCounts(TypedDict):
    """How many points are in each state."""

    points: int
    not_shot: int
    on: int
    high: int
    low: int
    thin: int


class FloorPlan(TypedDict):
    """A floor's outline, levels and pegs."""

    id: str
    name: str
    outline: list[Place]
    area: Amount
    top_of_slab: Shown
    sub_base: Shown
    thickness: Shown
    least_thickness: Shown
    tolerance: Shown
    counts: PegCounts
    pegs: list[Peg]


class FloorSheet(TypedDict):
    """Everything the floor's screens show; one of take-off and undecided stands."""

    plan: FloorPlan
    typed: FloorTyped
    take_off: TakeOff | None
    undecided: Undecided | None


def floor_sheet(user: User, floor_id: UUID) -> FloorSheet:
    """Return a floor's sheet, in six queries however many points and shots."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    style = style_of(floor.job)
    outline = outline_of(floor.corners.all())
    pegs = pegs_of([floor], style)[str(floor.pk)]
    taken, undecided = take_off(floor, outline, pegs, style)
    return {
        "plan": floor_plan(floor, outline, pegs, style),
        "typed": floor_typed(floor, outline, style),
        "take_off": taken,
        "undecided": undecided,
    }


def floor_plan(floor: Floor, outline: Outline, pegs: FloorPegs, style: Style) -> FloorPlan:
    """Return a floor's outline, levels and pegs."""
    return {
        "id": str(floor.pk),
        "name": floor.name,
        "outline": [show_place(corner, style) for corner in outline.corners],
        "area": show_area(outline.area, style),
        "top_of_slab": show(pegs.levels.top_of_slab, style),
        "sub_base": show(pegs.levels.sub_base, style),
        "thickness": show(floor.thickness, style),
        "least_thickness": show(floor.least_thickness, style),
        "tolerance": show(floor.tolerance, style),
        "counts": _counts(pegs.pegs),
        "pegs": pegs.pegs,
    }


def _counts(pegs: list[Peg]) -> PegCounts:
    states = Counter(str(peg["state"]) for peg in pegs)
    return {
        "points": len(pegs),
        "not_shot": states["not-shot"],
        "on": states["on"],
        "high": states["high"],
        "low": states["low"],
        "thin": sum(1 for peg in pegs if peg["shot"] and peg["shot"]["is_thin"]),
    }
