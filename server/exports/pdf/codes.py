"""Small square codes on paper, each an address that a phone opens."""

from __future__ import annotations

import segno
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from server.exports.pdf.page import INK, PLAIN

SIDE = 26 * mm
#: One of the eight patterns a code may be laid over; to try all takes five times as long.
MASK = 3


def draw_code(canvas: Canvas, address: str, x: float, y: float, side: float) -> None:
    """Draw an address as a code with its lower left corner at ``x``, ``y``, so wide, in points.

    The quiet margin that readers need is within it.
    """
    code = segno.make(address, error="m", micro=False, mask=MASK)
    rows = [list(row) for row in code.matrix_iter(border=4)]
    module = side / len(rows)
    canvas.saveState()
    canvas.setFillColor(INK)
    path = canvas.beginPath()
    for number, row in enumerate(rows):
        top = y + side - number * module
        for start, length in _runs(row):
            path.rect(x + start * module, top - module, length * module, module)
    canvas.drawPath(path, stroke=0, fill=1)
    canvas.restoreState()


class CodeOnPaper(Flowable):
    """A code with what it opens beside it."""

    def __init__(self, address: str, words: str) -> None:
        super().__init__()
        self.address, self.words = address, words

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Tell the room it takes."""
        return width, SIDE

    def draw(self) -> None:
        """Draw it."""
        draw_code(self.canv, self.address, 0, 0, SIDE)
        self.canv.setFont(PLAIN, 7.5)
        self.canv.setFillColor(INK)
        self.canv.drawString(SIDE + 6, SIDE / 2 - 3, f"{self.words}, on a phone.")


def _runs(row: list[int]) -> list[tuple[int, int]]:
    """Return where the dark stretches of a row begin, and how long they are."""
    runs: list[tuple[int, int]] = []
    for at, dark in enumerate(row):
        if not dark:
            continue
        if runs and sum(runs[-1]) == at:
            runs[-1] = (runs[-1][0], runs[-1][1] + 1)
        else:
            runs.append((at, 1))
    return runs
