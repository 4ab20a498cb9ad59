"""A job's points as a CSV of a survey; what people typed is never a formula."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal
from typing import Literal
from uuid import UUID

from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Elevation, Style, written_above
from core.tables import ColumnOrder, SurveyOrigin, SurveyPoint, SurveyUnit, to_survey
from server.common.files import harmless, plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import pegs_of, scopes_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

Heights = Literal["planned", "found"]


def points_csv(
    user: User,
    job_id: UUID,
    order: ColumnOrder,
    heights: Heights,
    unit: SurveyUnit,
    origin: SurveyOrigin,
) -> tuple[str, str]:
    """Return the file's name and the points: benchmarks first, then every place to shoot."""
    job, _ = job_for(user, job_id, Ability.READ)
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(order.columns)
    style = style_of(job)
    for point in (height.survey(heights) for height in both_heights(job)):
        cells = {
            "number": harmless(point.number),
            "northing": to_survey(point.place.y, origin.northing, unit),
            "easting": to_survey(point.place.x, origin.easting, unit),
            "elevation": _elevation(point.elevation, style, unit),
            "description": harmless(point.description),
        }
        rows.writerow([cells[name] for name in order.columns])
    name = plain_name(job.name)
    return f"{name}-points.csv", out.getvalue()


def _elevation(elevation: Elevation | None, style: Style, unit: SurveyUnit) -> str:
    above = None if elevation is None else written_above(elevation, style)
    return "" if above is None else to_survey(above, Decimal(0), unit)


@dataclass(frozen=True, slots=True)
class BothHeights:
    """A point with its height as planned and as it was found, each None where it has none.

    ``point`` is None of a benchmark. ``top`` is the slab's over a point of its stone.
    """

    number: str
    place: PlanPoint
    planned: Elevation | None
    found: Elevation | None
    description: str
    row: int
    is_known: bool = False
    point: Point | None = None
    top: Elevation | None = None

    def survey(self, heights: Heights) -> SurveyPoint:
        """Return it with one of its heights."""
        height = self.found if heights == "found" else self.planned
        return SurveyPoint(self.number, self.place, height, self.description, self.row)


def both_heights(job: Job) -> Iterator[BothHeights]:
    """Yield a job's points: benchmarks first, then every place to shoot."""
    for row, mark in enumerate(Benchmark.objects.filter(job=job).order_by("recorded_at"), start=1):
        if mark.place is not None:
            about = f"benchmark, {mark.description}"
            yield BothHeights(
                mark.name, mark.place, mark.elevation, mark.elevation, about, row, is_known=True
            )
    plan, job_trust = JobPlan(job), JobTrust(job)
    number = 0
    for scope in scopes_of(plan):
        pegs, aims = pegs_of(scope, plan, job_trust, shown=())
        for own in pegs.values():
            found = {one.point.pk: one.elevation for one in own.found}
            for point in own.points:
                if point.spot is None:
                    continue
                number += 1
                planned = aims.judged(point, Setting.FINE).target
                about = f"{point.where}, {point.name}"
                yield BothHeights(
                    str(number),
                    point.place,
                    planned,
                    found.get(point.pk),
                    about,
                    number,
                    point=point,
                    top=_top_over(plan, point),
                )


def _top_over(plan: JobPlan, point: Point) -> Elevation | None:
    if point.floor_id is None:
        return None
    return plan.surfaces(point.floor_id).top.elevation(point.place)
