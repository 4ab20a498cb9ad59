"""An element of the plan, from what was typed to the core's own; one function for each kind."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import nan
from typing import Literal, NotRequired, TypedDict

from core.design import FrostCover, GivenSurface, StackUp, Surface, parse_fall
from core.design.stack import AdjustableHead, Layer
from core.elements import (
    BoardsAround,
    Courses,
    CoveredOutline,
    Element,
    FollowingLine,
    FootingStep,
    FreePoints,
    LotLine,
    Pad,
    PierGrid,
    PierRow,
    Section,
    StripFooting,
    Wall,
    read_count,
    screed_spacing,
)
from core.errors import OutOfRange
from core.floors import Line, Outline, PlanPoint
from core.lengths import Elevation, Length, Style
from core.piers import Bell, HoleDepths
from core.tasks import Task
from server.jobs.plan.shapes import read_line, read_outline
from server.jobs.planned import ElementKind
from server.refusals import Entries

MOST_DIGITS = 12
TAKES_CONCRETE = (ElementKind.FOOTING, ElementKind.PAD, ElementKind.PIERS)
FOOTINGS = (ElementKind.FOOTING, ElementKind.PAD)
#: What a measure says that screed points are struck in the concrete, not fixed before it.
WET = "wet"
Shape = Literal["line", "corners", "rectangle", "l-shape", "floor"]


class LayerTyped(TypedDict):
    """A layer of a stack-up as it is typed; its actual thickness is empty until measured."""

    name: str
    nominal: str
    actual: str


class StepTyped(TypedDict):
    """A step of a footing as it is typed."""

    along: str
    drop: str


class MeshTyped(TypedDict):
    """A surface an element is set to, as a drawing gave it; all in whole nanometres.

    Corners are to the right, away and up; faces are numbers of three corners, from 0.
    """

    name: str
    corners: list[list[int]]
    faces: list[list[int]]


class Typed(TypedDict):
    """An element's geometry as it is typed; which entries count, its kind says.

    ``mesh`` is the surface of one that is set to neither a level nor a floor.
    """

    shape: Shape
    outline_of: str
    corners: list[list[str]]
    measures: dict[str, str]
    steps: list[StepTyped]
    layers: list[LayerTyped]
    mesh: NotRequired[MeshTyped | None]


def given_surface(mesh: MeshTyped) -> GivenSurface:
    """Return a surface as the core knows it; raises :class:`BadShape` for what is none."""
    corners = tuple((PlanPoint(Length(x), Length(y)), Elevation(z)) for x, y, z in mesh["corners"])
    return GivenSurface(corners, tuple((a, b, c) for a, b, c in mesh["faces"]))


def entries_of(typed: Typed, style: Style, **more: str) -> Entries:
    """Return the entries of an element's form, by their places in it."""
    found = {**typed["measures"], **more}
    for i, (x, y) in enumerate(typed["corners"]):
        found |= {f"corners.{i}.x": x, f"corners.{i}.y": y}
    for i, step in enumerate(typed["steps"]):
        found |= {f"steps.{i}.along": step["along"], f"steps.{i}.drop": step["drop"]}
    for i, layer in enumerate(typed["layers"]):
        found |= {f"layers.{i}.nominal": layer["nominal"], f"layers.{i}.actual": layer["actual"]}
    return Entries(found, style)


@dataclass(frozen=True, slots=True)
class Ground:
    """What an element is built on: its surface, and the outline of the floor it follows.

    There is no surface where it has no level, or that was refused.
    """

    surface: Surface | None
    outline: Outline | None


@dataclass(frozen=True, slots=True)
class PierWork:
    """What a row of piers is besides its geometry: tubes, holes, heads, and their stock."""

    diameter: Length
    bell: Bell | None
    depths: HoleDepths
    head: AdjustableHead | None
    stock: Length | None
    kerf: Length


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
    measured = _lengths(entries, "clearance", "step", "driven", "tallest")
    if outline is None or measured is None:
        return None
    return entries.check("clearance", lambda: BoardsAround(outline, *measured))


