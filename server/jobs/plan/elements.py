"""An element of the plan, from what was typed to the core's own; one function for each kind."""

from __future__ import annotations

from collections.abc import Callable
from math import nan

from core.design import FrostCover, Surface, TriangulatedSurface, parse_fall, soil_of
from core.elements import (
    BoardsAround,
    Courses,
    CoveredOutline,
    Curb,
    Element,
    Embeds,
    FallingGround,
    FollowingLine,
    FootingStep,
    FreePoints,
    LotLine,
    Obstacle,
    Pad,
    Recess,
    Section,
    StripFooting,
    Wall,
    read_count,
    screed_spacing,
)
from core.floors import Line, Outline, PlanPoint
from core.lengths import Elevation, Length
from core.tasks import Task
from server.common.refusals import Entries
from server.jobs.plan.element_form import Ground, Typed, lengths_of
from server.jobs.plan.shapes import read_line, read_outline, read_spacing

MOST_DIGITS = 12
#: What a measure says that screed points are struck in the concrete, not fixed before it.
WET = "wet"
#: What a measure says that ground along an open line falls to the left of it.
LEFT = "left"
USUAL_LOOSE = "1.25"
DEFAULT_WASTE = "5"
WASTE_ACCEPTS = "Give a number of per cent from 0 to 100."


def waste_of(entries: Entries) -> float | None:
    """Return the waste an element's concrete is ordered with; 5 % where nobody said."""
    text = entries.text("waste").strip().removesuffix("%").strip() or DEFAULT_WASTE
    try:
        waste = float(text) if len(text) <= MOST_DIGITS else nan
    except ValueError:
        waste = nan
    if not 0 <= waste <= 100:
        entries.refuse("waste", entries.text("waste"), "Waste can't be that.", WASTE_ACCEPTS)
        return None
    return waste / 100


def frost_of(entries: Entries) -> FrostCover | None:
    """Return what a footing is asked against the frost, as far as it was entered."""
    grade = entries.elevation("grade") if entries.text("grade").strip() else None
    depth = entries.optional("frost_depth")
    return entries.check("frost_depth", lambda: FrostCover(grade, depth))


def is_wet(entries: Entries) -> bool:
    """Whether screed points are wet pads; where nobody said, they are fixed beforehand."""
    return entries.text("screeds").strip() == WET


def soil_factor(entries: Entries) -> float | None:
    """Return how much room soil takes loose, 1.25 where nobody said; None with the refusal kept."""
    text = entries.text("loose").strip() or USUAL_LOOSE
    try:
        factor = float(text) if len(text) <= MOST_DIGITS else nan
    except ValueError:
        factor = nan
    is_one = entries.check("loose", lambda: soil_of(1.0, 0.0, factor)) is not None
    return factor if is_one else None


Build = Callable[[Entries, Typed, Ground], Element | None]


def excavation(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read an excavation, with what its soil comes to."""
    if entries.text("ground").strip():
        entries.elevation("ground")
    made = covered(Task.FORMATION)(entries, typed, ground)
    return made if soil_factor(entries) is not None else None


def boards(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read batter boards around an outline."""
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "clearance", "step", "driven", "tallest")
    if outline is None or measured is None:
        return None
    return entries.check("clearance", lambda: BoardsAround(outline, *measured))


