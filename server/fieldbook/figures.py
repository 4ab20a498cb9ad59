"""What one reading gives: elevation, thickness, verdict, and what to do; nothing is stored."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict

from core.floors import FloorLevels, PlanPoint
from core.instruments import Setting
from core.lengths import (
    Length,
    Reading,
    Style,
    format_deviation,
    format_fine,
    format_length,
)
from core.rods import Rod
from core.uncertainty import sure_verdict
from core.verdicts import Tolerance, Verdict, judge
from server.fieldbook.rules import Sighting
from server.shown import Shown, show


class BothTexts(TypedDict):
    """A value on the rod's own scale, and in the job's style where that differs."""

    rod: str
    job: str


class Said(TypedDict):
    """What a reading on the stone says.

    ``verdict`` is its lean by plain comparison, ``is_close`` whether U leaves it too close to
    call; ``largest_part`` says what makes most of U, and what would make it less.
    """

    reading: BothTexts
    scale_value: float
    elevation: Shown
    thickness: Shown
    deviation: str
    verdict: Verdict
    is_close: bool
    verdict_text: str
    uncertainty: str
    largest_part: str
    action: str
    is_thin: bool


@dataclass(frozen=True, slots=True)
class Judged:
    """What the readings of one pass over a floor are judged against, and written in."""

    levels: FloorLevels
    tolerance: Tolerance
    style: Style
    setting: str = Setting.FINE


def both_texts(reading: Reading, rod: Rod, style: Style) -> BothTexts:
    """Write a reading on the rod's scale, and in the job's style where that differs."""
    own = rod.write(reading)
    if style == rod.graduation.style:
        return {"rod": own, "job": ""}
    return {"rod": own, "job": format_length(reading.on_scale, style)}


def both_lengths(length: Length, rod: Rod, style: Style) -> BothTexts:
    """Write a length on the rod's graduation, and in the job's style where that differs."""
    own = format_length(length, rod.graduation.style)
    job = format_length(length, style)
    return {"rod": own, "job": "" if job == own else job}


def said(reading: Reading, sighting: Sighting, place: PlanPoint, judged: Judged) -> Said:
    """Return what a reading on the stone of a floor says."""
    style, levels = judged.style, judged.levels
    stone = sighting.line.elevation(reading)
    judgement = judge(stone, levels.sub_base, judged.tolerance)
    sure = sighting.sure(reading, place, judged.setting)
    verdict = sure_verdict(judgement.deviation, judged.tolerance, sure.half_width)
    thickness = levels.thickness_over(stone)
    return {
        "reading": both_texts(reading, sighting.rod, style),
        "scale_value": float(reading),
        "elevation": show(stone, style),
        "thickness": show(thickness, style),
        "deviation": format_deviation(judgement.deviation, style),
        "verdict": verdict.lean,
        "is_close": verdict.is_close,
        "verdict_text": verdict.in_words,
        "uncertainty": f"±{format_fine(sure.half_width, style)}",
        "largest_part": sure.in_words,
        "action": judgement.action(style),
        "is_thin": levels.is_thin(thickness),
    }
