"""The pages of a paper: its fonts, its foot with number and digest, and what is set on it."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import cache
from typing import Any
from xml.sax.saxutils import escape

from django.conf import settings
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    Flowable,
    Frame,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

PLAIN, BOLD = "Peg", "Peg-Bold"
INK, FAINT, PEG = HexColor("#15191c"), HexColor("#6b7478"), HexColor("#ffc20e")
MARGIN, FOOT = 18 * mm, 16 * mm
ROWS_AT_ONCE = 60
TEXT = ParagraphStyle("text", fontName=PLAIN, fontSize=9, leading=12, textColor=INK)
SMALL = ParagraphStyle("small", parent=TEXT, fontSize=7.5, leading=9.5)
TITLE = ParagraphStyle("title", parent=TEXT, fontName=BOLD, fontSize=20, leading=25)
HEADING = ParagraphStyle(
    "heading", parent=TEXT, fontName=BOLD, fontSize=13, leading=17, spaceBefore=10, keepWithNext=1
)
PART = ParagraphStyle(
    "part", parent=TEXT, fontName=BOLD, fontSize=10, leading=13, spaceBefore=6, keepWithNext=1
)


@dataclass(frozen=True, slots=True)
class Paper:
    """A paper as it was made."""

    content: bytes
    pages: int


@cache
def register_fonts() -> None:
    """Register the fonts that ship with the application."""
    folder = settings.ROOT / "server" / "exports" / "fonts"
    pdfmetrics.registerFont(TTFont(PLAIN, folder / "DejaVuSansCondensed.ttf"))
    pdfmetrics.registerFont(TTFont(BOLD, folder / "DejaVuSansCondensed-Bold.ttf"))


def moment_text(moment: datetime | str) -> str:
    """Return a moment as papers write it: ISO, in UTC, to the minute."""
    read = datetime.fromisoformat(moment) if isinstance(moment, str) else moment
    return read.astimezone(UTC).strftime("%Y-%m-%d %H:%M UTC")


def text(words: str, style: ParagraphStyle = TEXT) -> Paragraph:
    """Set what may have been typed by anybody: its signs are never markup."""
    register_fonts()
    return Paragraph(escape(words), style)


def figures(pairs: Sequence[tuple[str, str]], width: float) -> Table:
    """Set names and their figures, one a line."""
    rows = [[text(name), text(figure)] for name, figure in pairs]
    return Table(rows, colWidths=[width * 0.45, width * 0.55], style=_LINES, hAlign="LEFT")


_LINES = TableStyle(
    [
        ("LINEBELOW", (0, 0), (-1, -1), 0.3, FAINT),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("TOPPADDING", (0, 0), (-1, -1), 1.5),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 1.5),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 2),
        ("FONT", (0, 0), (-1, -1), PLAIN, 7.5, 9.5),
    ]
)
_HEADED = TableStyle(
    [
        *_LINES.getCommands(),
        ("FONT", (0, 0), (-1, 0), BOLD, 7.5, 9.5),
        ("LINEBELOW", (0, 0), (-1, 0), 1.2, PEG),
    ]
)


def table(
    titles: Sequence[str], rows: Sequence[Sequence[str]], shares: Sequence[float], width: float
) -> list[Flowable]:
    """Set a table; long texts wrap, its head is repeated on every page.

    It is set in stretches, so that a long one takes time by its length and no more.
    """
    whole = sum(shares)
    widths = [width * share / whole for share in shares]
    head = [text(title, SMALL_BOLD) for title in titles]
    return [
        Table(
            [
                head,
                *([_cell(cell, at) for cell, at in zip(row, widths, strict=True)] for row in some),
            ],
            colWidths=widths,
            style=_HEADED,
            repeatRows=1,
            splitInRow=1,
            hAlign="LEFT",
        )
        for first in range(0, max(len(rows), 1), ROWS_AT_ONCE)
        for some in [rows[first : first + ROWS_AT_ONCE]]
    ]


SMALL_BOLD = ParagraphStyle("small-bold", parent=SMALL, fontName=BOLD)


def _cell(words: str, width: float) -> str | Paragraph:
    """Return a cell as it is where it fits, to be wrapped where it does not."""
    return words if _width_of(words) < width - 4 else text(words, SMALL)


def _width_of(words: str) -> float:
    return float(pdfmetrics.stringWidth(words, PLAIN, SMALL.fontSize))


class _NumberedCanvas(Canvas):
    """A canvas that knows how many pages there are before it writes the first foot."""

    def __init__(self, *args: Any, foot: Callable[[Canvas, int, int], None], **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._foot, self._kept = foot, list[dict[str, Any]]()

    def showPage(self) -> None:  # noqa: N802 - the library's name
        """Keep a page until all are there."""
        self._kept.append(dict(self.__dict__))
        self._startPage()  # type: ignore[attr-defined]

    def save(self) -> None:
        """Write every page with its foot."""
        for number, page in enumerate(self._kept, start=1):
            self.__dict__.update(page)
            self._foot(self, number, len(self._kept))
            super().showPage()
        super().save()


def page_size(is_metric: bool) -> tuple[float, float]:
    """Return A4 where a job is metric, Letter elsewhere."""
    return A4 if is_metric else LETTER


def width_on(size: tuple[float, float]) -> float:
    """Return the width there is between the margins."""
    return size[0] - 2 * MARGIN


def laid_out(
    story: list[Flowable], size: tuple[float, float], title: str, foot: Sequence[str]
) -> Paper:
    """Lay a story out on numbered pages, each with the same lines at its foot."""
    out, pages = io.BytesIO(), 0

    def write_foot(canvas: Canvas, number: int, of: int) -> None:
        nonlocal pages
        pages = of
        canvas.setFont(PLAIN, 7)
        canvas.setFillColor(INK)
        canvas.setStrokeColor(PEG)
        canvas.line(MARGIN, FOOT, size[0] - MARGIN, FOOT)
        for n, line in enumerate(foot):
            canvas.drawString(MARGIN, FOOT - 9 - 9 * n, line)
        canvas.drawRightString(size[0] - MARGIN, FOOT - 9, f"Page {number} of {of}")

    frame = Frame(
        MARGIN, FOOT + 4, width_on(size), size[1] - MARGIN - FOOT - 4,
        leftPadding=0, rightPadding=0, topPadding=0, bottomPadding=0,
    )  # fmt: skip
    document = BaseDocTemplate(
        out, pagesize=size, title=title, author="Yellow Peg", creator="Yellow Peg"
    )
    document.addPageTemplates([PageTemplate(frames=[frame])])
    document.build(story, canvasmaker=lambda *a, **k: _NumberedCanvas(*a, foot=write_foot, **k))
    return Paper(out.getvalue(), pages)


def gap(height: float = 6) -> Spacer:
    """Return a little room."""
    return Spacer(1, height)
