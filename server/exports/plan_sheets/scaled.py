"""A plan drawn on paper to a true scale, with what it takes to check the print."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, degrees, hypot

from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from core.drawings import DrawnShape, bar_for, scale_for
from core.floors import Outline, PlanPoint
from core.lengths import Length, Style, format_length
from server.exports.pdf.page import BOLD, FAINT, INK, PEG, PLAIN
from server.exports.plan_sheets.ask import SheetAsk

#: Room for dimensions around the plan, and for the bar and the arrow below it.
AROUND, BELOW = 16 * mm, 14 * mm
LETTERS, SMALL_LETTERS = 7.0, 6.0
LONGEST_BAR = Length.from_metres("0.06")
FOUR = 4
#: How far outside its line a side's length is written, in points.
OUTSIDE = 4.0
TURNS = {"up": 0, "left": 90, "down": 180, "right": 270}
Box = tuple[float, float, float, float]


@dataclass(frozen=True, slots=True)
class Spot:
    """A place with the lines written beside it; a benchmark has a mark of its own."""

    place: PlanPoint
    lines: tuple[str, ...]
    is_known: bool


class ScaledPlan(Flowable):
    """Outlines with their sides and diagonals, spots with what is written there, a bar."""

    def __init__(
        self,
        shapes: Sequence[DrawnShape],
        spots: Sequence[Spot],
        style: Style,
        ask: SheetAsk,
        room: tuple[float, float],
    ) -> None:
        super().__init__()
        self.shapes, self.spots, self.style, self.ask = shapes, spots, style, ask
        self.width, self.height = room
        places = [place for shape in shapes for place in shape.places] + [
            spot.place for spot in spots
        ]
        xs, ys = [one.x for one in places], [one.y for one in places]
        self.left, self.near = min(xs), min(ys)
        self.across, self.along = max(xs) - self.left, max(ys) - self.near
        inside = (_length(room[0] - 2 * AROUND), _length(room[1] - 2 * AROUND - BELOW))
        self.is_metric = style.kind.is_metric
        self.scale = scale_for(self.across, self.along, inside, is_metric=self.is_metric)
        self.taken: list[Box] = []
        self.not_written = 0

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Tell the room it takes."""
        return self.width, self.height

    def at(self, place: PlanPoint) -> tuple[float, float]:
        """Where a place lies on paper, in points."""
        x = self.scale.on_paper(place.x - self.left) * 1000 * mm
        y = self.scale.on_paper(place.y - self.near) * 1000 * mm
        wide = self.scale.on_paper(self.across) * 1000 * mm
        return (self.width - wide) / 2 + x, BELOW + AROUND + y

    def draw(self) -> None:
        """Draw it."""
        canvas: Canvas = self.canv
        canvas.saveState()
        for shape in self.shapes:
            self._shape(canvas, shape)
        for spot in self.spots:
            self._mark(canvas, spot)
        for shape in self.shapes:
            if shape.is_closed and shape.layer.startswith("SLAB"):
                self._sides(canvas, shape)
        for spot in sorted(self.spots, key=lambda one: not one.is_known):
            self._lines(canvas, spot)
        self._say_what_is_left_out(canvas)
        self._bar(canvas)
        self._arrow(canvas)
        canvas.restoreState()

    def _shape(self, canvas: Canvas, shape: DrawnShape) -> None:
        path = canvas.beginPath()
        path.moveTo(*self.at(shape.places[0]))
        for place in shape.places[1:]:
            path.lineTo(*self.at(place))
        if shape.is_closed:
            path.close()
        is_main = shape.layer.startswith("SLAB")
        canvas.setStrokeColor(INK if is_main else FAINT)
        canvas.setLineWidth(1.3 if is_main else 0.6)
        canvas.drawPath(path, stroke=1, fill=0)

    def _mark(self, canvas: Canvas, spot: Spot) -> None:
        x, y = self.at(spot.place)
        self.taken.append((x - 5, y - 3, x + 5, y + 6) if spot.is_known else _box(x, y, 2.5))
        canvas.setStrokeColor(INK)
        canvas.setFillColor(PEG)
        canvas.setLineWidth(0.6)
        if spot.is_known:
            path = canvas.beginPath()
            path.moveTo(x - 4, y + 5)
            path.lineTo(x + 4, y + 5)
            path.lineTo(x, y)
            path.close()
            canvas.drawPath(path, stroke=1, fill=1)
        else:
            canvas.circle(x, y, 1.6, stroke=1, fill=1)

    def _sides(self, canvas: Canvas, shape: DrawnShape) -> None:
        """Write how long each side is, and both diagonals of four corners."""
        places = list(shape.places)
        if Outline(shape.places).twice_area > 0:
            places.reverse()  # what is outside lies then to the left of every side
        for a, b in pairwise([*places, places[0]]):
            self._along(canvas, a, b, OUTSIDE)
        if len(shape.places) == FOUR:
            a, b, c, d = shape.places
            canvas.setStrokeColor(FAINT)
            canvas.setDash(2, 3)
            for one, other in ((a, c), (b, d)):
                canvas.setLineWidth(0.4)
                canvas.line(*self.at(one), *self.at(other))
                self._along(canvas, one, other, 2, share=0.22)
            canvas.setDash()

    def _along(
        self, canvas: Canvas, a: PlanPoint, b: PlanPoint, off: float, share: float = 0.5
    ) -> None:
        """Write a length to the left of its line, where that is long enough to be written."""
        (x1, y1), (x2, y2) = self.at(a), self.at(b)
        text = format_length(a.distance(b), self.style)
        wide, run = stringWidth(text, PLAIN, SMALL_LETTERS), hypot(x2 - x1, y2 - y1)
        if run < wide + 6:
            return
        right, up = (x2 - x1) / run, (y2 - y1) / run
        middle = off + SMALL_LETTERS / 2
        for step in range(-2, 3):
            along = run * share + step * wide / 5
            x, y = x1 + right * along - up * middle, y1 + up * along + right * middle
            self.taken.append(_box(x, y, max(SMALL_LETTERS / 2, wide / 9)))
        angle = degrees(atan2(y2 - y1, x2 - x1))
        is_over = not -90 < angle <= 90
        canvas.saveState()
        canvas.translate(x1 + (x2 - x1) * share, y1 + (y2 - y1) * share)
        canvas.rotate(angle + 180 if is_over else angle)
        canvas.setFillColor(INK)
        canvas.setFont(PLAIN, SMALL_LETTERS)
        canvas.drawCentredString(0, -off - SMALL_LETTERS * 0.7 if is_over else off, text)
        canvas.restoreState()

    def _lines(self, canvas: Canvas, spot: Spot) -> None:
        """Write what is to be read at a spot, on the first side of it that is free."""
        x, y = self.at(spot.place)
        wide = max(stringWidth(line, PLAIN, LETTERS) for line in spot.lines)
        tall = LETTERS * 1.1 * len(spot.lines)
        for left, foot in _beside(x, y, wide, tall):
            box = (left, foot, left + wide, foot + tall)
            if self._is_free(box):
                self.taken.append(box)
                canvas.setFillColor(INK)
                for number, line in enumerate(spot.lines):
                    canvas.setFont(BOLD if number == 0 else PLAIN, LETTERS)
                    canvas.drawString(left, foot + tall - LETTERS * (1.1 * number + 0.9), line)
                return
        self.not_written += 1

    def _is_free(self, box: Box) -> bool:
        if box[0] < 0 or box[2] > self.width or box[1] < BELOW or box[3] > self.height:
            return False
        return not any(
            box[0] < other[2] and other[0] < box[2] and box[1] < other[3] and other[1] < box[3]
            for other in self.taken
        )

    def _say_what_is_left_out(self, canvas: Canvas) -> None:
        if self.not_written:
            canvas.setFont(PLAIN, SMALL_LETTERS)
            canvas.setFillColor(INK)
            words = f"{self.not_written} points have no room for their words; they are listed."
            canvas.drawString(0, 22, words)

    def _bar(self, canvas: Canvas) -> None:
        number, length = bar_for(self.scale, LONGEST_BAR, is_metric=self.is_metric)
        wide = self.scale.on_paper(length) * 1000 * mm
        on_paper = f"{wide / mm:.1f} mm" if self.is_metric else f"{wide / mm / 25.4:.3f} in"
        canvas.setStrokeColor(INK)
        canvas.setFillColor(INK)
        canvas.setLineWidth(1.2)
        canvas.line(0, 4, wide, 4)
        for at in (0.0, wide):
            canvas.line(at, 1, at, 7)
        canvas.setFont(PLAIN, LETTERS)
        unit = "m" if self.is_metric else "ft"
        canvas.drawString(0, 10, f"{number} {unit}, {self.scale.text}")
        canvas.drawString(wide + 6, 2, f"Measures {on_paper} where the print is to scale.")

    def _arrow(self, canvas: Canvas) -> None:
        if not self.ask.toward:
            return
        canvas.saveState()
        canvas.translate(self.width - 14, 14)
        canvas.saveState()
        canvas.rotate(TURNS[self.ask.toward])
        canvas.setStrokeColor(INK)
        canvas.setFillColor(INK)
        canvas.setLineWidth(1)
        canvas.line(0, -9, 0, 5)
        path = canvas.beginPath()
        path.moveTo(-3.5, 4)
        path.lineTo(3.5, 4)
        path.lineTo(0, 11)
        path.close()
        canvas.drawPath(path, stroke=0, fill=1)
        canvas.restoreState()
        canvas.setFont(BOLD, LETTERS)
        canvas.drawRightString(-14, -3, "North" if self.ask.side == "north" else "Street side")
        canvas.restoreState()


def _beside(x: float, y: float, wide: float, tall: float) -> Iterator[tuple[float, float]]:
    """Yield where a text may stand: right above, right below, left, straight, then farther."""
    for off in (4.0, 9.0):
        for foot in (y + off / 2, y - tall - off / 2):
            yield x + off + 1, foot
            yield x - wide - off - 1, foot
        yield x - wide / 2, y + off + 2
        yield x - wide / 2, y - tall - off - 2


def _box(x: float, y: float, half: float) -> Box:
    return x - half, y - half, x + half, y + half


def _length(points: float) -> Length:
    return Length.from_float(points / mm / 1000)
