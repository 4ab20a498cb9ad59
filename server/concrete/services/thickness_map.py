"""The thickness map of a slab: bands, contour lines, the shots, and what to do at the worst."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from core.design import Slab
from core.errors import NotEnoughShots
from core.floors import PlanPoint
from core.lengths import Length, Style
from core.surfaces import (
    Axis,
    Band,
    Contour,
    SlabModel,
    band_levels,
    contours,
    longer_axis,
    steps_along,
    thickness_bands,
    volume_up_to,
    with_least,
)
from server.common.shown import show, show_area, show_place, show_volume
from server.concrete.services.map_sheet import (
    BandSheet,
    ContourSheet,
    PlacedSoFar,
    SpotSheet,
    ThicknessMap,
    undrawn,
)
from server.concrete.services.models_of_slabs import model_over
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import FoundPoint, OwnPegs, Peg, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import floor_for
from server.jobs.plan.job_plan import JobPlan

METRIC_STEP, INCH_STEP = 0.005, 0.00635
WORST, STEPS_ALONG = 12, 12


def thickness_map(user: User, floor_id: UUID) -> ThicknessMap:
    """Return a floor's map from the triangles that give its volume."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    plan = JobPlan(floor.job)
    pegs, _ = pegs_of(stone_of([floor_id]), plan, JobTrust(floor.job))
    return map_of(plan, floor_id, pegs.get(floor_id, OwnPegs()))


@dataclass(frozen=True, slots=True)
class _Modeled:
    """A slab over the stone that was found, and the thicknesses its bands lie between, metres."""

    model: SlabModel
    off: NDArray[np.float64]
    levels: tuple[float, ...]


def _modeled(slab: Slab, own: OwnPegs, style: Style) -> _Modeled:
    model = model_over(slab, tuple(point.point.place for point in own.found))
    heights = np.array([float(point.elevation) for point in own.found], dtype=np.float64)
    off = model.off(model.places.mean(heights))
    thickness = model.thickness - off
    step = METRIC_STEP if style.kind.is_metric else INCH_STEP
    thinnest, thickest = float(thickness.min()), float(thickness.max())
    edges = band_levels(thinnest, thickest, step, float(slab.levels.thickness))
    return _Modeled(model, off, with_least(edges, float(slab.levels.least_thickness)))


def thickness_lines(plan: JobPlan, floor_id: UUID, own: OwnPegs) -> tuple[Contour, ...]:
    """Return where a floor's slab is how thick; none where too little stone was found."""
    try:
        made = _modeled(plan.surfaces(floor_id), own, plan.style)
    except NotEnoughShots:
        return ()
    return tuple(contours(made.model, made.off, made.levels[1:-1]))


def thickness_areas(plan: JobPlan, floor_id: UUID, own: OwnPegs) -> tuple[Band, ...]:
    """Return where a floor's slab lies between which thicknesses; none where there is no map."""
    try:
        made = _modeled(plan.surfaces(floor_id), own, plan.style)
    except NotEnoughShots:
        return ()
    return tuple(band for band in thickness_bands(made.model, made.off, made.levels) if band.area)


def map_of(plan: JobPlan, floor_id: UUID, own: OwnPegs) -> ThicknessMap:
    """Return the map of a floor over the stone that was found."""
    slab = plan.surfaces(floor_id)
    try:
        made = _modeled(slab, own, plan.style)
    except NotEnoughShots as refused:
        return undrawn(slab, plan.style, f"{refused.why} {refused.accepts}")
    model, off, levels = made.model, made.off, made.levels
    axis = longer_axis(model)
    bands = [_band(one, slab, plan.style) for one in thickness_bands(model, off, levels)]
    lines = [_contour(contour, plan.style) for contour in contours(model, off, levels[1:-1])]
    return {
        **undrawn(slab, plan.style, ""),
        "bands": [band for band in bands if band["path"]],
        "contours": [line for line in lines if line["path"]],
        "worst": _worst(own, plan.style),
        "placed_from": "left" if axis is Axis.RIGHT else "near",
        "placed": _placed(model, off, axis, plan.style),
    }


def _placed(
    model: SlabModel, off: NDArray[np.float64], axis: Axis, style: Style
) -> list[PlacedSoFar]:
    steps = steps_along(model, axis, STEPS_ALONG)
    volumes = volume_up_to(model, off, axis, steps)
    return [
        {
            "along": show(Length.from_float(float(step - steps[0])), style),
            "volume": show_volume(volume, style),
        }
        for step, volume in zip(steps, volumes, strict=True)
    ]


def _band(band: Band, slab: Slab, style: Style) -> BandSheet:
    least, nominal = float(slab.levels.least_thickness), float(slab.levels.thickness)
    middle = (band.low + band.high) / 2
    return {
        "low": show(Length.from_float(band.low), style),
        "high": show(Length.from_float(band.high), style),
        "kind": _kind(band, least, nominal),
        "share": round((middle - nominal) / nominal, 4),
        "area": show_area(band.area, style),
        "path": _path(band.pieces, "Z"),
    }


def _kind(band: Band, least: float, nominal: float) -> Literal["thin", "less", "on", "more"]:
    if band.low <= nominal <= band.high:
        return "on"
    if band.low > nominal:
        return "more"
    return "thin" if band.high <= least else "less"


def _contour(contour: Contour, style: Style) -> ContourSheet:
    stretches = contour.stretches
    middle = None
    if len(stretches):
        at = stretches[len(stretches) // 2].mean(axis=0)
        middle = show_place(_place(at), style)
    return {
        "level": show(Length.from_float(contour.level), style),
        "path": _path(stretches, ""),
        "at": middle,
    }


def _place(at: NDArray[np.float64]) -> PlanPoint:
    return PlanPoint(Length.from_float(float(at[0])), Length.from_float(float(at[1])))


def _path(pieces: NDArray[np.float64], end: str) -> str:
    """Write pieces as an SVG path in whole millimetres."""
    whole = np.rint(pieces * 1000).astype(int).tolist()
    return "".join("M" + "L".join(f"{x} {y}" for x, y in piece) + end for piece in whole)


def _worst(own: OwnPegs, style: Style) -> list[SpotSheet]:
    """Return the spots farthest off their design, the farthest first, with what to do."""
    shots = {peg["id"]: peg for pegs in own.pegs.values() for peg in pegs}
    off = [point for point in own.found if _is_off(shots[str(point.point.pk)])]
    off.sort(key=lambda one: abs(float(one.off or Length(0))), reverse=True)
    return [_spot(one, shots[str(one.point.pk)]) for one in off[:WORST]]


def _is_off(peg: Peg) -> bool:
    return peg["shot"] is not None and peg["shot"]["verdict"] in ("high", "low")


def _spot(found: FoundPoint, peg: Peg) -> SpotSheet:
    shot = peg["shot"]
    assert shot is not None
    assert shot["thickness"] is not None
    return {
        "point": found.point.name,
        "id": peg["id"],
        "thickness": shot["thickness"],
        "action": shot["action"],
        "is_thin": shot["is_thin"],
    }
