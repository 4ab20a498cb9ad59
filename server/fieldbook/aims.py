"""What every point of a job is set to: its target, its tolerance, its pass."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID

from core.elements import PierRow
from core.instruments import Setting
from core.lengths import Elevation, Length
from core.tasks import Task
from core.verdicts import Tolerance
from server.fieldbook.figures import Judged
from server.jobs.models import Element, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.pier_elements import PierWork
from server.jobs.rules import rough_tolerance_of

Grounds = Mapping[tuple[UUID, str], Elevation]
PASSES = (Setting.FINE, Setting.COARSE)


class Aims:
    """What the points of a job are judged against.

    ``grounds`` is the ground found at each point of an element by its name; the bottom of a
    pier's hole follows from it.
    """

    def __init__(self, plan: JobPlan, grounds: Grounds) -> None:
        self.plan, self.grounds = plan, grounds
        self._rough = rough_tolerance_of(plan.job)
        self._pier_work: dict[UUID, PierWork] = {}

    def judged(self, point: Point, setting: str) -> Judged:
        """Return what a reading on a point is judged against in one pass."""
        if point.floor_id is not None:
            return self._stone(point, setting)
        element = self.plan.elements[point.owner_id]
        task = Task(point.task)
        tolerance = self.tolerance(element, task, setting)
        made = self.plan.element(element.pk) if task is Task.PIER_TOP else None
        return Judged(
            task,
            self.target(element, point),
            tolerance,
            self.plan.style,
            setting,
            head=made.head if isinstance(made, PierRow) else None,
        )

    def _stone(self, point: Point, setting: str) -> Judged:
        floor, surfaces = self.plan.floors[point.owner_id], self.plan.surfaces(point.owner_id)
        return Judged(
            Task.STONE,
            surfaces.sub_base.elevation(point.place),
            Tolerance.either_way(self._wide(floor.tolerance, setting)),
            self.plan.style,
            setting,
            surfaces.over(point.place),
            is_covered=point.is_covered,
        )

    def target(self, element: Element, point: Point) -> Elevation | None:
        """Return what a point of an element is set to; None where it is only found out."""
        task = Task(point.task)
        if task is Task.FREE:
            wanted: Elevation | None = point.target
            return wanted
        planned = self.plan.targets(element.pk).get((task, point.name))
        if task is not Task.HOLE:
            return planned
        ground = self.grounds.get((element.pk, point.name))
        if ground is None:
            return planned
        return self.pier_work(element.pk).depths.bottom_below(ground, planned)

    def pier_work(self, element_id: UUID) -> PierWork:
        """Return what a row of piers is besides its geometry."""
        if element_id not in self._pier_work:
            self._pier_work[element_id] = self.plan.pier_work(element_id)
        return self._pier_work[element_id]

    def tolerance(self, element: Element, task: Task, setting: str) -> Tolerance:
        """Return how far off is still on, in one pass; a hole may be any deeper, and no less."""
        if task is Task.HOLE:
            return Tolerance.at_least_so_deep()
        return Tolerance.either_way(self._wide(element.tolerance, setting))

    def _wide(self, tolerance: Length, setting: str) -> Length:
        return max(tolerance, self._rough) if setting == Setting.COARSE else tolerance
