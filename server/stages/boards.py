"""Batter boards over the ground that was shot, as screens read them."""

from __future__ import annotations

from typing import TypedDict

from core.elements import BoardsAround
from core.layout import drop_below
from core.lengths import Elevation, Length
from server.fieldbook.pegs import OwnPegs
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan
from server.shown import Shown, show


class BoardRow(TypedDict):
    """A board at a corner; ``stepped`` says by how much the string is lower there."""

    corner: str
    ground: Shown
    string: Shown
    height: Shown
    stake: Shown
    stepped: str


class BoardsSheet(TypedDict):
    """The boards around an outline; no string before a corner was shot."""

    element: str
    name: str
    string: Shown | None
    highest: str
    lowest: str
    difference: Shown | None
    boards: list[BoardRow]
    left: int
    diagonals: list[Shown]


def boards_sheet(plan: JobPlan, element: Element, own: OwnPegs) -> BoardsSheet:
    """Return the boards over the corners shot so far."""
    around, style = plan.element(element.pk), plan.style
    assert isinstance(around, BoardsAround)
    ground = {one.point.name: one.elevation for one in own.found}
    sheet: BoardsSheet = {
        "element": str(element.pk),
        "name": element.name,
        "string": None,
        "highest": "",
        "lowest": "",
        "difference": None,
        "boards": [],
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
    return sheet


def _stepped(string: Elevation, here: Elevation, plan: JobPlan) -> str:
    down: Length = drop_below(string, here)
    return f"step down {show(down, plan.style)['text']}" if down.nanometres else ""
