"""A job's surfaces as triangles: each floor as designed, and its stone as it was shot."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from core.elements import CoveredOutline
from core.errors import NotEnoughShots
from core.floors import Outline
from core.surfaces import StoneShot, Triangulated, as_shot, designed
from core.tasks import SURFACES
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class NamedSurface:
    """A surface with its name and what it is; heights above the zero that crews read."""

    name: str
    description: str
    surface: Triangulated


def surfaces_of(job: Job) -> Iterator[NamedSurface]:
    """Yield a job's surfaces: each floor and its stone, then what else was shot over an outline.

    One that too few shots are of is none.
    """
    plan, job_trust = JobPlan(job), JobTrust(job)
    pegs, _ = pegs_of(stone_of(plan.floors), plan, job_trust, shown=())
    datum = float(style_of(job).datum.metres)
    for key, floor in plan.floors.items():
        slab = plan.surfaces(key)
        outlines = [panel.outline for panel in slab.panels] or [slab.outline]
        finished = designed(outlines, slab.top)
        yield NamedSurface(f"{floor.name}, finished", "as designed", _above(finished, datum))
        yield from _shot(f"{floor.name}, stone", slab.outline, pegs.get(key), datum)
    covered = {
        key: built
        for key in plan.elements
        if isinstance(built := plan.element(key), CoveredOutline)
    }
    found, _ = pegs_of({"element__in": list(covered)}, plan, job_trust, shown=())
    for key, built in covered.items():
        name = f"{plan.elements[key].name}, {SURFACES[built.task].removeprefix('the ')}"
        yield from _shot(name, built.outline, found.get(key), datum)


def _shot(
    name: str, outline: Outline, pegs: OwnPegs | None, datum: float
) -> Iterator[NamedSurface]:
    """Yield a surface as it was shot, where it was."""
    shots = [
        StoneShot(one.point.place, float(one.elevation.metres))
        for one in (pegs.found if pegs else ())
    ]
    try:
        surface = as_shot(outline, shots)
    except NotEnoughShots:
        return
    yield NamedSurface(name, "as shot", _above(surface, datum))


def _above(surface: Triangulated, datum: float) -> Triangulated:
    return replace(surface, heights=tuple(height + datum for height in surface.heights))
