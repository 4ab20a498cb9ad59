"""A section along a line: what is cut of every surface, and what was shot beside it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from core.drawings import CutShot, CutSurface, SectionLine, beside, cut, cut_strip
from core.elements import CoveredOutline, FollowingLine, StripFooting
from core.errors import BadOutline, RuleError
from core.tasks import SURFACES, Task
from server.exports.lists.points_out import both_heights
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan


@dataclass(frozen=True, slots=True)
class Section:
    """A section: its line, what it cuts as designed, and what was found beside it."""

    line: SectionLine
    surfaces: tuple[CutSurface, ...]
    shots: tuple[CutShot, ...]


def section_of(job: Job, line: SectionLine) -> Section:
    """Return a job's section; raises :class:`BadOutline` for a line that cuts nothing."""
    surfaces = tuple(surface for surface in _surfaces(JobPlan(job), line) if surface.stretches)
    found = [
        (SURFACES[Task(height.point.task)], height.point.name, height.place, height.found)
        for height in both_heights(job)
        if height.point is not None and height.found is not None
    ]
    shots = beside(line, found)
    if not surfaces and not shots:
        raise BadOutline(
            f"{line.start} to {line.end}",
            "Nothing of the plan lies along that line.",
            "Draw it across a floor, a footing or points that were shot.",
        )
    return Section(line, surfaces, shots)


def _surfaces(plan: JobPlan, line: SectionLine) -> Iterator[CutSurface]:
    for key, floor in plan.floors.items():
        slab = plan.surfaces(key)
        for name, surface in slab.surfaces():
            yield cut(f"{floor.name}, {name}", line, slab.outline, surface)
    for element in plan.elements.values():
        try:
            built = plan.element(element.pk)
        except RuleError:
            continue  # it can't be built as it stands, which its own screen says
        if isinstance(built, CoveredOutline):
            yield cut(element.name, line, built.outline, built.surface)
        elif isinstance(built, StripFooting) and not built.steps:
            section = built.section
            yield cut_strip(f"{element.name}, top", line, built.line, section.width, built.top)
            bottom = built.top - section.depth
            yield cut_strip(f"{element.name}, bottom", line, built.line, section.width, bottom)
        elif isinstance(built, FollowingLine):
            continue  # a line has no width to be cut
