"""How far a set-up can prove the job's tightest tolerance (section 5)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from math import floor
from typing import TypedDict

from core.lengths import Length, Style, format_fine, format_length
from core.uncertainty import Kit, Sight, proven_distance, uncertainty
from core.verdicts import Tolerance
from server.jobs.models import Element, Floor, Job
from server.jobs.plan.job_plan import JobPlan

METRES_A_FOOT = 0.3048


class Proof(TypedDict):
    """Up to where a kit can prove the job's tightest tolerance; metres, none where it can't."""

    metres: float | None
    text: str


def tightest_tolerance(job: Job) -> Length | None:
    """Return the tightest tolerance of what is planned on a job, None where nothing is."""
    floors = Floor.objects.filter(job=job, retired_at=None).values_list("tolerance", flat=True)
    elements = Element.objects.filter(job=job, retired_at=None).values_list("tolerance", flat=True)
    return _tightest([*floors, *elements])


def tightest_of(plan: JobPlan) -> Length | None:
    """Return the tightest tolerance of a plan that is at hand."""
    floors = [floor.tolerance for floor in plan.floors.values()]
    return _tightest([*floors, *(element.tolerance for element in plan.elements.values())])


def _tightest(tolerances: Iterable[Length]) -> Length | None:
    """Return the tightest; what is only found out, such as the ground, has none."""
    return min((tolerance for tolerance in tolerances if tolerance.nanometres), default=None)


def proof_of_kit(kit: Kit, sights: Sequence[Sight], tolerance: Length, style: Style) -> Proof:
    """Say up to which distance a kit can call a point on."""
    either_way = Tolerance.either_way(tolerance)
    asked = format_length(tolerance, style)
    height = sights[0].height_on_rod
    far = proven_distance(kit, sights, either_way, height)
    if far is None:
        close = uncertainty(kit, Sight(0.0, height), sights)
        width = format_fine(close.half_width, style)
        words = f"Can't prove ±{asked} anywhere: U is ±{width} even close by, {close.in_words}."
        return {"metres": None, "text": words}
    return {"metres": far, "text": f"Can prove ±{asked} up to {_whole(far, style)} away."}


def _whole(metres: float, style: Style) -> str:
    """Write a distance in whole units, rounded down: it is a limit."""
    metric = style.kind.is_metric
    return f"{floor(metres)} m" if metric else f"{floor(metres / METRES_A_FOOT)} ft"
