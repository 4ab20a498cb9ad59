"""Strip footings that step with the ground, and pads (sections 7 and 9)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

from core.elements.planned import AsDug, Drawn, PlannedPoint, above_zero
from core.errors import OutOfRange
from core.floors import Line, PlanPoint
from core.lengths import Elevation, Length
from core.tasks import Task

BESIDE_A_STEP = Length.from_metres("0.15")


@dataclass(frozen=True, slots=True)
class FootingStep:
    """Where along a footing it steps, and how far down; a negative drop steps up."""

    along: Length
    drop: Length


@dataclass(frozen=True, slots=True)
class Section:
    """A footing's section: its width in plan and its depth from top to bottom."""

    width: Length
    depth: Length

    def __post_init__(self) -> None:
        above_zero("The width", self.width)
        above_zero("The depth", self.depth)


@dataclass(frozen=True, slots=True)
class StripFooting:
    """A strip along a line: its top at the start, its section, its steps, and how far apart
    it is shot. Raises :class:`OutOfRange` for steps out of order or off the line.
    """

    line: Line
    top: Elevation
    section: Section
    spacing: Length
    steps: tuple[FootingStep, ...] = ()

    def __post_init__(self) -> None:
        places = [Length(0), *(step.along for step in self.steps), self.line.length]
        for before, after in pairwise(places):
            if after <= before:
                raise OutOfRange(
                    f"{float(after):g} m along",
                    f"The footing is {float(self.line.length):g} m long, and its steps lie on it "
                    "one behind the other.",
                    "Give each step farther along than the one before.",
                )
        left = sum((step.drop for step in self.steps), Length(0))
        if self.line.is_closed and left.nanometres:
            way = "down" if left.nanometres > 0 else "up"
            raise OutOfRange(
                f"{float(abs(left)):g} m {way}",
                f"The footing comes back to its start {way} by that much.",
                "Step as much up as down on the way around, or leave the line open.",
            )
        self.line.stations(self.spacing)

    def stretches(self) -> tuple[tuple[Length, Length, Elevation], ...]:
        """The level stretches: from, to, and the level of the top."""
        ends = [Length(0), *(step.along for step in self.steps), self.line.length]
        tops = [self.top]
        for step in self.steps:
            tops.append(tops[-1] - step.drop)
        return tuple(
            (start, end, top) for (start, end), top in zip(pairwise(ends), tops, strict=True)
        )

    def points(self) -> tuple[PlannedPoint, ...]:
        """Bottoms for the dig and tops for the forms, along it and on both sides of a step."""
        found: list[PlannedPoint] = []
        for along, top in self._stations():
            place, name = self.line.at(along), str(len(found) // 2 + 1)
            bottom = top - self.section.depth
            found.append(PlannedPoint(Task.FOOTING_BOTTOM, name, place, bottom))
            found.append(PlannedPoint(Task.FORM, name, place, top))
        return tuple(found)

    def _stations(self) -> list[tuple[Length, Elevation]]:
        whole, length = self.line.stations(self.spacing), self.line.length
        found: list[tuple[Length, Elevation]] = []
        for start, end, top in self.stretches():
            inset = min(BESIDE_A_STEP, Length((end - start).nanometres // 3))
            first = start if start.nanometres == 0 else start + inset
            last = end if end == length else end - inset
            ends = {first} if self.line.is_closed and end == length else {first, last}
            between = {along for along in whole if first < along < last}
            found += [(along, top) for along in sorted(ends | between)]
        return found

    def concrete(self, dug: AsDug) -> float:
        """Its concrete in cubic meters: length x section, and a riser of that section a step; what
        its bottoms were over-dug by is filled with concrete too.
        """
        risers = sum(abs(float(step.drop)) for step in self.steps)
        width, length = float(self.section.width), float(self.line.length)
        return (length + risers) * width * float(self.section.depth) + length * width * dug.over_dug

    def drawn(self) -> tuple[Drawn, ...]:
        """The strip in plan."""
        return tuple(Drawn(ring, is_closed=True) for ring in self.line.strip(self.section.width))


def mean_over_dig(bottoms: Iterable[tuple[Elevation, Elevation]]) -> float:
    """Return how much deeper than planned bottoms lie on the mean, metres; none counts as high.

    Each is its elevation as it was shot and its target.
    """
    deeper = [max(0.0, float(target - shot)) for shot, target in bottoms]
    return sum(deeper) / len(deeper) if deeper else 0.0


@dataclass(frozen=True, slots=True)
class Pad:
    """A pad under a post or a column: its middle, its sides along x and y, its depth."""

    middle: PlanPoint
    sides: tuple[Length, Length]
    top: Elevation
    depth: Length

    def __post_init__(self) -> None:
        for what, length in zip(("The length", "The width"), self.sides, strict=True):
            above_zero(what, length)
        above_zero("The depth", self.depth)

    def corners(self) -> tuple[PlanPoint, ...]:
        """Its corners in order."""
        half_x, half_y = (Length(side.nanometres // 2) for side in self.sides)
        x, y = self.middle.x, self.middle.y
        return (
            PlanPoint(x - half_x, y - half_y),
            PlanPoint(x + half_x, y - half_y),
            PlanPoint(x + half_x, y + half_y),
            PlanPoint(x - half_x, y + half_y),
        )

    def points(self) -> tuple[PlannedPoint, ...]:
        """Its bottom at the corners and in the middle, its top at the corners."""
        corners, bottom = self.corners(), self.top - self.depth
        below = [
            PlannedPoint(Task.FOOTING_BOTTOM, str(n), place, bottom)
            for n, place in enumerate((*corners, self.middle), start=1)
        ]
        tops = [
            PlannedPoint(Task.FORM, str(n), place, self.top)
            for n, place in enumerate(corners, start=1)
        ]
        return (*below, *tops)

    def concrete(self, dug: AsDug) -> float:
        """Its concrete in cubic meters; over-dug bottoms as for a strip footing."""
        return float(self.sides[0]) * float(self.sides[1]) * (float(self.depth) + dug.over_dug)

    def drawn(self) -> tuple[Drawn, ...]:
        """Its outline."""
        return (Drawn(self.corners(), is_closed=True),)
