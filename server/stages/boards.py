"""Batter boards over the ground that was shot, as screens read them."""

from __future__ import annotations

from typing import TypedDict

from core.elements import BoardsAround
from core.layout import StringLine, drop_below, share_of
from core.lengths import Elevation, Length
from server.common.shown import Shown, show
from server.fieldbook.pegs import OwnPegs
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan


class BoardRow(TypedDict):
    """A board at a corner; ``stepped`` says by how much the string is lower there."""

    corner: str
    ground: Shown
    string: Shown
    height: Shown
    stake: Shown
    stepped: str


class StretchSheet(TypedDict):
    """A level stretch of a string: from where to where along it, and its level.

    ``boards`` says how tall the two boards at its end stand, where the string steps there.
    """

    start: Shown
    end: Shown
    string: Shown
    boards: str


class StringSheet(TypedDict):
    """The string from one corner to the next, in level stretches."""

    corners: str
    stretches: list[StretchSheet]


class BoardsSheet(TypedDict):
    """The boards around an outline; no string before a corner was shot."""

    element: str
    name: str
    string: Shown | None
    highest: str
    lowest: str
    difference: Shown | None
    boards: list[BoardRow]
    strings: list[StringSheet]
    left: int
    diagonals: list[Shown]


def boards_sheet(plan: JobPlan, element: Element, own: OwnPegs) -> BoardsSheet:
    """Return the boards over the corners shot so far."""
    around, style = plan.element(element.pk), plan.style
    assert isinstance(around, BoardsAround)
    ground = {point.point.name: point.elevation for point in own.found}
    sheet: BoardsSheet = {
        "element": str(element.pk),
        "name": element.name,
        "string": None,
        "highest": "",
        "lowest": "",
        "difference": None,
        "boards": [],
        "strings": [],
        "left": len(around.outline.corners) - len(ground),
        "diagonals": [show(diagonal, style) for diagonal in around.diagonals()],
    }
    if not ground:
        return sheet
    laid = around.boards(ground)
    sheet["string"] = show(laid.string, style)
    sheet["highest"], sheet["lowest"] = laid.highest, laid.lowest
    sheet["difference"] = show(laid.difference, style)
    sheet["boards"] = [
        {
            "corner": board.corner,
            "ground": show(ground[board.corner], style),
            "string": show(board.string, style),
            "height": show(board.height, style),
            "stake": show(around.stake(board), style),
            "stepped": _stepped(laid.string, board.string, plan),
        }
        for board in laid.boards
    ]
    sheet["strings"] = [
        _string(around, line, plan) for line in laid.strings if len(line.stretches) > 1
    ]
    return sheet


def _string(around: BoardsAround, line: StringLine, plan: JobPlan) -> StringSheet:
    places = {str(n): place for n, place in enumerate(around.outline.corners, start=1)}
    run, style = places[line.start].distance(places[line.end]), plan.style
    ends = [
        f"{show(one, style)['text']} and {show(other, style)['text']} tall"
        for one, other in line.boards
    ]
    return {
        "corners": f"{line.start} to {line.end}",
        "stretches": [
            {
                "start": show(share_of(run, stretch.start), style),
                "end": show(share_of(run, stretch.end), style),
                "string": show(stretch.string, style),
                "boards": boards,
            }
            for stretch, boards in zip(line.stretches, [*ends, ""], strict=True)
        ],
    }


def _stepped(string: Elevation, here: Elevation, plan: JobPlan) -> str:
    down: Length = drop_below(string, here)
    return f"step down {show(down, plan.style)['text']}" if down.nanometres else ""
