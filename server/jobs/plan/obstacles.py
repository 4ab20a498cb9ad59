"""What stands on a job that a beam does not pass, and what it hides from a place."""

from __future__ import annotations

from collections.abc import Iterable

from core.elements import Obstacle
from core.floors import Block, PlanPoint, is_hidden
from server.jobs.models import Element, Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind

#: So many names are told one by one.
NAMED = 6


def blocks_of(job: Job) -> tuple[Block, ...]:
    """Return the sides of everything on a job's plan that a beam does not pass."""
    standing = Element.objects.filter(job=job, kind=ElementKind.OBSTACLE, retired_at=None)
    if not standing.exists():
        return ()
    plan, found = JobPlan(job), list[Block]()
    for element in standing:
        made = plan.element(element.pk)
        found += made.sides if isinstance(made, Obstacle) else ()
    return tuple(found)


def unseen(
    points: Iterable[tuple[str, PlanPoint]], place: PlanPoint, blocks: tuple[Block, ...]
) -> str:
    """Name the points that something hides from a place; empty where all are seen."""
    stands = float(place.x), float(place.y)
    names = [name for name, at in points if is_hidden((float(at.x), float(at.y)), stands, blocks)]
    more = len(names) - NAMED
    return ", ".join(names[:NAMED]) + (f" and {more} more" if more > 0 else "")
