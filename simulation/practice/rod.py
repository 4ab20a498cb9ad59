"""A rod as one sees it: lines and numbers, sections drawn out, one of them perhaps not home.

Heights are metres above the rod's foot along the rod; scale values are metres as printed.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import IntEnum, StrEnum
from math import ceil, floor

FOOT = 0.3048
INCH = 0.0254
#: Two lines are told apart down to this, metres; a line is on an end up to this much of a step.
NOTHING, ON_AN_END = 1e-6, 1e-9


class Zero(StrEnum):
    """Where a rod's numbers begin."""

    FOOT = "foot"
    TOP = "top"
    CENTER = "center"


class LineSize(IntEnum):
    """How long a line is drawn."""

    LEAST = 0
    SHORT = 1
    MIDDLE = 2
    LONG = 3


@dataclass(frozen=True, slots=True)
class Marking:
    """How a scale is printed: its step, how many make a numbered unit, how many of those a whole.

    ``whole`` is 0 where the numbers run on; ``middle`` is every how many steps a longer line is;
    ``parts`` is in how many a step is told apart by eye.
    """

    step: float
    in_unit: int
    whole: int
    middle: int = 0
    short: int = 0
    parts: int = 1

    @property
    def unit(self) -> float:
        """The length between two numbers, metres."""
        return self.step * self.in_unit


MARKINGS: dict[str, Marking] = {
    "ft-in/8": Marking(INCH / 8, 8, 12, middle=4, short=2),
    "ft-in/16": Marking(INCH / 16, 16, 12, middle=8, short=4),
    "ft/100": Marking(FOOT / 100, 10, 10, middle=5),
    "in/8": Marking(INCH / 8, 8, 0, middle=4, short=2),
    "in/16": Marking(INCH / 16, 16, 0, middle=8, short=4),
    "in/32": Marking(INCH / 32, 32, 0, middle=16, short=8),
    "m/cm": Marking(0.01, 10, 10, middle=5, parts=10),
    "mm": Marking(0.001, 10, 100, middle=5),
}


@dataclass(frozen=True, slots=True)
class Line:
    """A line on a rod: how high it is, how long, and the number beside it, if any.

    ``is_whole`` is a number of whole feet or meters, printed larger and in red.
    """

    height: float
    size: LineSize
    number: str = ""
    is_whole: bool = False


@dataclass(frozen=True, slots=True)
class PracticeRod:
    """A rod in the hand: its sections, how many are drawn out, and how it is printed.

    ``short_by`` is hidden: how far the last section that is out sits below its click, metres.
    ``center`` is the height of a centre-zero rule's zero.
    """

    sections: tuple[float, ...]
    marking: str
    zero: Zero = Zero.FOOT
    drawn_out: int = 1
    short_by: float = 0.0
    center: float = 0.0

    @property
    def length(self) -> float:
        """The length of its whole scale, metres."""
        return sum(self.sections)

    @property
    def reach(self) -> float:
        """How high its top is as it is drawn out, metres."""
        out = sum(self.sections[: self.drawn_out])
        return out - (self.short_by if self.drawn_out > 1 else 0.0)

    @property
    def step(self) -> float:
        """The step it is read to, metres: that between two lines, or a part of it told by eye."""
        marking = MARKINGS[self.marking]
        return marking.step / marking.parts

    def value(self, height: float) -> float:
        """The scale value that stands at a height, metres."""
        printed = height
        if self.drawn_out > 1 and height >= self._joint:
            printed += self.short_by
        if self.zero is Zero.TOP:
            return self.length - printed
        return printed - self.center if self.zero is Zero.CENTER else printed

    def height_at(self, value: float) -> float:
        """How high a scale value stands on a rod whose sections are home, metres."""
        if self.zero is Zero.TOP:
            return self.length - value
        return value + self.center if self.zero is Zero.CENTER else value

    @property
    def _joint(self) -> float:
        """How high the last section that is out begins."""
        return sum(self.sections[: self.drawn_out - 1])

    def face(self, low: float, high: float) -> tuple[Line, ...]:
        """Return the lines one sees between two heights, from the lowest to the highest."""
        return tuple(
            sorted(
                (line for line in self._lines(max(low, 0.0), min(high, self.reach))),
                key=lambda line: line.height,
            )
        )

    def numbers(self) -> tuple[Line, ...]:
        """Return what one finds one's way by along all that is drawn out: whole feet or meters.

        Where numbers run on, every tenth of them.
        """
        marking = MARKINGS[self.marking]
        named = [line for line in self.face(0.0, self.reach) if line.number]
        if marking.whole:
            return tuple(line for line in named if line.is_whole)
        return tuple(line for line in named if int(line.number) % 10 == 0)

    def _lines(self, low: float, high: float) -> Iterator[Line]:
        parts = [(low, high)]
        if self.drawn_out > 1:
            parts = [(low, min(high, self._joint - NOTHING)), (max(low, self._joint), high)]
        for begin, end in parts:
            if end > begin:
                yield from self._part(begin, end)

    def _part(self, low: float, high: float) -> Iterator[Line]:
        marking = MARKINGS[self.marking]
        at_low, at_high = self.value(low), self.value(high)
        least, most = min(at_low, at_high), max(at_low, at_high)
        slope = (at_high - at_low) / (high - low)
        first = ceil(least / marking.step - ON_AN_END)
        last = floor(most / marking.step + ON_AN_END)
        for count in range(first, last + 1):
            height = low + (count * marking.step - at_low) / slope
            yield _line(marking, height, count)


def _line(marking: Marking, height: float, count: int) -> Line:
    units, rest = divmod(abs(count), marking.in_unit)
    sign = "-" if count < 0 else ""
    if rest:
        return Line(height, _size(marking, rest))
    if not marking.whole:
        return Line(height, LineSize.LONG, f"{sign}{units}")
    wholes, part = divmod(units, marking.whole)
    if part == 0:
        return Line(height, LineSize.LONG, f"{sign}{wholes}", is_whole=True)
    return Line(height, LineSize.LONG, f"{sign}{part}")


def _size(marking: Marking, rest: int) -> LineSize:
    if marking.middle and rest % marking.middle == 0:
        return LineSize.MIDDLE
    if marking.short and rest % marking.short == 0:
        return LineSize.SHORT
    return LineSize.LEAST
