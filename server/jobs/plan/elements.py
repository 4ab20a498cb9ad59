"""An element of the plan, from what was typed to the core's own; one function for each kind."""

from __future__ import annotations

from collections.abc import Callable
from math import nan

from core.design import FrostCover, Surface, TriangulatedSurface, parse_fall, soil_of
from core.elements import (
    BoardsAround,
    Courses,
    CoveredOutline,
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
from server.jobs.plan.pier_elements import piers, piles
from server.jobs.plan.shapes import read_line, read_outline, read_spacing
from server.jobs.planned import ElementKind

MOST_DIGITS = 12
TAKES_CONCRETE = (
    ElementKind.FOOTING,
    ElementKind.PAD,
    ElementKind.PIERS,
    ElementKind.RECESS,
)
FOOTINGS = (ElementKind.FOOTING, ElementKind.PAD)
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


def _excavation(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    if entries.text("ground").strip():
        entries.elevation("ground")
    made = _covered(Task.FORMATION)(entries, typed, ground)
    return made if soil_factor(entries) is not None else None


Build = Callable[[Entries, Typed, Ground], Element | None]


def build(kind: str, entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Return an element, or None with every refusal kept in its entries."""
    if kind in TAKES_CONCRETE:
        waste_of(entries)
    if kind in FOOTINGS:
        frost_of(entries)
    return BUILDS[ElementKind(kind)](entries, typed, ground)


def _boards(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "clearance", "step", "driven", "tallest")
    if outline is None or measured is None:
        return None
    return entries.check("clearance", lambda: BoardsAround(outline, *measured))


def _covered(task: Task) -> Build:
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


def _screed(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured, surface = lengths_of(entries, "straightedge", "overlap"), ground.surface
    if outline is None or measured is None or surface is None:
        return None
    return entries.check(
        "straightedge",
        lambda: CoveredOutline(Task.SCREED, outline, surface, screed_spacing(*measured)),
    )


def _footing(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
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


def _pad(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    measured = lengths_of(entries, "x", "y", "length", "width", "depth")
    if measured is None or ground.surface is None:
        return None
    x, y, length, width, depth = measured
    middle = entries.check("x", lambda: PlanPoint(x, y))
    if middle is None:
        return None
    top = ground.surface.elevation(middle)
    return entries.check("length", lambda: Pad(middle, (length, width), top, depth))


def _wall(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = lengths_of(entries, "unit", "joint", "thickness", "spacing")
    count = entries.check("courses", lambda: read_count(entries.text("courses"), "courses"))
    base = _level_at_start(line, ground)
    if line is None or measured is None or count is None or base is None:
        return None
    unit, joint, thickness, spacing = measured
    courses = Courses(unit, joint, count)
    return entries.check("unit", lambda: Wall(line, base, courses, thickness, spacing))


def _following(task: Task) -> Build:
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


def _embeds(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    places, surface = entries.corners("corners", len(typed["corners"])), ground.surface
    if places is None or surface is None:
        return None
    return entries.check("corners", lambda: Embeds(places, surface))


def _recess(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    spacing, surface = entries.length("spacing"), ground.surface
    rise, slab = ground.rise, ground.slab
    if surface is not None and rise is None:
        why = "What it takes of the slab's concrete isn't known."
        entries.refuse("reference", "", why, "Give its level from the top of the slab it lies in.")
    if outline is None or spacing is None or surface is None or rise is None or slab is None:
        return None
    return entries.check("level", lambda: Recess(outline, surface, rise, spacing, slab))


def _grade(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
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


def _lot(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    return None if line is None else LotLine(line)


def _obstacle(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    return None if line is None else Obstacle(line)


BUILDS: dict[ElementKind, Build] = {
    ElementKind.BOARDS: _boards,
    ElementKind.EXCAVATION: _excavation,
    ElementKind.FOOTING: _footing,
    ElementKind.PAD: _pad,
    ElementKind.WALL: _wall,
    ElementKind.FORM: _following(Task.FORM),
    ElementKind.PIERS: piers,
    ElementKind.PILES: piles,
    ElementKind.LAYER: _covered(Task.LAYER),
    ElementKind.STEEL: _covered(Task.STEEL),
    ElementKind.EMBEDS: _embeds,
    ElementKind.RECESS: _recess,
    ElementKind.GRADE: _grade,
    ElementKind.MARKS: _following(Task.MARK),
    ElementKind.SCREED: _screed,
    ElementKind.FINISHED: _covered(Task.FINISHED),
    ElementKind.FREE: lambda *_: FreePoints(),
    ElementKind.LOT: _lot,
    ElementKind.OBSTACLE: _obstacle,
}
