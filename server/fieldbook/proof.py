"""How far a set-up can prove the job's tightest tolerance (section 5)."""

from __future__ import annotations

from math import floor
from typing import TypedDict

from core.lengths import Length, Style, format_fine, format_length
from core.uncertainty import Kit, Sight, proven_distance, uncertainty
from core.verdicts import Tolerance
from server.jobs.models import Floor, Job

METRES_A_FOOT = 0.3048


class Proof(TypedDict):
    """Up to where a kit can prove the job's tightest tolerance; metres, none where it can't."""

    metres: float | None
    text: str


def tightest_tolerance(job: Job) -> Length | None:
    """Return the tightest tolerance of a job's floors, None without a floor."""
    return min(Floor.objects.filter(job=job).values_list("tolerance", flat=True), default=None)


def proof_of_kit(
    kit: Kit, backsight: Sight, tolerance: Length, style: Style, carried: float = 0.0
) -> Proof:
    """Say up to which distance a kit can call a point on."""
    either_way = Tolerance.either_way(tolerance)
    asked = format_length(tolerance, style)
    far = proven_distance(kit, backsight, either_way, backsight.height_on_rod, carried)
    if far is None:
        close = uncertainty(kit, Sight(0.0, backsight.height_on_rod), backsight, carried)
        width = format_fine(close.half_width, style)
        words = f"Can't prove ±{asked} anywhere: U is ±{width} even close by, {close.in_words}."
        return {"metres": None, "text": words}
    return {"metres": far, "text": f"Can prove ±{asked} up to {_whole(far, style)} away."}


def _whole(metres: float, style: Style) -> str:
    """Write a distance in whole units, rounded down: it is a limit."""
    metric = style.kind.is_metric
    return f"{floor(metres)} m" if metric else f"{floor(metres / METRES_A_FOOT)} ft"
