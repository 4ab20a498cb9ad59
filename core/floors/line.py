"""A line in plan: the middle of a strip, a string, a run of forms."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import hypot

from core.errors import BadOutline
from core.floors.marks import WallMark, between, marks_along, rounded_up_distance
from core.floors.outline import MOST_CORNERS, Outline, PlanPoint
from core.lengths import Length


@dataclass(frozen=True, slots=True)
class Line:
    """Straight legs from corner to corner; a closed one comes back to its first.

    Raises :class:`BadOutline` for fewer than two corners, or two in a row at one place.
    """

    corners: tuple[PlanPoint, ...]
    is_closed: bool = False

    def __post_init__(self) -> None:
        least = 3 if self.is_closed else 2
        if not least <= len(self.corners) <= MOST_CORNERS:
            raise BadOutline(
                f"{len(self.corners)} corners",
                "A line can't be made of them.",
                f"Give from {least} to {MOST_CORNERS} corners.",
            )
        for number, (a, b) in enumerate(self.legs, start=1):
            if a == b:
                raise BadOutline(
                    str(a), f"Leg {number} starts where it ends.", "Remove one of the two corners."
                )

    @classmethod
    def around(cls, outline: Outline) -> Line:
        """Return the line around an outline."""
        return cls(outline.corners, is_closed=True)

    @property
    def legs(self) -> tuple[tuple[PlanPoint, PlanPoint], ...]:
        """The legs in order, each from one corner to the next."""
        last = ((self.corners[-1], self.corners[0]),) if self.is_closed else ()
        return (*pairwise(self.corners), *last)

    @property
    def length(self) -> Length:
        """The length along the line."""
        return sum((rounded_up_distance(a, b) for a, b in self.legs), Length(0))

    def at(self, along: Length) -> PlanPoint:
        """The place so far along the line, its end beyond it."""
        left = along
        for a, b in self.legs:
            run = rounded_up_distance(a, b)
            if left <= run:
                return between(a, b, left, run)
            left -= run
        return self.legs[-1][1]

    def marks(self, spacing: Length) -> tuple[WallMark, ...]:
        """Return a mark at every corner and evenly between, at most ``spacing`` apart."""
        return marks_along(self.legs, spacing, is_closed=self.is_closed)

    def stations(self, spacing: Length) -> tuple[Length, ...]:
        """Return how far along the line its marks stand, in order."""
        starts = [Length(0)]
        for a, b in self.legs:
            starts.append(starts[-1] + rounded_up_distance(a, b))
        return tuple(starts[mark.wall - 1] + mark.along for mark in self.marks(spacing))

    def strip(self, width: Length) -> tuple[tuple[PlanPoint, ...], ...]:
        """Return what a strip of that width around the line covers, a rectangle a leg."""
        return tuple(_widened(a, b, float(width) / 2) for a, b in self.legs)


def _widened(a: PlanPoint, b: PlanPoint, half: float) -> tuple[PlanPoint, ...]:
    dx, dy = float(b.x - a.x), float(b.y - a.y)
    run = hypot(dx, dy)
    aside = Length.from_float(-dy / run * half), Length.from_float(dx / run * half)
    return (
        PlanPoint(a.x + aside[0], a.y + aside[1]),
        PlanPoint(b.x + aside[0], b.y + aside[1]),
        PlanPoint(b.x - aside[0], b.y - aside[1]),
        PlanPoint(a.x - aside[0], a.y - aside[1]),
    )
