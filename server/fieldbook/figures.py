"""What one reading gives: elevation, thickness, verdict, and what to do; nothing is stored."""

from __future__ import annotations

from typing import TypedDict

from core.floors import FloorLevels
from core.lengths import Length, Reading, Style, format_deviation, format_length
from core.rods import Rod, SightLine
from core.verdicts import Tolerance, Verdict, judge
from server.shown import Shown, show


class BothTexts(TypedDict):
    """A value on the rod's own scale, and in the job's style where that differs."""

    rod: str
    job: str


class ShotFigures(TypedDict):
    """What a reading on the stone says."""

    reading: BothTexts
    scale_value: float
    elevation: Shown
    thickness: Shown
    deviation: str
    verdict: Verdict
    action: str
    is_thin: bool


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


def shot_figures(
    reading: Reading,
    line: SightLine,
    rod: Rod,
    levels: FloorLevels,
    tolerance: Length,
    style: Style,
) -> ShotFigures:
    """Return what a reading on the stone of a floor says."""
    stone = line.elevation(reading)
    judgement = judge(stone, levels.sub_base, Tolerance.either_way(tolerance))
    thickness = levels.thickness_over(stone)
    return {
        "reading": both_texts(reading, rod, style),
        "scale_value": float(reading),
        "elevation": show(stone, style),
        "thickness": show(thickness, style),
        "deviation": format_deviation(judgement.deviation, style),
        "verdict": judgement.verdict,
        "action": judgement.action(style),
        "is_thin": levels.is_thin(thickness),
    }
