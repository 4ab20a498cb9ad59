"""What the core judges points, holes and elements by, gathered from what was shot."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import NamedTuple

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


def element_fact(
    element: Element, own: OwnPegs, aims: Aims, findings: Findings, at: ShotOf | None = None
) -> ElementFact:
    """Return an element with its points; of a row of piers its holes, and what was found there.

    ``at`` says more of each reading than its height; without it nothing more is told.
    """
    points = {(fact.task, fact.name): (point, fact) for point, fact in point_facts(own, aims, at)}
    key = str(element.pk)
    made = aims.plan.element(element.pk)
    if not (isinstance(made, PierRow) and made.has_holes):
        return ElementFact(
            key,
            element.name,
            tuple(fact for _, fact in points.values()),
            frost=aims.plan.frost(element.pk),
            is_wet=aims.plan.is_wet(element.pk),
        )
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
    return ElementFact(key, element.name, tops, holes=tuple(holes), depths=depths)


class Shots(NamedTuple):
    """The readings of a point: the one that counts, the one before it, a rough one since."""

    fine: ShotFact | None
    before: ShotFact | None = None
    rough: ShotFact | None = None


ShotOf = Callable[[Point], Shots]


def point_facts(
    own: OwnPegs, aims: Aims, at: ShotOf | None = None
) -> Iterator[tuple[Point, PointFact]]:
    """Yield every point of a floor or an element with what was shot there."""
    found = {one.point.pk: one for one in own.found}
    for point in own.points:
        one = found.get(point.pk)
        shots = at(point) if at else Shots(_shot(one) if one else _doubted(own, point))
        judged = aims.judged(point, Setting.FINE)
        yield (
            point,
            PointFact(
                str(point.pk), point.name, Task(point.task), judged.target, judged.tolerance, *shots
            ),
        )


def _shot(one: FoundPoint) -> ShotFact:
    return ShotFact(one.elevation, one.half_width, one.sighting.step)


def _doubted(own: OwnPegs, point: Point) -> ShotFact | None:
    """Return a reading in doubt: what it read counts for nothing."""
    if point.pk not in own.doubted:
        return None
    return ShotFact(NOWHERE, 0.0, Length(1), is_doubted=True)
