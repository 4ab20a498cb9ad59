"""The plan sheet: the plan to a true scale, then every point in a table."""

from __future__ import annotations

from django.utils import timezone
from reportlab.platypus import Flowable, PageBreak

from core.errors import RuleError
from core.lengths import format_length
from server.common.refusals import Invalid, Problem
from server.exports.drawings.of_a_job import shapes_of
from server.exports.lists.points_out import both_heights
from server.exports.pdf.page import (
    FOOT,
    HEADING,
    MARGIN,
    Paper,
    gap,
    laid_out,
    moment_text,
    table,
    text,
    width_on,
)
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.scaled import ScaledPlan, Spot
from server.exports.plan_sheets.words import Written, thickness_at, written
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of

HEAD_ROOM = 44
TITLES = ("On", "Point", "Right", "Away", "Height", "Cut, fill", "Concrete")
HEIGHTS = "Heights: as planned, else as found, above the zero the crew reads by."
SHARES = (3, 2, 2, 2, 2, 2, 2)


def plan_paper(job: Job, ask: SheetAsk) -> Paper:
    """Return a job's plan sheet; raises :class:`Invalid` where there is nothing to draw."""
    style, points = style_of(job), list(both_heights(job))
    shapes = tuple(shapes_of(JobPlan(job)))
    if not shapes and not points:
        why, accepts = "Nothing is on the plan yet.", "Lay out a floor first."
        raise Invalid(Problem(None, "nothing-drawn", job.name, why, accepts))
    said = [written(point, style, in_tenths=ask.in_tenths) for point in points]
    spots = [
        Spot(one.place, _lines(words), one.is_known)
        for one, words in zip(points, said, strict=True)
    ]
    width = width_on(ask.size)
    room = (width, ask.size[1] - MARGIN - FOOT - 4 - HEAD_ROOM)
    try:
        drawing = ScaledPlan(shapes, spots, style, ask, room)
    except RuleError as refused:
        raise Invalid(Problem.of("paper", refused)) from refused
    story: list[Flowable] = [text(f"{job.name}: plan, {drawing.scale.text}", HEADING), drawing]
    rows = [
        [
            words.where,
            words.name,
            format_length(one.place.x, style),
            format_length(one.place.y, style),
            words.height,
            words.to_do,
            thickness_at(one, style),
        ]
        for one, words in zip(points, said, strict=True)
    ]
    if rows:
        story += [PageBreak(), text("Points, in walking order", HEADING), gap(4)]
        story += table(TITLES, rows, SHARES, width)
    made = f"{job.name}. Made {moment_text(timezone.now())}. {HEIGHTS}"
    return laid_out(story, ask.size, f"{job.name}, plan", [made])


def _lines(words: Written) -> tuple[str, ...]:
    """Return the lines beside a point: its name, and what to do there, or its height."""
    return tuple(filter(None, (words.name, words.to_do or words.height)))