def covered(task: Task) -> Build:
    """Return how what covers an outline is read, shot for a task."""

    def cover(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
        outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
        spacing, surface = read_spacing(entries, "spacing", outline), ground.surface
        if outline is None or spacing is None or surface is None:
            return None
        return entries.check("spacing", lambda: _reached(task, outline, surface, spacing))

    return cover


def _reached(task: Task, outline: Outline, surface: Surface, spacing: Length) -> CoveredOutline:
    """Return what covers an outline; a surface that was given must reach under all its points."""
    covered = CoveredOutline(task, outline, surface, spacing)
    if isinstance(surface, TriangulatedSurface):
        covered.points()
    return covered


def screed(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read screed points: as far apart as a straightedge reaches."""
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured, surface = lengths_of(entries, "straightedge", "overlap"), ground.surface
    if outline is None or measured is None or surface is None:
        return None
    return entries.check(
        "straightedge",
        lambda: CoveredOutline(Task.SCREED, outline, surface, screed_spacing(*measured)),
    )


def footing(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read a strip footing with its steps."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "strip_width", "depth", "spacing")
    steps = _steps(entries, len(typed["steps"]))
    top = _level_at_start(line, ground)
    if line is None or measured is None or steps is None or top is None:
        return None
    width, depth, spacing = measured
    section = entries.check("strip_width", lambda: Section(width, depth))
    if section is None:
        return None
    field = "steps.0.along" if steps else "spacing"
    return entries.check(field, lambda: StripFooting(line, top, section, spacing, steps))


def _steps(entries: Entries, count: int) -> tuple[FootingStep, ...] | None:
    found: list[FootingStep] = []
    for i in range(count):
        along, drop = entries.length(f"steps.{i}.along"), entries.length(f"steps.{i}.drop")
        if along is not None and drop is not None:
            found.append(FootingStep(along, drop))
    return tuple(found) if len(found) == count else None


def pad(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read a pad: its middle, its sides, its depth."""
    measured = lengths_of(entries, "x", "y", "length", "width", "depth")
    if measured is None or ground.surface is None:
        return None
    x, y, length, width, depth = measured
    middle = entries.check("x", lambda: PlanPoint(x, y))
    if middle is None:
        return None
    top = ground.surface.elevation(middle)
    return entries.check("length", lambda: Pad(middle, (length, width), top, depth))


def wall(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read a wall of courses on a level base."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "unit", "joint", "thickness", "spacing")
    count = entries.check("courses", lambda: read_count(entries.text("courses"), "courses"))
    base = _level_at_start(line, ground)
    if line is None or measured is None or count is None or base is None:
        return None
    unit, joint, thickness, spacing = measured
    courses = Courses(unit, joint, count)
    return entries.check("unit", lambda: Wall(line, base, courses, thickness, spacing))


def following(task: Task) -> Build:
    """Return how what follows a line is read, shot for a task."""

    def follow(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
        line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
        spacing, surface = entries.length("spacing"), ground.surface
        if line is None or spacing is None or surface is None:
            return None
        return entries.check("spacing", lambda: FollowingLine(task, line, surface, spacing))

    return follow


def _level_at_start(line: Line | None, ground: Ground) -> Elevation | None:
    """Return the level where a line starts: what is level all along takes it from there."""
    if line is None or ground.surface is None:
        return None
    return ground.surface.elevation(line.corners[0])


def embeds(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read what is cast in at single places."""
    places, surface = entries.corners("corners", len(typed["corners"])), ground.surface
    if places is None or surface is None:
        return None
    return entries.check("corners", lambda: Embeds(places, surface))


def recess(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read a part of a slab that lies lower or higher."""
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    spacing, surface = entries.length("spacing"), ground.surface
    rise, slab = ground.rise, ground.slab
    if surface is not None and rise is None:
        why = "What it takes of the slab's concrete isn't known."
        entries.refuse("reference", "", why, "Give its level from the top of the slab it lies in.")
    if outline is None or spacing is None or surface is None or rise is None or slab is None:
        return None
    return entries.check("level", lambda: Recess(outline, surface, rise, spacing, slab))


def curb(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read a curb: a strip whose top is given above the top of the slab it stands on."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "strip_width", "spacing")
    surface, face, slab = ground.surface, ground.rise, ground.slab
    if surface is not None and face is None:
        why = "How high it stands above the slab isn't known."
        entries.refuse("reference", "", why, "Give its level from the top of the slab under it.")
    if line is None or measured is None or surface is None or face is None or slab is None:
        return None
    width, spacing = measured
    return entries.check("level", lambda: Curb(line, surface, face, width, spacing, slab.outline))


def grade(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read ground that falls away from a wall."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "reach", "spacing")
    fall = entries.check("away", lambda: parse_fall(entries.text("away")))
    is_left = entries.text("falls_to").strip() == LEFT
    surface = ground.surface
    if line is None or measured is None or fall is None or surface is None:
        return None
    reach, spacing = measured
    return entries.check(
        "reach", lambda: FallingGround(line, surface, fall, reach, spacing, is_left)
    )


def lot(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read the lot's own line."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    return None if line is None else LotLine(line)


def obstacle(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Read what a beam does not pass."""
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    return None if line is None else Obstacle(line)


def free(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Return free points: nothing of them is planned."""
    return FreePoints()
