"""A center-zero strip and a gauge block on paper, true to scale, to be cut out and glued on."""

from __future__ import annotations

import io

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from core.drawings import StripPiece, center_zero_strip
from core.lengths import Length, Style, format_length
from server.exports.pdf.page import BOLD, FAINT, INK, PEG, PLAIN, Paper, register_fonts
from server.exports.plan_sheets.ask import SheetAsk

EDGE = 14 * mm
#: A strip's width, its longest mark, and how far strips lie apart, in points.
WIDE, LONG, APART = 26 * mm, 11 * mm, 36 * mm
POINTS_A_METRE = 1000 * mm
#: What is measured on the paper to see that it was printed at its true size.
PROOF = Length.from_metres("0.1")


def strip_paper(half: Length, block: Length | None, style: Style, ask: SheetAsk) -> Paper:
    """Lay a strip out in pieces that fit the sheet, with a gauge block as high as the beam.

    Raises :class:`OutOfRange` for a strip nobody needs.
    """
    width, height = ask.size
    room = Length.from_float((height - 2 * EDGE - 16 * mm) / POINTS_A_METRE)
    pieces = list(center_zero_strip(half, style, room))
    if block is not None:
        # A block is a rule of one piece or more with no marks: its height, cut like the strip.
        pieces += _block(block, room)
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=ask.size, pageCompression=1)
    canvas.setTitle("Center-zero strip")
    across = max(1, int((width - 2 * EDGE) // APART))
    pages = 0
    for first in range(0, len(pieces), across):
        _head(canvas, ask, style)
        for column, piece in enumerate(pieces[first : first + across]):
            _piece(canvas, piece, EDGE + column * APART, style)
        canvas.showPage()
        pages += 1
    canvas.save()
    return Paper(out.getvalue(), pages)


def _block(block: Length, room: Length) -> list[StripPiece]:
    starts = range(0, block.nanometres, room.nanometres)
    ends = [min(start + room.nanometres, block.nanometres) for start in starts]
    return [
        StripPiece(Length(start), Length(end), ()) for start, end in zip(starts, ends, strict=True)
    ]


def _head(canvas: Canvas, ask: SheetAsk, style: Style) -> None:
    """Say how to print it, with a line to measure whether it was."""
    _, height = ask.size
    long = float(PROOF) * POINTS_A_METRE
    y = height - EDGE
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 9)
    measured = f"100 mm ({format_length(PROOF, Style.from_code('in/16'))})"
    canvas.drawString(EDGE + long + 8, y - 3, f"Print at 100 %. This line is {measured}.")
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(1)
    for x in (EDGE, EDGE + long):
        canvas.line(x, y - 4, x, y + 4)
    canvas.line(EDGE, y, EDGE + long, y)


def _piece(canvas: Canvas, piece: StripPiece, left: float, style: Style) -> None:
    """Draw a piece upright: its marks from the left edge, its numbers, its high and low side."""
    foot, start = EDGE, float(piece.start)
    tall = (float(piece.end) - start) * POINTS_A_METRE
    canvas.setLineWidth(0.5)
    canvas.setStrokeColor(FAINT)
    canvas.rect(left, foot, WIDE, tall)
    canvas.setFillColor(INK)
    canvas.setStrokeColor(INK)
    if not piece.marks:
        canvas.setFont(BOLD, 10)
        ends = format_length(piece.start, style), format_length(piece.end, style)
        canvas.drawCentredString(left + WIDE / 2, foot + tall / 2, "GAUGE BLOCK")
        canvas.setFont(PLAIN, 9)
        canvas.drawCentredString(left + WIDE / 2, foot + tall / 2 - 13, f"{ends[0]} to {ends[1]}")
        return
    for mark in piece.marks:
        y = foot + (float(mark.at) - start) * POINTS_A_METRE
        canvas.setLineWidth(1.4 if mark.number else 0.5)
        canvas.line(left, y, left + LONG * mark.share, y)
        if mark.number:
            _number(canvas, mark.number, mark.at, left, y)


def _number(canvas: Canvas, number: str, at: Length, left: float, y: float) -> None:
    """Write a number and what reading it means: above the zero the surface is low."""
    side = "" if at.nanometres == 0 else "low" if at.nanometres > 0 else "high"
    if not side:
        canvas.setFillColor(PEG)
        canvas.rect(left + LONG, y - 5, WIDE - LONG, 10, stroke=0, fill=1)
        canvas.setFillColor(INK)
    canvas.setFont(BOLD, 10)
    canvas.drawString(left + LONG + 3, y - 3.5, number)
    canvas.setFont(PLAIN, 6.5)
    canvas.drawString(left + LONG + 17, y - 2.5, side)
