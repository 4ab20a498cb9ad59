"""What the core judges points, holes and elements by, gathered from what was shot."""

from __future__ import annotations

from collections.abc import Iterator

from core.elements import PierRow
from core.instruments import Setting
from core.lengths import Elevation, Length
from core.piers import Bearing
from core.pours import ElementFact, HoleFact, PointFact, ShotFact
from core.tasks import Task
from server.fieldbook.aims import Aims
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Element, Point
from server.stages.piers import Findings

NOWHERE = Elevation(0)


def element_fact(element: Element, own: OwnPegs, aims: Aims, findings: Findings) -> ElementFact:
    """Return an element with its points; of a row of piers its holes, and what was found there."""
    points = {(fact.task, fact.name): (point, fact) for point, fact in point_facts(own, aims)}
    if not isinstance(aims.plan.element(element.pk), PierRow):
        return ElementFact(element.name, tuple(fact for _, fact in points.values()))
    holes = []
    for (task, name), (point, bottom) in points.items():
        if task is Task.HOLE:
            finding = findings.get(point.pk)
            _, ground = points.get((Task.GROUND, name), (None, None))
            bearing = Bearing(finding.bearing) if finding else None
            is_clean = finding is not None and finding.is_cleaned
            holes.append(HoleFact(ground, bottom, bearing, is_clean))
    tops = tuple(fact for (task, _), (_, fact) in points.items() if task is Task.PIER_TOP)
    depths = aims.pier_work(element.pk).depths
    return ElementFact(element.name, tops, holes=tuple(holes), depths=depths)


def point_facts(own: OwnPegs, aims: Aims) -> Iterator[tuple[Point, PointFact]]:
    """Yield every point of a floor or an element with what was shot there."""
    found = {one.point.pk: one for one in own.found}
    for point in own.points:
        one = found.get(point.pk)
        shot = _shot(one) if one else _doubted(own, point)
        tolerance = aims.judged(point, Setting.FINE).tolerance
        target = one.target if one else None
        yield point, PointFact(point.name, Task(point.task), target, tolerance, shot)


def _shot(one: FoundPoint) -> ShotFact:
    return ShotFact(one.elevation, one.half_width, one.sighting.step)


def _doubted(own: OwnPegs, point: Point) -> ShotFact | None:
    """Return a reading in doubt: what it read counts for nothing."""
    if point.pk not in own.doubted:
        return None
    return ShotFact(NOWHERE, 0.0, Length(1), is_doubted=True)
