"""Jobs, benchmarks and floors as screens read them."""

from __future__ import annotations

from typing import Literal, TypedDict
from uuid import UUID

from core.design import Toward, Underside
from core.floors import Outline
from core.lengths import (
    Length,
    Style,
    format_fine,
    format_length,
    retypable,
    written_above,
)
from server.common.refusals import Problem
from server.common.shown import Amount, Place, Shown, show, show_area, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Floor, Job
from server.jobs.plan.layers import LayerTyped
from server.jobs.plan.panels import falls_in_words
from server.jobs.plan.retyped import panels_retyped, underside_retyped
from server.jobs.plan.underside import ThickenedTyped
from server.jobs.planned import Leveled
from server.jobs.rules import (
    outline_of,
    reread_tolerance_of,
    rough_tolerance_of,
    run_allowance_of,
    style_of,
)
from server.jobs.services.draft_floor import FloorForm, draft_floor

LevelFrom = Literal["elevation", "benchmark", "floor"]
Side = Literal["above", "below"]
Formation = Literal["follow", "level"]
PanelKind = Literal["level", "one", "two", "point"]


class JobRow(TypedDict):
    """A job in the list; an archived one stands there where it is asked for."""

    id: str
    name: str
    place: str
    crew: str
    crew_id: str
    created_at: str
    is_archived: bool


class TrustLimits(TypedDict):
    """A job's limits as they can be typed again, and what holds where they are empty."""

    reread_minutes: int
    fresh_hours: int
    reread_tolerance: str
    reread_tolerance_text: str
    rough_tolerance: str
    rough_tolerance_text: str
    run_allowance: str
    run_allowance_text: str


class Corner(TypedDict):
    """A corner as it can be typed."""

    x: str
    y: str


class PanelSheet(TypedDict):
    """A panel as it can be typed again; no corners where it is the whole slab."""

    name: str
    kind: PanelKind
    toward: Toward
    fall: str
    toward_across: Toward
    fall_across: str
    x: str
    y: str
    drop: str
    corners: list[Corner]


class FloorTyped(TypedDict):
    """A floor's plan as it can be typed again."""

    name: str
    corners: list[Corner]
    level_from: LevelFrom
    level: str
    side: Side
    reference: str
    thickness: str
    least_thickness: str
    tolerance: str
    grid_spacing: str
    mark_spacing: str
    waste: str
    order_step: str
    stone_thickness: str
    formation: Formation
    panels: list[PanelSheet]
    taper_edge: str
    taper_to: str
    thickened: list[ThickenedTyped]
    layers: list[LayerTyped]


class FloorDraftSheet(TypedDict):
    """What a floor's form would make so far; parts it does not yet give are empty."""

    outline: list[Place]
    area: Amount | None
    grid: list[Place]
    top_of_slab: Shown | None
    sub_base: Shown | None
    panels: list[list[Place]]
    falls: str
    thickness: str
    corner_levels: list[Shown]


def job_rows(user: User) -> list[JobRow]:
    """Return the jobs of a person's crews, the newest first, in one query."""
    jobs = (
        Job.objects.filter(crew__memberships__user=user)
        .select_related("crew", "archived")
        .order_by("-created_at", "name")
    )
    return [
        {
            "id": str(job.pk),
            "name": job.name,
            "place": job.place,
            "crew": job.crew.name,
            "crew_id": str(job.crew_id),
            "created_at": job.created_at.isoformat(),
            "is_archived": hasattr(job, "archived"),
        }
        for job in jobs
    ]


def trust_limits(job: Job) -> TrustLimits:
    """Return a job's limits."""
    style = style_of(job)
    own, rough, run = job.reread_tolerance, job.rough_tolerance, job.run_allowance
    return {
        "reread_minutes": job.reread_minutes,
        "fresh_hours": job.fresh_hours,
        "reread_tolerance": retypable(own, style) if own else "",
        "reread_tolerance_text": format_length(reread_tolerance_of(job), style),
        "rough_tolerance": retypable(rough, style) if rough else "",
        "rough_tolerance_text": format_length(rough_tolerance_of(job), style),
        "run_allowance": retypable(run, style) if run else "",
        "run_allowance_text": format_fine(float(run_allowance_of(job)), style),
    }


