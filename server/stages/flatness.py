"""How flat a finished surface came out, as screens read it."""

from __future__ import annotations

from typing import TypedDict

from core.errors import NotEnoughShots
from core.flatness import Finished, Flatness, flatness_of
from core.lengths import Length, format_fine
from server.common.shown import Shown, show
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan

WORST = 5
TILT_OVER_METRES, TILT_OVER_FEET = 10.0, 10 * 0.3048


class BumpSheet(TypedDict):
    """A spot that stands off the best-fit plane."""

    point: str
    off: str


class FlatnessSheet(TypedDict):
    """A finished surface: its range, its tilt apart from its bumps, and the worst of them.

    ``why_none`` says what is missing where nothing can be told yet.
    """

    element: str
    range: Shown | None
    bumps: Shown | None
    tilt: str
    worst: list[BumpSheet]
    why_none: str


def flatness_sheet(plan: JobPlan, element: Element, own: OwnPegs) -> FlatnessSheet:
    """Return how flat a finished surface is against its design."""
    found = [point for point in own.found if point.off is not None]
    points = [
        Finished(float(one.point.x), float(one.point.y), float(one.off or Length(0)))
        for one in found
    ]
    try:
        flat = flatness_of(points)
    except NotEnoughShots as refused:
        why = f"{refused.why} {refused.accepts}"
        return {
            "element": str(element.pk), "range": None, "bumps": None, "tilt": "", "worst": [],
            "why_none": why,
        }  # fmt: skip
    return {
        "element": str(element.pk),
        "range": show(Length.from_float(flat.range), plan.style),
        "bumps": show(Length.from_float(flat.bump_range), plan.style),
        "tilt": _tilt(flat, plan),
        "worst": _worst(flat, found, plan),
        "why_none": "",
    }


def _tilt(flat: Flatness, plan: JobPlan) -> str:
    """Say the tilt along both axes, over ten of the job's units."""
    metric = plan.style.kind.is_metric
    over, unit = (TILT_OVER_METRES, "10 m") if metric else (TILT_OVER_FEET, "10 ft")
    parts = [
        f"{format_fine(abs(tilt) * over, plan.style)} {'up' if tilt > 0 else 'down'} {way}"
        for tilt, way in ((flat.tilt_x, "to the right"), (flat.tilt_y, "away"))
        if abs(tilt) * over > 5e-4
    ]
    return f"{' and '.join(parts)} over {unit}" if parts else "none"


def _worst(flat: Flatness, found: list[FoundPoint], plan: JobPlan) -> list[BumpSheet]:
    by_size = sorted(
        zip(flat.bumps, found, strict=True), key=lambda pair: abs(pair[0]), reverse=True
    )
    return [
        {
            "point": one.point.name,
            "off": f"{format_fine(abs(bump), plan.style)} {'high' if bump > 0 else 'low'}",
        }
        for bump, one in by_size[:WORST]
        if abs(bump) > 5e-4
    ]
