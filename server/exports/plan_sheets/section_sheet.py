"""A section as a page draws it, in a stated exaggeration."""

from __future__ import annotations

from typing import TypedDict

from core.drawings import SectionLine, exaggeration
from core.errors import RuleError
from core.lengths import Elevation, Length, Style
from server.common.refusals import Invalid, Problem
from server.common.shown import Shown, show
from server.exports.plan_sheets.section import section_of
from server.jobs.models import Job
from server.jobs.rules import style_of

#: The room a page has for it, in any unit: it is drawn as high as fits a third of its width.
ROOM = (3.0, 1.0)
LEAST = Length.from_metres("0.05")


class CutPoint(TypedDict):
    """A place on what is cut: how far along and how high, metres."""

    along: float
    height: float


class CutSheet(TypedDict):
    """A surface as a section cuts it."""

    name: str
    stretches: list[list[CutPoint]]


class FoundSheet(TypedDict):
    """What was found beside a section."""

    surface: str
    point: str
    along: float
    elevation: Shown


class SectionSheet(TypedDict):
    """A section: how long, how many times higher than long it is drawn, and what it cuts."""

    length: Shown
    times: int
    lowest: Shown
    highest: Shown
    surfaces: list[CutSheet]
    found: list[FoundSheet]


def section_sheet(job: Job, line: SectionLine) -> SectionSheet:
    """Return a job's section; raises :class:`Invalid` for a line that cuts nothing."""
    try:
        section = section_of(job, line)
    except RuleError as refused:
        raise Invalid(Problem.of("to_right", refused)) from refused
    style = style_of(job)
    heights = [
        height for surface in section.surfaces for way in surface.stretches for _, height in way
    ]
    heights += [shot.elevation for shot in section.shots]
    lowest, highest = min(heights), max(heights)
    return {
        "length": show(line.length, style),
        "times": exaggeration(line.length, max(highest - lowest, LEAST), ROOM),
        "lowest": show(lowest, style),
        "highest": show(highest, style),
        "surfaces": [
            {"name": surface.name, "stretches": [_cut(way, style) for way in surface.stretches]}
            for surface in section.surfaces
        ],
        "found": [
            {
                "surface": shot.surface,
                "point": shot.point,
                "along": float(shot.along),
                "elevation": show(shot.elevation, style),
            }
            for shot in section.shots
        ],
    }


def _cut(way: tuple[tuple[Length, Elevation], ...], style: Style) -> list[CutPoint]:
    """Return a stretch by its ends and where it bends; what is straight between is left out."""
    kept = [
        one
        for before, one, after in zip(way, way[1:], way[2:], strict=False)
        if not _is_straight(before, one, after)
    ]
    return [
        {"along": float(along), "height": float(show(height, style)["metres"])}
        for along, height in (way[0], *kept, way[-1])
    ]


def _is_straight(*three: tuple[Length, Elevation]) -> bool:
    (a, low), (b, middle), (c, high) = three
    rise = (middle - low).nanometres * (c - b).nanometres
    return rise == (high - middle).nanometres * (b - a).nanometres