def floor_typed(floor: Floor, outline: Outline, style: Style) -> FloorTyped:
    """Return a floor's plan as texts that read back to the same values."""

    def typed(length: Length) -> str:
        return retypable(length, style)

    offset = floor.level_offset
    level = written_above(floor.level_elevation, style) if offset is None else abs(offset)
    return {
        "name": floor.name,
        "corners": [{"x": typed(corner.x), "y": typed(corner.y)} for corner in outline.corners],
        "level_from": level_from(floor),
        "level": typed(level),
        "side": "below" if offset is not None and offset.nanometres < 0 else "above",
        "reference": str(floor.reference_benchmark_id or floor.reference_floor_id or ""),
        "thickness": typed(floor.thickness),
        "least_thickness": typed(floor.least_thickness),
        "tolerance": typed(floor.tolerance),
        "grid_spacing": typed(floor.grid_spacing),
        "mark_spacing": typed(floor.mark_spacing),
        "waste": f"{(floor.waste * 100).normalize():f}",
        "order_step": f"{floor.order_step.normalize():f}",
        "stone_thickness": "" if floor.stone_thickness is None else typed(floor.stone_thickness),
        "formation": "level" if floor.formation_is_level else "follow",
        "panels": [
            {**panel, "corners": [{"x": x, "y": y} for x, y in panel["corners"]]}  # type: ignore[typeddict-item]
            for panel in panels_retyped(floor, outline, style)
        ],
        **underside_retyped(floor, outline, style),
    }


def typed_as_it_stands(floor: Floor) -> FloorTyped:
    """Return a floor's plan as it stands in the database, as it can be typed again."""
    stored = Floor.objects.select_related("job").get(pk=floor.pk)
    return floor_typed(stored, outline_of(stored.corners.all()), style_of(stored.job))


def level_from(floor: Leveled) -> LevelFrom:
    """Say what a level is given from."""
    if floor.reference_benchmark_id:
        return "benchmark"
    return "floor" if floor.reference_floor_id else "elevation"


def floor_draft_sheet(
    user: User, job_id: UUID, form: FloorForm
) -> tuple[FloorDraftSheet, list[Problem]]:
    """Return what a floor's form would make, and what is wrong with it so far."""
    job, _ = job_for(user, job_id, Ability.READ)
    style, draft = style_of(job), draft_floor(job, form)
    outline, levels = draft.outline, draft.levels
    sheet: FloorDraftSheet = {
        "outline": [show_place(c, style) for c in outline.corners] if outline else [],
        "area": show_area(outline.area, style) if outline else None,
        "grid": [show_place(proposed.place, style) for proposed in draft.grid],
        "top_of_slab": show(draft.finished, style) if draft.finished is not None else None,
        "sub_base": show(levels.sub_base, style) if levels else None,
        "panels": [
            [show_place(corner, style) for corner in panel.outline.corners]
            for panel in (draft.top.panels if draft.top else ())
        ],
        "falls": falls_in_words(draft.top.panels, style) if draft.top else "",
        "thickness": _thickness(draft.underside, style) if draft.underside else "",
        "corner_levels": [
            show(draft.top.elevation(corner), style)
            for corner in (outline.corners if outline and draft.top else ())
            if draft.top
        ],
    }
    return sheet, draft.entries.problems


def _thickness(underside: Underside, style: Style) -> str:
    """Say how a slab's thickness varies; empty for an even one."""
    said = []
    if underside.taper is not None:
        near, far = (
            format_length(one, style) for one in (underside.thickness, underside.taper.far)
        )
        said.append(f"tapers from {near} along edge {underside.taper.edge} to {far}")
    said += [
        f"{format_length(one.depth, style)} deep along edge {one.edge}, "
        f"{format_length(one.width, style)} wide"
        for one in underside.thickened
    ]
    return "; ".join(said)
