"""What a job's drawing shows: outlines by layer, and every point with its height."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from core.drawings import DrawnPoint, DrawnShape, JobDrawing, cut_or_fill, layer_name
from core.floors import PlanPoint
from core.lengths import Elevation, Length, format_length, written_above
from core.surfaces import around, inside
from core.surfaces.triangles import Floats
from core.tables import SurveyUnit
from server.concrete.services.thickness_map import thickness_areas, thickness_lines
from server.exports.lists.points_out import BothHeights, Heights, both_heights
from server.exports.plan_sheets.section import Section
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.jobs.rules import style_of

#: How far below the plan a section is drawn.
BELOW = Length.from_metres(3)
BENCHMARKS, POINTS = "BENCHMARKS", "POINTS"


def drawing_of(
    job: Job, heights: Heights, unit: SurveyUnit, section: Section | None = None
) -> JobDrawing:
    """Return a job's drawing, its points' heights as planned or as they were found.

    A section is drawn below the plan: how far along to the right, how high upward.
    """
    plan = JobPlan(job)
    shapes = (*shapes_of(plan), *_contours(job, plan))
    points = tuple(points_of(job, heights, unit))
    if section is not None:
        shapes += tuple(_section(section, shapes))
    return JobDrawing(shapes, points)


def _section(section: Section, shapes: Iterable[DrawnShape]) -> Iterator[DrawnShape]:
    places = [place for shape in shapes for place in shape.places] or [section.line.start]
    left, foot = min(one.x for one in places), min(one.y for one in places) - BELOW
    ways = [(surface.name, way) for surface in section.surfaces for way in surface.stretches]
    highest = max((height for _, way in ways for _, height in way), default=None)
    for name, way in ways:
        assert highest is not None
        drawn = tuple(PlanPoint(left + along, foot + (height - highest)) for along, height in way)
        yield DrawnShape(layer_name("section", name), drawn, is_closed=False)


def shapes_of(plan: JobPlan) -> Iterator[DrawnShape]:
    """Yield the outlines of a plan, each on its layer."""
    for key, floor in plan.floors.items():
        level = _written(plan.finished(floor), plan)
        layer = layer_name("slab", floor.name)
        yield DrawnShape(layer, plan.outlines[key].corners, is_closed=True, elevation=level)
    for element in plan.elements.values():
        layer = layer_name(ElementKind(element.kind).label, element.name)
        for drawn in plan.element(element.pk).drawn():
            yield DrawnShape(layer, drawn.places, drawn.is_closed)


def points_of(job: Job, heights: Heights, unit: SurveyUnit) -> Iterator[DrawnPoint]:
    """Yield a job's points with their heights, benchmarks on a layer of their own."""
    style = style_of(job)
    for point in both_heights(job):
        height = point.survey(heights).elevation
        yield DrawnPoint(
            BENCHMARKS if point.is_known else POINTS,
            point.number,
            point.place,
            None if height is None else Elevation(written_above(height, style).nanometres),
            point.description,
            _to_do(point, unit),
        )


def _to_do(point: BothHeights, unit: SurveyUnit) -> str:
    if point.is_known or point.found is None or point.planned is None:
        return ""
    return cut_or_fill(point.found, point.planned, unit)


def _contours(job: Job, plan: JobPlan) -> Iterator[DrawnShape]:
    """Yield lines and bands of how thick each floor's slab is, over the stone that was found."""
    pegs, _ = pegs_of(stone_of(plan.floors), plan, JobTrust(job), shown=())
    for key, floor in plan.floors.items():
        for contour in thickness_lines(plan, key, pegs.get(key, OwnPegs())):
            layer = layer_name("thickness", _thick(contour.level, plan), floor.name)
            for begin, end in inside(contour.stretches, plan.outlines[key]):
                yield DrawnShape(layer, (_place(begin), _place(end)), is_closed=False)
        for band in thickness_areas(plan, key, pegs.get(key, OwnPegs())):
            low, high = (_thick(level, plan) for level in (band.low, band.high))
            layer = layer_name("band", low, "to", high, floor.name)
            for ring in around(band.pieces, plan.outlines[key]):
                yield DrawnShape(layer, tuple(map(_place, ring)), is_closed=True)


def _thick(metres: float, plan: JobPlan) -> str:
    return format_length(Length.from_float(metres), plan.style)


def _place(at: Floats) -> PlanPoint:
    return PlanPoint(Length.from_float(float(at[0])), Length.from_float(float(at[1])))


def _written(level: Elevation | None, plan: JobPlan) -> Elevation | None:
    """Return a height above the zero that crews read heights above."""
    if level is None:
        return None
    return Elevation(written_above(level, plan.style).nanometres)
