"""From stored plans to the core's values."""

from __future__ import annotations

from collections.abc import Iterable

from core import floors
from core.errors import BadLevel
from core.floors import Outline
from core.lengths import Elevation, Length, Style, StyleKind
from core.runs.run import ALLOWED_A_SET_UP
from core.setups.backsights import TOLERANCE_OF_A_RE_READ
from server.jobs.models import Floor, FloorCorner, Job

LONGEST_CHAIN = 8


def style_of(job: Job) -> Style:
    """Return the style a job's lengths are shown in, its heights above its datum."""
    datum: Length = job.datum
    return Style.from_code(job.style).tied(datum)


def kind_of(job: Job) -> StyleKind:
    """Return what a bare number means on a job's forms."""
    return style_of(job).kind


def reread_tolerance_of(job: Job) -> Length:
    """Return how far a re-read may be off: the job's own, else 1/8 in or 3 mm (section 4)."""
    metric = kind_of(job).is_metric
    default = TOLERANCE_OF_A_RE_READ if metric else Length.from_inches("0.125")
    return job.reread_tolerance or default


def rough_tolerance_of(job: Job) -> Length:
    """Return how far off is still on in a rough pass: the job's own, else 1/2 in or 12 mm."""
    metric = kind_of(job).is_metric
    default = Length.from_metres("0.012") if metric else Length.from_inches("0.5")
    return job.rough_tolerance or default


def run_allowance_of(job: Job) -> Length:
    """Return what a run may be off for one set-up: the job's own, else 3 mm (section 4)."""
    return job.run_allowance or ALLOWED_A_SET_UP


def outline_of(corners: Iterable[FloorCorner]) -> Outline:
    """Return a floor's outline from its stored corners."""
    return Outline(tuple(corner.place for corner in corners))


def finished_level(floor: Floor, links: int = 0) -> Elevation:
    """Return a floor's finished level, following its references to a benchmark.

    Raises :class:`BadLevel` for floors that refer to each other in a ring.
    """
    given: Elevation | None = floor.level_elevation
    if given is not None:
        return given
    if links > LONGEST_CHAIN:
        raise BadLevel(
            floor.name,
            "Its level leads through too many floors, or back to itself.",
            "Give it from a benchmark.",
        )
    if floor.reference_floor is not None:
        reference = finished_level(floor.reference_floor, links + 1)
    else:
        assert floor.reference_benchmark is not None
        reference = floor.reference_benchmark.elevation
    offset: Length | None = floor.level_offset
    assert offset is not None
    return floors.finished_level(reference, offset)
