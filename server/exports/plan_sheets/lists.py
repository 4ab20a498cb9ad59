"""Lists in the pocket: points in walking order, and the pier schedule."""

from __future__ import annotations

from django.utils import timezone
from reportlab.platypus import Flowable

from core.lengths import format_length
from core.tasks import Stage
from server.common.refusals import Invalid, Problem
from server.common.shown import Shown
from server.crews.models import User
from server.exports.lists.points_out import both_heights
from server.exports.pdf.page import (
    HEADING,
    TEXT,
    Paper,
    gap,
    laid_out,
    moment_text,
    table,
    text,
    width_on,
)
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.words import thickness_at, written
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.stages.piers import PierLine, PierSchedule
from server.stages.stage_sheet import stage_sheet

WALK = ("", "Point", "Write or spray", "Surface", "Concrete", "Right", "Away", "Done")
WALK_SHARES = (1, 3, 3, 4, 2, 2, 2, 1)
PIERS = ("Pier", "Along", "Ground", "Hole's bottom", "Top", "Tube", "Concrete", "Note")
PIER_SHARES = (1, 2, 2, 2, 2, 2, 2, 4)


def walking_paper(job: Job, ask: SheetAsk, task: str) -> Paper:
    """Return a job's points in walking order, for who writes stakes by hand or sprays thickness.

    Raises :class:`Invalid` where no point is of that task.
    """
    style = style_of(job)
    points = [
        height for height in both_heights(job) if height.point and task in ("", height.point.task)
    ]
    if not points:
        why, accepts = "No point of the plan is walked to so.", "Choose all points."
        raise Invalid(Problem("task", "no-points", task, why, accepts))
    rows = []
    for number, one in enumerate(points, start=1):
        words = written(one, style, in_tenths=ask.in_tenths)
        rows.append(
            [
                str(number),
                f"{words.where}, {words.name}",
                words.to_do or words.height,
                words.surface,
                thickness_at(one, style),
                format_length(one.place.x, style),
                format_length(one.place.y, style),
                "☐",
            ]
        )
    story: list[Flowable] = [text(f"{job.name}: stakes and paint, in walking order", HEADING)]
    story += table(WALK, rows, WALK_SHARES, width_on(ask.size))
    return laid_out(story, ask.size, f"{job.name}, walking order", [_made(job)])


def piers_paper(user: User, job: Job, ask: SheetAsk) -> Paper:
    """Return a job's pier schedules; raises :class:`Invalid` where it has no piers."""
    schedules = stage_sheet(user, job.pk, Stage.PIERS)["schedules"]
    if not schedules:
        why, accepts = "The plan has no piers.", "Add them to the plan first."
        raise Invalid(Problem(None, "no-piers", job.name, why, accepts))
    width = width_on(ask.size)
    story: list[Flowable] = []
    for schedule in schedules:
        story += [
            text(f"{schedule['name']}: pier schedule", HEADING),
            text(_about(schedule), TEXT),
            gap(4),
        ]
        story += table(PIERS, [_pier(line) for line in schedule["piers"]], PIER_SHARES, width)
        story += [text(line) for line in _cut_list(schedule)]
    return laid_out(story, ask.size, f"{job.name}, piers", [_made(job)])


def _about(one: PierSchedule) -> str:
    parts = [f"Tubes of {one['diameter']['text']}", one["bell"] and f"bell {one['bell']}"]
    return "; ".join(filter(None, [*parts, *one["stack"]])) + "."


def _pier(line: PierLine) -> list[str]:
    note = "; ".join(filter(None, (line["problem"], line["head"], line["bearing"], line["note"])))
    return [
        line["name"],
        line["along"]["text"],
        _shown(line["ground"]),
        _shown(line["bottom"]),
        line["top"]["text"],
        _shown(line["tube"]),
        line["concrete"]["text"] if line["concrete"] else "",
        note,
    ]


def _cut_list(one: PierSchedule) -> list[str]:
    said = [
        f"Stock {number}: {', '.join(stock['pieces'])}; {stock['waste']['text']} is left."
        for number, stock in enumerate(one["stocks"], start=1)
    ]
    return [*said, one["cut_problem"]] if one["cut_problem"] else said


def _shown(known: Shown | None) -> str:
    return "" if known is None else known["text"]


def _made(job: Job) -> str:
    return f"{job.name}. Made {moment_text(timezone.now())}. As the job stood then."