def _covered(task: Task) -> Build:
    def cover(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
        outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
        spacing, surface = entries.length("spacing"), ground.surface
        if outline is None or spacing is None or surface is None:
            return None
        return entries.check("spacing", lambda: _reached(task, outline, surface, spacing))

    return cover


def _reached(task: Task, outline: Outline, surface: Surface, spacing: Length) -> CoveredOutline:
    """Return what covers an outline; a surface that was given must reach under all its points."""
    covered = CoveredOutline(task, outline, surface, spacing)
    if isinstance(surface, GivenSurface):
        covered.points()
    return covered


def _screed(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    outline = read_outline(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured, surface = _lengths(entries, "straightedge", "overlap"), ground.surface
    if outline is None or measured is None or surface is None:
        return None
    return entries.check(
        "straightedge",
        lambda: CoveredOutline(Task.SCREED, outline, surface, screed_spacing(*measured)),
    )


def _footing(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    measured = _lengths(entries, "strip_width", "depth", "spacing")
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
    measured = _lengths(entries, "x", "y", "length", "width", "depth")
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
    measured = _lengths(entries, "unit", "joint", "thickness", "spacing")
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


def _piers(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    grid, stack = _grid(entries), _stack(entries, typed)
    fall = entries.check("fall", lambda: parse_fall(entries.text("fall")))
    planned = entries.elevation("bottom") if entries.text("bottom").strip() else None
    work = pier_work(entries)
    surface = ground.surface
    if grid is None or stack is None or fall is None or work is None or surface is None:
        return None
    return entries.check("bottom", lambda: PierRow(grid, surface, stack, fall, planned, work.head))


def _grid(entries: Entries) -> PierGrid | None:
    measured = _lengths(entries, "x", "y", "x_last", "y_last")
    counts = [
        entries.check(name, lambda name=name: read_count(entries.text(name), name))  # type: ignore[misc]
        for name in ("count", "rows")
    ]
    count, rows = counts
    spacing = entries.length("row_spacing") if rows and rows > 1 else Length(0)
    if measured is None or count is None or rows is None or spacing is None:
        return None
    x, y, x_last, y_last = measured
    return entries.check(
        "count",
        lambda: PierGrid(PlanPoint(x, y), PlanPoint(x_last, y_last), count, rows, spacing),
    )


def _stack(entries: Entries, typed: Typed) -> StackUp | None:
    layers: list[Layer] = []
    for i, layer in enumerate(typed["layers"]):
        name, at = layer["name"] or f"Layer {i + 1}", f"layers.{i}"
        nominal, actual = entries.length(f"{at}.nominal"), entries.optional(f"{at}.actual")
        if nominal is not None:
            made = entries.check(
                f"{at}.nominal",
                lambda name=name, nominal=nominal, actual=actual: Layer(name, nominal, actual),  # type: ignore[misc]
            )
            layers += [made] if made else []
    drop = entries.length("extra_drop")
    if drop is None or len(layers) < len(typed["layers"]):
        return None
    return StackUp(tuple(layers), drop)


def pier_work(entries: Entries) -> PierWork | None:
    """Return what a row of piers is besides its geometry."""
    diameter, kerf = entries.length("diameter"), entries.length("kerf")
    least, frost, stock = (
        entries.optional(name) for name in ("least_depth", "frost_depth", "stock")
    )
    depths = entries.check("least_depth", lambda: HoleDepths(least, frost))
    bell, head = _bell(entries), _head(entries)
    if diameter is None or kerf is None or depths is None:
        return None
    if diameter.nanometres <= 0:
        refusal = OutOfRange(
            entries.text("diameter"), "A tube has a diameter.", "8 to 16 in is usual."
        )
        return entries.check("diameter", lambda: _raise(refusal))
    return PierWork(diameter, bell, depths, head, stock, kerf)


def _raise(refusal: OutOfRange) -> PierWork:
    raise refusal


def _bell(entries: Entries) -> Bell | None:
    height, wide = entries.optional("bell_height"), entries.optional("bell_diameter")
    return None if height is None or wide is None else Bell(height, wide)


def _head(entries: Entries) -> AdjustableHead | None:
    least, greatest = entries.optional("head_least"), entries.optional("head_greatest")
    if least is None or greatest is None:
        return None
    return entries.check("head_least", lambda: AdjustableHead(least, greatest))


def _lengths(entries: Entries, *names: str) -> tuple[Length, ...] | None:
    """Read lengths that must all be there."""
    found = [entries.length(name) for name in names]
    known = tuple(length for length in found if length is not None)
    return known if len(known) == len(found) else None


def _level_at_start(line: Line | None, ground: Ground) -> Elevation | None:
    """Return the level where a line starts: what is level all along takes it from there."""
    if line is None or ground.surface is None:
        return None
    return ground.surface.elevation(line.corners[0])


def _lot(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    line = read_line(entries, typed["shape"], len(typed["corners"]), ground.outline)
    return None if line is None else LotLine(line)


BUILDS: dict[ElementKind, Build] = {
    ElementKind.BOARDS: _boards,
    ElementKind.EXCAVATION: _covered(Task.FORMATION),
    ElementKind.FOOTING: _footing,
    ElementKind.PAD: _pad,
    ElementKind.WALL: _wall,
    ElementKind.FORM: _following(Task.FORM),
    ElementKind.PIERS: _piers,
    ElementKind.MARKS: _following(Task.MARK),
    ElementKind.SCREED: _screed,
    ElementKind.FINISHED: _covered(Task.FINISHED),
    ElementKind.FREE: lambda *_: FreePoints(),
    ElementKind.LOT: _lot,
}
