"""Wall marks for a chalk line: every corner, and evenly between (section 8)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import isqrt

from core.errors import OutOfRange
from core.floors.outline import Outline, PlanPoint
from core.lengths import Length
from core.lengths.quantity import round_half_away

MOST_BAYS = 500


@dataclass(frozen=True, slots=True)
class WallMark:
    """One place to mark: ``wall`` counts edges from 1, ``along`` starts at its first corner."""

    name: str
    wall: int
    along: Length
    place: PlanPoint

    @property
    def is_corner(self) -> bool:
        """Whether it stands at a corner of the outline."""
        return self.along.nanometres == 0


def bays(run: Length, spacing: Length) -> int:
    """Return n = ceil(run / spacing), exact; raises :class:`OutOfRange` for senseless spacing."""
    if spacing.nanometres <= 0:
        raise OutOfRange(
            f"{spacing.metres.normalize()} m",
            "Marks need a spacing above 0.",
            "16 ft (5 m) is usual.",
        )
    count = max(1, -(-run.nanometres // spacing.nanometres))
    if count > MOST_BAYS:
        raise OutOfRange(
            f"{spacing.metres.normalize()} m",
            f"That makes {count} marks on one run.",
            f"Give a spacing that makes at most {MOST_BAYS}.",
        )
    return count


def even_positions(run: Length, spacing: Length) -> tuple[Length, ...]:
    """Return where the marks of a run stand, both ends included.

    >>> [float(p) for p in even_positions(Length.from_metres(10), Length.from_metres(5))]
    [0.0, 5.0, 10.0]
    """
    n = bays(run, spacing)
    return tuple(Length(round_half_away(Fraction(run.nanometres * i, n))) for i in range(n + 1))


def wall_marks(outline: Outline, spacing: Length) -> tuple[WallMark, ...]:
    """Return the marks around an outline in order, each corner once, named 1, 1a, 1b, 2, …"""
    return marks_along(outline.edges, spacing, is_closed=True)


def marks_along(
    legs: tuple[tuple[PlanPoint, PlanPoint], ...], spacing: Length, *, is_closed: bool
) -> tuple[WallMark, ...]:
    """Return the marks along legs in order; the end of an open line is a corner too."""
    marks: list[WallMark] = []
    for wall, (a, b) in enumerate(legs, start=1):
        run = rounded_up_distance(a, b)
        for step, along in enumerate(even_positions(run, spacing)[:-1]):
            marks.append(WallMark(_name(wall, step), wall, along, between(a, b, along, run)))
    if not is_closed:
        last = len(legs) + 1
        marks.append(WallMark(str(last), last, Length(0), legs[-1][1]))
    return tuple(marks)


def rounded_up_distance(a: PlanPoint, b: PlanPoint) -> Length:
    """The run, rounded up where it is no whole nanometre, so that no bay exceeds the spacing."""
    squared = (a.x - b.x).nanometres ** 2 + (a.y - b.y).nanometres ** 2
    root = isqrt(squared)
    return Length(root if root * root == squared else root + 1)


def between(a: PlanPoint, b: PlanPoint, along: Length, run: Length) -> PlanPoint:
    """Return the place so far along the run from a to b."""
    share = Fraction(along.nanometres, run.nanometres)
    return PlanPoint(
        Length(a.x.nanometres + round_half_away(share * (b.x - a.x).nanometres)),
        Length(a.y.nanometres + round_half_away(share * (b.y - a.y).nanometres)),
    )


def _name(wall: int, step: int) -> str:
    letters = ""
    while step:
        step, letter = divmod(step - 1, 26)
        letters = chr(ord("a") + letter) + letters
    return f"{wall}{letters}"
