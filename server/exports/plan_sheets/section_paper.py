"""A section on paper, in a stated exaggeration."""

from __future__ import annotations

from collections.abc import Sequence

from django.utils import timezone
from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from core.drawings import SectionLine, exaggeration
from core.errors import RuleError
from core.lengths import Elevation, Length, Style, format_elevation, format_length
from server.common.refusals import Invalid, Problem
from server.exports.pdf.page import (
    BOLD,
    FAINT,
    HEADING,
    INK,
    PLAIN,
    Paper,
    gap,
    laid_out,
    moment_text,
    table,
    text,
    width_on,
)
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.section import Section, section_of
from server.jobs.models import Job
from server.jobs.rules import style_of

INKS = tuple(map(HexColor, ("#15191c", "#9c1c06", "#0b4591", "#0a5c36", "#7a5200", "#5c2a86")))
TALL, LEFT, FOOT_ROOM = 88 * mm, 26 * mm, 10 * mm
LETTERS = 7.0
TITLES = ("Found", "Point", "Along", "Height")


def section_paper(job: Job, line: SectionLine, ask: SheetAsk) -> Paper:
    """Return a section on paper; raises :class:`Invalid` for a line that cuts nothing."""
    try:
        section = section_of(job, line)
    except RuleError as refused:
        raise Invalid(Problem.of("to_right", refused)) from refused
    style, width = style_of(job), width_on(ask.size)
    drawing = SectionDrawing(section, style, width)
    length = format_length(line.length, style)
    head = f"{job.name}: section, {length} long, heights drawn {drawing.times} times as high"
    story: list[Flowable] = [text(head, HEADING), drawing, gap(8)]
    rows = [
        [
            shot.surface,
            shot.point,
            format_length(shot.along, style),
            format_elevation(shot.elevation, style),
        ]
        for shot in section.shots
    ]
    if rows:
        story += table(TITLES, rows, (3, 2, 2, 2), width)
    made = f"{job.name}. Made {moment_text(timezone.now())}. As the job stood then."
    return laid_out(story, ask.size, f"{job.name}, section", [made])


class SectionDrawing(Flowable):
    """The lines of a section, each with its name, and dots where something was found."""

    def __init__(self, section: Section, style: Style, width: float) -> None:
        super().__init__()
        self.section, self.style = section, style
        self.width, self.height = width, TALL + FOOT_ROOM
        heights = [
            height for surface in section.surfaces for way in surface.stretches for _, height in way
        ] + [shot.elevation for shot in section.shots]
        self.low, self.high = min(heights), max(heights)
        self.tall = max(self.high - self.low, Length.from_metres("0.05"))
        self.inside = (width - LEFT - 8 * mm, TALL - 12 * mm)
        self.times = exaggeration(section.line.length, self.tall, self.inside)
        self.scale = self.inside[0] / float(section.line.length)

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Tell the room it takes."""
        return self.width, self.height

    def at(self, along: Length, height: Elevation) -> tuple[float, float]:
        """Where something lies on paper, in points."""
        up = float(height - self.low) * self.scale * self.times
        return LEFT + float(along) * self.scale, FOOT_ROOM + 6 * mm + up

    def draw(self) -> None:
        """Draw it."""
        canvas: Canvas = self.canv
        canvas.saveState()
        self._heights(canvas)
        named: list[float] = []
        for number, one in enumerate(self.section.surfaces):
            ink = INKS[number % len(INKS)]
            canvas.setStrokeColor(ink)
            canvas.setFillColor(ink)
            canvas.setLineWidth(1.2)
            for way in one.stretches:
                path = canvas.beginPath()
                path.moveTo(*self.at(*way[0]))
                for along, height in way[1:]:
                    path.lineTo(*self.at(along, height))
                canvas.drawPath(path, stroke=1, fill=0)
            self._name(canvas, one.name, self.at(*one.stretches[0][0]), named)
        canvas.setFillColor(INK)
        for shot in self.section.shots:
            canvas.circle(*self.at(shot.along, shot.elevation), 1.7, stroke=0, fill=1)
        canvas.restoreState()

    def _name(self, canvas: Canvas, name: str, at: tuple[float, float], named: list[float]) -> None:
        """Name a line over its start, clear of the names that stand already."""
        x, y = at[0] + 3, at[1] + 2
        while any(abs(y - other) < LETTERS + 1 for other in named):
            y += LETTERS + 1
        named.append(y)
        canvas.setFont(BOLD, LETTERS)
        canvas.drawString(x, y, name)

    def _heights(self, canvas: Canvas) -> None:
        """Write the highest and the lowest height, and where it begins and ends."""
        canvas.setFillColor(INK)
        canvas.setStrokeColor(FAINT)
        canvas.setFont(PLAIN, LETTERS)
        canvas.setLineWidth(0.4)
        for height in dict.fromkeys((self.low, self.high)):
            _, y = self.at(Length(0), height)
            canvas.drawRightString(LEFT - 3, y - 2, format_elevation(height, self.style))
            canvas.line(LEFT, y, LEFT + self.inside[0], y)
        ends = (Length(0), self.section.line.length)
        for along, words in zip(ends, self._ends(), strict=True):
            x, _ = self.at(along, self.low)
            canvas.drawCentredString(x, 2, words)

    def _ends(self) -> Sequence[str]:
        line = self.section.line
        return [
            f"{format_length(one.x, self.style)} right, {format_length(one.y, self.style)} away"
            for one in (line.start, line.end)
        ]
