"""What one reading gives: elevation, verdict, what to do, thickness; nothing is stored."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, TypedDict

from core.design import AdjustableHead, SlabOver
from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import (
    Elevation,
    Length,
    Reading,
    Style,
    format_deviation,
    format_fine,
    format_length,
)
from core.piers import TopOrder, order_for_top
from core.rods import Observed, Rod, SightKind
from core.tasks import VERBS, Task
from core.uncertainty import sure_verdict
from core.verdicts import Tolerance, Verdict, judge
from server.common.shown import Shown, show
from server.fieldbook.rules import Sighting


class BothTexts(TypedDict):
    """A value on the rod's own scale, and in the job's style where that differs."""

    rod: str
    job: str


Lies = Literal[Verdict.ON, Verdict.HIGH, Verdict.LOW, "found"]


class Said(TypedDict):
    """What a reading says of the surface it stands on.

    ``held`` says how it was read where the rod did not stand on the point. ``verdict`` is its
    lean by plain comparison, or ``found`` where nothing is planned to compare with; ``is_close``
    whether U leaves it too close to call. ``largest_part`` says what makes most of U, and what
    would make it less. The thickness is that of a slab over stone.
    """

    reading: BothTexts
    sight: SightKind
    held: str
    scale_value: float
    elevation: Shown
    target: Shown | None
    thickness: Shown | None
    deviation: str
    verdict: Lies
    is_close: bool
    verdict_text: str
    uncertainty: str
    largest_part: str
    action: str
    is_thin: bool


@dataclass(frozen=True, slots=True)
class Judged:
    """What a reading on a point is judged against in one pass, and what it is written in.

    There is no target where the surface is only to be found out. ``head`` is the adjustable one
    on the top of a pier or a pile. ``is_covered`` says that sheeting lies over the stone.
    """

    task: Task
    target: Elevation | None
    tolerance: Tolerance
    style: Style
    setting: str = Setting.FINE
    slab: SlabOver | None = None
    head: AdjustableHead | None = None
    is_covered: bool = False

    def action(self, elevation: Elevation, step: Length) -> str:
        """Say what to do about a surface found so high; what has no target is not asked."""
        assert self.target is not None
        if self.task is Task.PIER_TOP:
            return self.order(elevation).in_words(self.style, step)
        judgement = judge(elevation, self.target, self.tolerance)
        if self.is_covered and judgement.verdict is not Verdict.ON:
            off = format_deviation(judgement.deviation, self.style, step)
            return f"{off}, under the sheeting"
        return judgement.action(self.style, VERBS[self.task], step)

    def order(self, top: Elevation) -> TopOrder:
        """Return the one order for the top of a pier or a pile found so high."""
        assert self.target is not None
        seat = self.target if self.head is None else self.target + self.head.middle
        return order_for_top(seat, top, self.tolerance, self.head)


def both_texts(reading: Reading, rod: Rod, style: Style) -> BothTexts:
    """Write a reading on the rod's scale, and in the job's style where that differs."""
    own = rod.write(reading)
    if style.code == rod.graduation.style.code:
        return {"rod": own, "job": ""}
    return {"rod": own, "job": format_length(reading.on_scale, style)}


def both_sights(seen: Observed, rod: Rod, style: Style) -> BothTexts:
    """Write what was observed on its scale, and in the job's style where that differs."""
    if seen.kind.is_on_the_rod:
        return both_texts(seen.value, rod, style)
    return both_lengths(seen.value.on_scale, rod, style)


def held(seen: Observed) -> str:
    """Say how a sight was read; nothing of the rod standing, which is the plain case."""
    return "" if seen.kind is SightKind.STANDING else seen.kind.in_words


def both_lengths(length: Length, rod: Rod, style: Style) -> BothTexts:
    """Write a length on the rod's graduation, and in the job's style where that differs."""
    own = format_length(length, rod.graduation.style)
    job = format_length(length, style)
    return {"rod": own, "job": "" if job == own else job}


def said(seen: Observed, sighting: Sighting, place: PlanPoint | None, judged: Judged) -> Said:
    """Return what a sight on a point says."""
    style, elevation = judged.style, sighting.line.elevation(seen)
    sure = sighting.sure(seen, place, judged.setting)
    found = show(elevation, style)
    says: Said = {
        "reading": both_sights(seen, sighting.rod, style),
        "sight": seen.kind,
        "held": held(seen),
        "scale_value": float(seen.value),
        "elevation": found,
        "target": None,
        "thickness": None,
        "deviation": "",
        "verdict": "found",
        "is_close": False,
        "verdict_text": "found",
        "uncertainty": f"±{format_fine(sure.half_width, style)}",
        "largest_part": sure.in_words,
        "action": f"at {found['text']}",
        "is_thin": False,
    }
    if judged.target is None:
        return says
    judgement, step = judge(elevation, judged.target, judged.tolerance), sighting.step
    verdict = sure_verdict(judgement.deviation, judged.tolerance, sure.half_width)
    says |= {
        "target": show(judged.target, style),
        "deviation": format_deviation(judgement.deviation, style, step),
        "verdict": verdict.lean,
        "is_close": verdict.is_close,
        "verdict_text": verdict.in_words,
        "action": judged.action(elevation, step),
    }
    if judged.slab is not None:
        thickness = judged.slab.thickness_over(elevation)
        says |= {
            "thickness": show(thickness, style),
            "is_thin": judged.slab.is_thin(thickness),
        }
    return says
