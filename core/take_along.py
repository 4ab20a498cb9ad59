"""What a crew takes to a job: amounts worked out from its plan (sections 3, 8 to 11)."""

from __future__ import annotations

from collections.abc import Sequence
from math import ceil

from core.errors import OutOfRange
from core.lengths import Elevation, Length

#: What legs usually hold a beam at over the ground they stand on.
USUAL_LEGS = Length.from_metres("1.4")
#: A board is nailed to a stake at each end and every so far between; boards come this long.
STAKES_APART = Length.from_feet(4)
BOARD = Length.from_feet(12)
#: A chair carries a mat this far around it.
CHAIRS_APART = Length.from_feet(3)
#: Arithmetic noise asks for no chair more.
A_HAIR = 1e-6
#: Of what is only counted on site a tenth more is taken.
SPARE = 10


def rod_needed(known: Elevation, heights: Sequence[Elevation]) -> Length:
    """Return how long a rod must be to read all heights from one set-up beside the known point.

    The beam stands over the higher of the known point and the mean of the heights, so high as
    legs usually hold it. Raises :class:`OutOfRange` for no height.

    >>> floor = [Elevation.from_metres("9.2"), Elevation.from_metres("9.6")]
    >>> float(rod_needed(Elevation.from_metres("10.0"), floor))
    2.2
    """
    if not heights:
        raise OutOfRange("0 heights", "Nothing is to be read.", "Plan something first.")
    beam = max(known, *heights) + USUAL_LEGS
    return beam - min(*heights, known)


def stakes_along(length: Length, apart: Length = STAKES_APART) -> int:
    """Return how many stakes stand along boards: at both ends, and so far apart between.

    >>> stakes_along(Length.from_feet(30))
    9
    """
    return -(-length.nanometres // apart.nanometres) + 1


def boards_along(length: Length, board: Length = BOARD) -> int:
    """Return how many boards cover a length, the last one cut."""
    return -(-length.nanometres // board.nanometres)


def chairs_under(area: float, apart: Length = CHAIRS_APART) -> int:
    """Return how many chairs carry a mat over an area of square meters, a tenth to spare."""
    side = float(apart)
    return with_spare(ceil(area / (side * side) - A_HAIR))


def with_spare(count: int) -> int:
    """Return a count and a tenth more, rounded up; nothing stays nothing."""
    return count + -(-count // SPARE)


def chair_height(bars: Elevation, stones: Sequence[Elevation]) -> Length | None:
    """Return how high the top of a mat's bars stands over the stone below it; None over none.

    Of several floors one over the other it stands on the highest below it.

    >>> stones = [Elevation.from_metres("9.80"), Elevation.from_metres("10.40")]
    >>> float(chair_height(Elevation.from_metres("9.87"), stones))
    0.07
    """
    below = [stone for stone in stones if stone < bars]
    return bars - max(below) if below else None
