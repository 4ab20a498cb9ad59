"""Reads a floor as it is typed and works out what it would be; stores nothing."""

from __future__ import annotations

from dataclasses import dataclass, field
from decimal import Decimal
from uuid import UUID

from core import floors
from core.errors import BadLevel
from core.floors import (
    FloorLevels,
    Outline,
    PlanPoint,
    ProposedPoint,
    check_thicknesses,
    l_shape,
    propose_grid,
    rectangle,
    wall_marks,
)
from core.lengths import Elevation, Length
from core.surfaces import concrete_order
from core.verdicts import Tolerance
from server.jobs.models import Benchmark, Floor, Job
from server.jobs.rules import finished_level, kind_of, style_of
from server.jobs.services.add_benchmark import read_elevation
from server.refusals import Entries

STEP_ACCEPTS = "Give the step the supplier sells by, such as 0.25 yd³ or 0.1 m³."
WASTE_ACCEPTS = "Give a number of per cent from 0 to 100."


@dataclass(frozen=True, slots=True)
class FloorForm:
    """A floor as it is typed; which of the shape's fields count, ``shape`` says."""

    id: UUID
    name: str
    shape: str
    length: str
    width: str
    notch_length: str
    notch_width: str
    corners: list[tuple[str, str]]
    level_from: str
    level: str
    side: str
    reference: UUID | None
    thickness: str
    least_thickness: str
    tolerance: str
    grid_spacing: str
    mark_spacing: str
    waste: str
    order_step: str


@dataclass(slots=True)
class FloorDraft:
    """What could be made of a form so far; None where its fields were refused."""

    entries: Entries
    outline: Outline | None = None
    grid: tuple[ProposedPoint, ...] = ()
    finished: Elevation | None = None
    levels: FloorLevels | None = None
    values: dict[str, object] = field(default_factory=dict)


def draft_floor(job: Job, form: FloorForm) -> FloorDraft:
    """Work out a floor from its form, gathering every refusal."""
    typed = {
        name: getattr(form, name)
        for name in (
            "length", "width", "notch_length", "notch_width", "level", "thickness",
            "least_thickness", "tolerance", "grid_spacing", "mark_spacing", "waste", "order_step",
        )
    }  # fmt: skip
    for i, (x, y) in enumerate(form.corners):
        typed[f"corners.{i}.x"], typed[f"corners.{i}.y"] = x, y
    draft = FloorDraft(Entries(typed, kind_of(job)))
    draft.outline = _outline(draft.entries, form)
    _spacings(draft)
    _level(draft, job, form)
    _thicknesses(draft, job)
    _order(draft)
    return draft


def _outline(entries: Entries, form: FloorForm) -> Outline | None:
    if form.shape == "rectangle":
        length, width = entries.length("length"), entries.length("width")
        if length is None or width is None:
            return None
        return entries.check("length", lambda: rectangle(length, width))
    if form.shape == "l-shape":
        names = ("length", "width", "notch_length", "notch_width")
        sides = [side for name in names if (side := entries.length(name)) is not None]
        if len(sides) < len(names):
            return None
        return entries.check("notch_length", lambda: l_shape(*sides))
    return _polygon(entries, form)


def _polygon(entries: Entries, form: FloorForm) -> Outline | None:
    corners: list[PlanPoint] = []
    for i in range(len(form.corners)):
        x, y = entries.length(f"corners.{i}.x"), entries.length(f"corners.{i}.y")
        if x is not None and y is not None:
            corner = entries.check(f"corners.{i}.x", lambda x=x, y=y: PlanPoint(x, y))  # type: ignore[misc]
            corners += [corner] if corner else []
    if len(corners) < len(form.corners):
        return None
    return entries.check("corners", lambda: Outline(tuple(corners)))


def _spacings(draft: FloorDraft) -> None:
    entries, outline = draft.entries, draft.outline
    spacing, marks = entries.length("grid_spacing"), entries.length("mark_spacing")
    draft.values |= {"grid_spacing": spacing, "mark_spacing": marks}
    if outline is None:
        return
    if spacing is not None:
        draft.grid = entries.check("grid_spacing", lambda: propose_grid(outline, spacing)) or ()
    if marks is not None:
        entries.check("mark_spacing", lambda: wall_marks(outline, marks))


