"""A thickness map drawn on paper, from the same sheet the screen draws."""

from __future__ import annotations

import re
from collections.abc import Sequence

from reportlab.lib.colors import Color, HexColor
from reportlab.pdfgen.canvas import Canvas
from reportlab.pdfgen.pathobject import PDFPathObject
from reportlab.platypus import Flowable

from server.concrete.services.map_sheet import BandSheet, ThicknessMap
from server.exports.pdf.page import BOLD, FAINT, INK, PLAIN

Spot = tuple[float, float]
DEEPEST, FAINTEST, STRONGEST = 0.3, 0.12, 0.62
INKS = {
    "on": HexColor("#0a5c36"),
    "more": HexColor("#0b4591"),
    "less": HexColor("#9c1c06"),
    "thin": HexColor("#9c1c06"),
}
WORDS = {
    "thin": "thin, a hold",
    "less": "less than planned",
    "on": "as planned",
    "more": "more than planned",
}
STEP = re.compile(r"([MLZ])(?:(-?\d+) (-?\d+))?")
TALLEST, KEY_LINE, SEAM = 300.0, 11.0, 0.4


class MapDrawing(Flowable):
    """Bands, contour lines and shots of a slab, clipped to its outline, with their key."""

    def __init__(
        self,
        sheet: ThicknessMap,
        corners: Sequence[Spot],
        shots: Sequence[tuple[str, str, Spot]],
        width: float,
    ) -> None:
        super().__init__()
        self.sheet, self.corners, self.shots = sheet, list(corners), list(shots)
        xs, ys = ([corner[axis] for corner in self.corners] for axis in (0, 1))
        self.origin = (min(xs), min(ys))
        across, deep = max(xs) - min(xs), max(ys) - min(ys)
        self.scale = min((width - 40) / across, TALLEST / deep)
        self.drawn_height = deep * self.scale + 24
        self.width = width
        self.height = self.drawn_height + KEY_LINE * len(sheet["bands"]) + 6

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Tell the room it takes."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw it, its key below."""
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.translate(20, self.height - self.drawn_height + 12)
        outline = self._outline(canvas)
        canvas.saveState()
        canvas.clipPath(outline, stroke=0, fill=0)
        for band in self.sheet["bands"]:
            canvas.setFillColor(_ink(band))
            canvas.setStrokeColor(_ink(band))
            canvas.setLineWidth(SEAM)
            canvas.drawPath(self._path(canvas, band["path"]), stroke=1, fill=1)
        canvas.setStrokeColor(FAINT)
        canvas.setLineWidth(0.5)
        for line in self.sheet["contours"]:
            canvas.drawPath(self._path(canvas, line["path"]), stroke=1, fill=0)
        canvas.restoreState()
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1.2)
        canvas.drawPath(self._outline(canvas), stroke=1, fill=0)
        self._name_shots(canvas)
        canvas.restoreState()
        self._key(canvas)

    def _to(self, spot: Spot) -> Spot:
        return (
            (spot[0] - self.origin[0]) * self.scale,
            (spot[1] - self.origin[1]) * self.scale,
        )

    def _outline(self, canvas: Canvas) -> PDFPathObject:
        path = canvas.beginPath()
        for n, corner in enumerate(self.corners):
            (path.lineTo if n else path.moveTo)(*self._to(corner))
        path.close()
        return path

    def _path(self, canvas: Canvas, steps: str) -> PDFPathObject:
        """Return a path of whole millimetres as the canvas draws it."""
        path = canvas.beginPath()
        for what, x, y in STEP.findall(steps):
            if what == "Z":
                path.close()
            else:
                draw = path.moveTo if what == "M" else path.lineTo
                draw(*self._to((int(x) / 1000, int(y) / 1000)))
        return path

    def _name_shots(self, canvas: Canvas) -> None:
        size = 6 if len(self.shots) <= 150 else 3.5
        for name, thickness, spot in self.shots:
            x, y = self._to(spot)
            canvas.setFillColor(INK)
            canvas.circle(x, y, 1.2, stroke=0, fill=1)
            canvas.setFont(BOLD, size)
            canvas.drawString(x + 2.5, y + 1, name)
            canvas.setFont(PLAIN, size)
            canvas.drawString(x + 2.5, y - size, thickness)

    def _key(self, canvas: Canvas) -> None:
        canvas.setFont(PLAIN, 7.5)
        for n, band in enumerate(reversed(self.sheet["bands"])):
            y = 2 + n * KEY_LINE
            canvas.setFillColor(_ink(band))
            canvas.setStrokeColor(INK)
            canvas.setLineWidth(0.4)
            canvas.rect(20, y, 16, 7, stroke=1, fill=1)
            canvas.setFillColor(INK)
            said = f"{band['low']['text']} to {band['high']['text']}, {WORDS[band['kind']]}"
            canvas.drawString(42, y + 0.5, f"{said}: {band['area']['text']}")


def _ink(band: BandSheet) -> Color:
    """Return a band's shade, mixed with the paper so that triangles meet without a seam."""
    ink = INKS[band["kind"]]
    strength = FAINTEST + abs(band["share"]) / DEEPEST * STRONGEST
    share = FAINTEST if band["kind"] == "on" else min(strength, STRONGEST)
    red, green, blue = (1 - share * (1 - part) for part in (ink.red, ink.green, ink.blue))
    return Color(red, green, blue)
