"""Reads a floor as it is typed and works out what it would be; stores nothing."""

from __future__ import annotations

from dataclasses import dataclass, field
from decimal import Decimal
from uuid import UUID

from core.design import PanelSurface, Slab, Underside, formation_under, total
from core.floors import (
    FloorLevels,
    Outline,
    ProposedPoint,
    check_thicknesses,
    l_shape,
    propose_grid,
    rectangle,
    wall_marks,
)
from core.lengths import Elevation, Length, Style, format_length
from core.orders import concrete_order
from core.verdicts import Tolerance
from server.common.refusals import Entries
from server.jobs.models import Job
from server.jobs.plan.layers import LayerTyped, read_layers
from server.jobs.plan.panels import PanelTyped, panel_entries, read_panels
from server.jobs.plan.shapes import read_spacing
from server.jobs.plan.underside import (
    EVEN,
    ThickenedTyped,
    UndersideTyped,
    read_underside,
    underside_entries,
)
from server.jobs.planned import as_typed_in
from server.jobs.rules import style_of
from server.jobs.services.draft_level import read_level

STEP_ACCEPTS = "Give the step the supplier sells by, such as 0.25 yd³ or 0.1 m³."
WASTE_ACCEPTS = "Give a number of per cent from 0 to 100."

USUALLY_LESS = {True: Length.from_metres("0.012"), False: Length.from_inches("0.5")}


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
    corners: list[list[str]]
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
    stone_thickness: str = ""
    formation: str = "follow"
    panels: list[PanelTyped] = field(default_factory=list)
    taper_edge: str = ""
    taper_to: str = ""
    thickened: list[ThickenedTyped] = field(default_factory=list)
    layers: list[LayerTyped] = field(default_factory=list)

    @property
    def underside(self) -> UndersideTyped:
        """How its thickness varies, and what it lies on."""
        return {
            "taper_edge": self.taper_edge,
            "taper_to": self.taper_to,
            "thickened": self.thickened,
            "layers": self.layers,
        }


@dataclass(slots=True)
class FloorDraft:
    """What could be made of a form so far; None where its fields were refused."""

    entries: Entries
    outline: Outline | None = None
    grid: tuple[ProposedPoint, ...] = ()
    top: PanelSurface | None = None
    underside: Underside | None = None
    finished: Elevation | None = None
    levels: FloorLevels | None = None
    values: dict[str, object] = field(default_factory=dict)

    @property
    def slab(self) -> Slab | None:
        """The slab as far as it is known; without its formation."""
        if not (self.outline and self.levels and self.top and self.underside):
            return None
        return Slab(self.outline, self.levels, self.top, self.underside, None)


def draft_floor(job: Job, form: FloorForm) -> FloorDraft:
    """Work out a floor from its form, gathering every refusal."""
    typed = {
        name: getattr(form, name)
        for name in (
            "length", "width", "notch_length", "notch_width", "level", "thickness",
            "least_thickness", "tolerance", "grid_spacing", "mark_spacing", "waste", "order_step",
            "stone_thickness",
        )
    }  # fmt: skip
    typed |= panel_entries(form.panels) | underside_entries(form.underside)
    for i, (x, y) in enumerate(form.corners):
        typed[f"corners.{i}.x"], typed[f"corners.{i}.y"] = x, y
    draft = FloorDraft(Entries(typed, style_of(job)))
    draft.outline = _outline(draft.entries, form)
    level = read_level(draft.entries, job, form)
    draft.finished = level.elevation
    draft.values |= level.values | as_typed_in(style_of(job))
    _thicknesses(draft, job, form)
    _surfaces(draft, job, form)
    _spacings(draft)
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
    corners = entries.corners("corners", len(form.corners))
    if corners is None:
        return None
    return entries.check("corners", lambda: Outline(corners))


def _spacings(draft: FloorDraft) -> None:
    entries, outline = draft.entries, draft.outline
    marks = entries.length("mark_spacing")
    slab = draft.slab
    kept, along = (slab.kept(), slab.lines()) if slab else ((), ())
    spacing = read_spacing(entries, "grid_spacing", outline, kept, along)
    draft.values |= {"grid_spacing": spacing, "mark_spacing": marks}
    if outline is None:
        return
    if spacing is not None:
        draft.grid = (
            entries.check("grid_spacing", lambda: propose_grid(outline, spacing, kept, along)) or ()
        )
    if marks is not None:
        entries.check("mark_spacing", lambda: wall_marks(outline, marks))


def _thicknesses(draft: FloorDraft, job: Job, form: FloorForm) -> None:
    entries, style = draft.entries, style_of(job)
    thickness = entries.length("thickness")
    least = entries.optional("least_thickness")
    if thickness is not None and not entries.text("least_thickness").strip():
        least = usual_least(thickness, style)
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
    stone = entries.optional("stone_thickness")
    if stone is not None and stone.nanometres < 0:
        entries.refuse(
            "stone_thickness",
            format_length(stone, style),
            "The stone is 0 or more thick.",
            "Leave it empty where nobody knows yet.",
        )
    layers = read_layers(entries, form.layers)
    if draft.finished is not None and layers is not None and len(entries.problems) == before:
        between = total(layer.thickness for layer in layers)
        draft.levels = FloorLevels(draft.finished, thickness, least, stone, between)


def usual_least(thickness: Length, style: Style) -> Length:
    """Return the least thickness where nobody gives one: 1/2 in or 12 mm less than the slab."""
    less = USUALLY_LESS[style.kind.is_metric]
    return thickness - less if thickness > less * 2 else thickness


def _surfaces(draft: FloorDraft, job: Job, form: FloorForm) -> None:
    """Read the panels, and the formation that may not rise through the stone."""
    draft.values |= {
        "panels": list(form.panels),
        "stone_thickness": draft.levels and draft.levels.stone_thickness,
        "formation_is_level": form.formation == "level",
        "underside": _stored(form.underside),
    }
    outline, levels = draft.outline, draft.levels
    if outline is None or levels is None:
        return
    panels = read_panels(draft.entries, form.panels, outline, levels.top_of_slab)
    draft.underside = read_underside(
        draft.entries, form.underside, outline, levels.thickness, levels.least_thickness
    )
    if panels is None or draft.underside is None:
        return
    draft.top = PanelSurface(panels)
    draft.entries.check("stone_thickness", lambda: _formation(draft, levels, style_of(job)))


def _stored(underside: UndersideTyped) -> UndersideTyped | dict[str, object]:
    """Return an underside as it is kept: nothing for an even one."""
    return {} if underside == EVEN else underside


def _formation(draft: FloorDraft, levels: FloorLevels, style: Style) -> bool:
    assert draft.top is not None
    assert draft.underside is not None
    is_level = bool(draft.values["formation_is_level"])
    formation_under(draft.top, draft.underside, levels, is_level=is_level, style=style)
    return True


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
