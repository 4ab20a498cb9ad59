"""A floor as screens read it: its plan, its pegs, its concrete."""

from __future__ import annotations

from collections import Counter
from typing import TypedDict
from uuid import UUID

from core.floors import Outline
from core.instruments import Setting
from core.lengths import Style
from core.uncertainty import SureVerdict
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import FloorPegs, Peg, judged_in, pegs_of
from server.fieldbook.standing import JobStandings
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.rules import outline_of, style_of
from server.jobs.sheets import FloorTyped, floor_typed
from server.pour.services.take_off import TakeOff, Undecided, take_off
from server.shown import Amount, Place, Shown, show, show_area, show_place


class PegCounts(TypedDict):
    """How many points are in each state.

    ``counted_on`` is how many the crew takes for on: plainly by their lean, strictly only sure
    ones. ``rough`` is how many a rough pass has shot.
    """

    points: int
    not_shot: int
    on: int
    high: int
    low: int
    close: int
    in_doubt: int
    counted_on: int
    rough: int
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
    style = style_of(floor.job)
    outline = outline_of(floor.corners.all())
    pegs = pegs_of([floor], JobStandings(floor.job), style)[str(floor.pk)]
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
        "rough_tolerance": show(judged_in(floor, style, Setting.COARSE).tolerance.plus, style),
        "counts": _counts(pegs.pegs, strictly=floor.job.crew.strict_calls),
        "pegs": pegs.pegs,
    }


def _counts(pegs: list[Peg], *, strictly: bool) -> PegCounts:
    states = Counter(str(peg["state"]) for peg in pegs)
    sound = [peg["shot"] for peg in pegs if peg["shot"] and not peg["shot"]["in_doubt"]]
    verdicts = [SureVerdict(shot["verdict"], is_close=shot["is_close"]) for shot in sound]
    return {
        "points": len(pegs),
        "not_shot": states["not-shot"],
        "on": states["on"],
        "high": states["high"],
        "low": states["low"],
        "close": states["close"],
        "in_doubt": states["in-doubt"],
        "counted_on": sum(verdict.counts_as_on(strictly=strictly) for verdict in verdicts),
        "rough": sum(1 for peg in pegs if peg["rough"]),
        "thin": sum(1 for shot in sound if shot["is_thin"]),
    }
