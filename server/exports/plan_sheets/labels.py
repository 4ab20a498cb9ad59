"""Labels for stakes: a sheet of them or one each, with a code that opens the point on a phone."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from core.tasks import Task
from server.common.refusals import Invalid, Problem
from server.exports.lists.points_out import BothHeights, both_heights
from server.exports.pdf.codes import draw_code
from server.exports.pdf.page import BOLD, FAINT, INK, PLAIN, Paper, register_fonts
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.words import Written, written
from server.jobs.models import Job
from server.jobs.rules import style_of

ACROSS, DOWN = 2, 6
EDGE, PAD = 10 * mm, 3 * mm
ONE_EACH = (100 * mm, 54 * mm)
LARGEST, SMALLEST = 22.0, 7.0


@dataclass(frozen=True, slots=True)
class LabelAsk:
    """Labels: of one task or of all, one each or a sheet, with an offset as it is typed."""

    sheet: SheetAsk
    task: str = ""
    offset: str = ""
    is_one_each: bool = False


@dataclass(frozen=True, slots=True)
class Label:
    """A label: its large line, the smaller ones below, and the address its code opens."""

    name: str
    to_do: str
    lines: tuple[str, ...]
    address: str


def labels_of(job: Job, ask: LabelAsk, site: str) -> list[Label]:
    """Return the labels of a job's points in walking order; ``site`` is where a phone finds it.

    Raises :class:`Invalid` where there is none.
    """
    found = [
        _label(job, height, ask, site)
        for height in both_heights(job)
        if height.point is not None and ask.task in ("", height.point.task)
    ]
    if not found:
        why, accepts = "No point of the plan is labelled so.", "Choose all points."
        raise Invalid(Problem("task", "no-points", ask.task, why, accepts))
    return found


def _as_it_is(point: BothHeights, words: Written) -> str:
    """Say what there is to set, or what was found where nothing is planned."""
    if point.planned is not None:
        return f"set {words.height}"
    if point.found is not None:
        return f"{words.surface.removeprefix('the ')} at {words.height}"
    return "to be shot"


def _label(job: Job, point: BothHeights, ask: LabelAsk, site: str) -> Label:
    assert point.point is not None
    words = written(point, style_of(job), in_tenths=ask.sheet.in_tenths)
    to_do = words.to_do or _as_it_is(point, words)
    surface = f"to {words.surface}" if Task(point.point.task) is not Task.GROUND else words.surface
    offset = f"offset {ask.offset.strip()}" if ask.offset.strip() else ""
    lines = tuple(filter(None, (surface, offset, words.where, job.name)))
    return Label(words.name, to_do, lines, f"{site}/at/{point.point.pk}")


def labels_paper(labels: Sequence[Label], ask: LabelAsk) -> Paper:
    """Lay labels out: sheets to be cut along their lines, or a page for each."""
    register_fonts()
    out = io.BytesIO()
    size = ONE_EACH if ask.is_one_each else ask.sheet.size
    canvas = Canvas(out, pagesize=size, pageCompression=1)
    canvas.setTitle("Stakes")
    boxes = [(0.0, 0.0, *ONE_EACH)] if ask.is_one_each else _grid(size)
    for start in range(0, len(labels), len(boxes)):
        for label, box in zip(labels[start : start + len(boxes)], boxes, strict=False):
            _draw(canvas, label, box, has_edge=not ask.is_one_each)
        canvas.showPage()
    canvas.save()
    return Paper(out.getvalue(), -(-len(labels) // len(boxes)))


Box = tuple[float, float, float, float]


def _grid(size: tuple[float, float]) -> list[Box]:
    """Return where labels stand on a sheet: left, foot, width and height, row by row."""
    wide, tall = (size[0] - 2 * EDGE) / ACROSS, (size[1] - 2 * EDGE) / DOWN
    return [
        (EDGE + column * wide, size[1] - EDGE - (row + 1) * tall, wide, tall)
        for row in range(DOWN)
        for column in range(ACROSS)
    ]


def _draw(canvas: Canvas, label: Label, box: Box, *, has_edge: bool) -> None:
    left, foot, wide, tall = box
    if has_edge:
        canvas.setStrokeColor(FAINT)
        canvas.setLineWidth(0.3)
        canvas.rect(left, foot, wide, tall)
    side = min(tall - 2 * PAD, wide * 0.36)
    draw_code(canvas, label.address, left + wide - side - PAD, foot + (tall - side) / 2, side)
    room = wide - side - 3 * PAD
    canvas.setFillColor(INK)
    top = foot + tall - PAD
    for words, font, most in ((label.name, BOLD, 15.0), (label.to_do, BOLD, LARGEST)):
        top -= _line(canvas, words, font, most, (left + PAD, top, room))
    for words in label.lines:
        top -= _line(canvas, words, PLAIN, 9.0, (left + PAD, top, room))


def _line(
    canvas: Canvas, words: str, font: str, most: float, at: tuple[float, float, float]
) -> float:
    """Write a line as large as there is room for, cut where even the smallest has none."""
    left, top, room = at
    letters = min(most, most * room / max(stringWidth(words, font, most), 1e-6))
    letters = max(letters, SMALLEST)
    while words and stringWidth(words, font, letters) > room:
        words = words[:-2].rstrip() + "…" if len(words) > 2 else ""
    canvas.setFont(font, letters)
    canvas.drawString(left, top - letters, words)
    return letters * 1.22