def _level(draft: FloorDraft, job: Job, form: FloorForm) -> None:
    entries = draft.entries
    draft.values |= {
        "level_elevation": None,
        "level_offset": None,
        "reference_benchmark_id": None,
        "reference_floor_id": None,
    }
    if form.level_from == "elevation":
        draft.finished = read_elevation(entries, "level")
        draft.values["level_elevation"] = draft.finished
        return
    amount = entries.length("level")
    reference = _reference(draft, job, form)
    if amount is None or reference is None:
        return
    if amount.nanometres < 0:
        entries.refuse(
            "level",
            form.level,
            "The amount has a minus sign.",
            "Say above or below, and the amount.",
        )
        return
    offset = amount if form.side == "above" else -amount
    draft.values["level_offset"] = offset
    draft.finished = floors.finished_level(reference, offset)


def _reference(draft: FloorDraft, job: Job, form: FloorForm) -> Elevation | None:
    """Return the elevation a relative level starts from, and note its record."""
    if form.level_from == "benchmark" and form.reference is not None:
        benchmark = Benchmark.objects.filter(job=job, pk=form.reference).first()
        if benchmark is not None:
            draft.values["reference_benchmark_id"] = benchmark.pk
            elevation: Elevation = benchmark.elevation
            return elevation
    elif form.reference is not None:
        floor = (
            Floor.objects.filter(job=job, pk=form.reference)
            .exclude(pk=form.id)
            .select_related("reference_floor")
            .first()
        )
        if floor is not None:
            draft.values["reference_floor_id"] = floor.pk
            return draft.entries.check("reference", lambda: _apart_from(form.id, floor))
    draft.entries.refuse(
        "reference", "", "There is no such reference in this job.", "Choose a benchmark or a floor."
    )
    return None


def _apart_from(own: UUID, floor: Floor) -> Elevation:
    """Return a reference floor's level; refuse one that rests on the floor itself."""
    link: Floor | None = floor
    while link is not None:
        if link.pk == own:
            raise BadLevel(
                floor.name,
                "Its level rests on this very floor.",
                "Give the level from a benchmark.",
            )
        link = link.reference_floor
    return finished_level(floor)


def _thicknesses(draft: FloorDraft, job: Job) -> None:
    entries, style = draft.entries, style_of(job)
    thickness, least = entries.length("thickness"), entries.length("least_thickness")
    tolerance = entries.length("tolerance")
    draft.values |= {"thickness": thickness, "least_thickness": least, "tolerance": tolerance}
    if tolerance is not None:
        entries.check("tolerance", lambda: Tolerance.either_way(tolerance))
    if thickness is None or least is None:
        return
    before = len(entries.problems)
    entries.check(
        _thickness_field(thickness, least), lambda: check_thicknesses(thickness, least, style)
    )
    if draft.finished is not None and len(entries.problems) == before:
        draft.levels = FloorLevels(draft.finished, thickness, least)


def _thickness_field(thickness: Length, least: Length) -> str:
    """Return the field to blame when the two thicknesses can't be."""
    sound = thickness.nanometres > 0 and (least > thickness or least.nanometres <= 0)
    return "least_thickness" if sound else "thickness"


def _order(draft: FloorDraft) -> None:
    entries = draft.entries
    waste, step = (
        entries.decimal("waste", WASTE_ACCEPTS),
        entries.decimal("order_step", STEP_ACCEPTS),
    )
    if waste is not None:
        share = waste / Decimal(100)
        if entries.check("waste", lambda: concrete_order(0.0, float(share), 1.0)) is not None:
            draft.values["waste"] = share.quantize(Decimal("0.0001"))
    if step is not None:
        if not 0 < step <= 100:
            entries.refuse(
                "order_step", str(step), "The step must be above 0 and at most 100.", STEP_ACCEPTS
            )
        else:
            draft.values["order_step"] = step.quantize(Decimal("0.001"))
