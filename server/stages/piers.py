"""The schedule of a row of piers, as screens read it (section 11)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TypedDict
from uuid import UUID

from core.elements import PierRow
from core.errors import RuleError
from core.lengths import Elevation, Length, Style
from core.piers import (
    CutList,
    Do,
    Pier,
    concrete_of,
    cut_list,
    hole_depth,
    order_for_top,
    tube_length,
)
from core.tasks import Task
from core.verdicts import Tolerance
from server.common.shown import Amount, Shown, show, show_volume
from server.fieldbook.aims import Aims
from server.fieldbook.models import HoleFinding
from server.fieldbook.pegs import OwnPegs
from server.jobs.models import Element
from server.jobs.plan.pier_elements import PierWork

Findings = Mapping[UUID, HoleFinding]


class PierLine(TypedDict):
    """A pier: what was shot, what it is to be, what it takes; empty where not known yet.

    ``problem`` says why there can be no pier there. ``head`` says what an adjustable head has
    left, at its top as it was shot, or else at the planned cut.
    """

    name: str
    hole: str
    along: Shown
    ground: Shown | None
    bottom: Shown | None
    depth: Shown | None
    bearing: str
    is_cleaned: bool | None
    note: str
    top: Shown
    seat: Shown
    shot_top: Shown | None
    tube: Shown | None
    concrete: Amount | None
    head: str
    problem: str


class StockLine(TypedDict):
    """A stock length and what is cut from it."""

    pieces: list[str]
    waste: Shown


class PierSchedule(TypedDict):
    """A row of piers: each pier, all their concrete, and the cut list where a stock is given."""

    element: str
    name: str
    diameter: Shown
    bell: str
    stack: list[str]
    piers: list[PierLine]
    concrete: Amount | None
    stocks: list[StockLine]
    waste: Shown | None
    cut_problem: str


def findings_of(job_id: UUID) -> dict[UUID, HoleFinding]:
    """Return what was found in each hole of a job last, in one query."""
    found = HoleFinding.objects.filter(point__element__job=job_id).order_by(
        "taken_at", "recorded_at"
    )
    return {finding.point_id: finding for finding in found}


def schedule_of(aims: Aims, element: Element, own: OwnPegs, findings: Findings) -> PierSchedule:
    """Return the schedule of a row of piers from what was shot so far."""
    return _Schedule(aims, element, own, findings).sheet()


def _shown(length: Length | Elevation | None, style: Style) -> Shown | None:
    return None if length is None else show(length, style)


class _Schedule:
    def __init__(self, aims: Aims, element: Element, own: OwnPegs, findings: Findings) -> None:
        row = aims.plan.element(element.pk)
        assert isinstance(row, PierRow)
        self.row, self.element, self.findings = row, element, findings
        self.style = aims.plan.style
        self.work: PierWork = aims.pier_work(element.pk)
        self.shot = {(one.point.task, one.point.name): one.elevation for one in own.found}
        self.holes = {point.name: str(point.pk) for point in own.points if point.task == Task.HOLE}
        self.tubes: list[tuple[str, Length]] = []
        self.volumes: list[float] = []

    def sheet(self) -> PierSchedule:
        style, bell = self.style, self.work.bell
        places = self.row.grid.places()
        tops, seats = dict(self.row.tops()), dict(self.row.seats())
        lines = [self._line(name, along, tops[name], seats[name]) for name, _, along in places]
        stocks, waste, problem = self._cuts()
        return {
            "element": str(self.element.pk),
            "name": self.element.name,
            "diameter": show(self.work.diameter, style),
            "bell": "" if bell is None else self._bell(bell.height, bell.diameter),
            "stack": self._stack(),
            "piers": lines,
            "concrete": show_volume(sum(self.volumes), style) if self.volumes else None,
            "stocks": stocks,
            "waste": waste,
            "cut_problem": problem,
        }

    def _bell(self, height: Length, diameter: Length) -> str:
        return f"{show(height, self.style)['text']} high, {show(diameter, self.style)['text']} wide"

    def _stack(self) -> list[str]:
        said = []
        for layer in self.row.stack.layers:
            text = f"{layer.name}: {show(layer.thickness, self.style)['text']}"
            if layer.actual is not None:
                text += f" measured, nominal {show(layer.nominal, self.style)['text']}"
            said.append(text)
        drop = self.row.stack.extra_drop
        return said + ([f"extra drop: {show(drop, self.style)['text']}"] if drop.nanometres else [])

    def _line(self, name: str, along: Length, top: Elevation, seat: Elevation) -> PierLine:
        style, hole = self.style, self.holes.get(name, "")
        ground, bottom, shot_top = (
            self.shot.get((task, name)) for task in (Task.GROUND, Task.HOLE, Task.PIER_TOP)
        )
        finding = self.findings.get(UUID(hole)) if hole else None
        tube, volume, problem = self._made(name, top, bottom)
        deep = None if ground is None or bottom is None else hole_depth(ground, bottom)
        return {
            "name": name,
            "hole": hole,
            "along": show(along, style),
            "ground": _shown(ground, style),
            "bottom": _shown(bottom, style),
            "depth": _shown(deep, style),
            "bearing": finding.bearing if finding else "",
            "is_cleaned": finding.is_cleaned if finding else None,
            "note": finding.note if finding else "",
            "top": show(top, style),
            "seat": show(seat, style),
            "shot_top": _shown(shot_top, style),
            "tube": _shown(tube, style),
            "concrete": None if volume is None else show_volume(volume, style),
            "head": self._head(seat, shot_top),
            "problem": " ".join(filter(None, [problem, self._too_deep(ground)])),
        }

    def _too_deep(self, ground: Elevation | None) -> str:
        """Say where the hole that is asked for is deeper than the auger reaches; else nothing."""
        reach = self.work.auger
        if reach is None or ground is None:
            return ""
        asked = self.work.depths.bottom_below(ground, self.row.bottom)
        deep = None if asked is None else hole_depth(ground, asked)
        if deep is None or deep <= reach:
            return ""
        depth, has = (show(one, self.style)["text"] for one in (deep, reach))
        return f"{depth} deep, and the auger reaches {has}: bring an extension."

    def _made(
        self, name: str, top: Elevation, bottom: Elevation | None
    ) -> tuple[Length | None, float | None, str]:
        """Return a pier's tube and its concrete, or why there can be none."""
        if bottom is None:
            return None, None, ""
        try:
            self.row.stack.check_over(top, bottom)
            pier = Pier(bottom, top, self.work.diameter, self.work.bell)
        except RuleError as refused:
            return None, None, f"{refused.why} {refused.accepts}"
        tube, volume = tube_length(pier), concrete_of(pier)
        self.tubes.append((name, tube))
        self.volumes.append(volume)
        return tube, volume, ""

    def _head(self, seat: Elevation, shot_top: Elevation | None) -> str:
        head = self.work.head
        if head is None:
            return ""
        top = shot_top or head.cut_level(seat)
        tolerance = Tolerance.either_way(self.element.tolerance)
        order = order_for_top(seat, top, tolerance, head)
        left = order.left_in_words(self.style)
        return left if order.do is Do.LEAVE else f"{order.in_words(self.style)}, {left}"

    def _cuts(self) -> tuple[list[StockLine], Shown | None, str]:
        stock = self.work.stock
        if stock is None or not self.tubes:
            return [], None, ""
        try:
            cuts = cut_list(self.tubes, stock, self.work.kerf)
        except RuleError as refused:
            return [], None, str(refused)
        lines: list[StockLine] = [
            {
                "pieces": [f"{n}: {show(length, self.style)['text']}" for n, length in one.pieces],
                "waste": show(one.waste, self.style),
            }
            for one in cuts.stocks
        ]
        return lines, show(cuts.waste, self.style), self._cut_problem(cuts)

    def _cut_problem(self, cuts: CutList) -> str:
        """Say what can't be cut from the stock, and where fewer lengths might do."""
        said = []
        if cuts.too_long:
            named = ", ".join(
                f"{n}: {show(length, self.style)['text']}" for n, length in cuts.too_long
            )
            said.append(f"Longer than the stock, to be spliced or ordered: {named}.")
        if not cuts.is_fewest:
            said.append("Fewer lengths might do; there are too many ways to try them all.")
        return " ".join(said)
