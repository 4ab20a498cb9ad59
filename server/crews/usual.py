"""Where the trade has two ways or more, the one a crew does by default."""

from __future__ import annotations

from typing import Literal, TypedDict

from server.crews.models import Crew


class Usual(TypedDict):
    """A crew's own way of each.

    ``way`` is how it sets a height, ``error`` what it takes for a check's error: the gap it sees,
    or half of it, which is true. ``floor`` is what sets a floor's level: the datum or the stone.
    ``marks`` are each at its own height, or on a level line with a drop. ``screeds`` are fixed
    before a pour or struck in it, ``formation`` follows the slab's fall or is level.
    """

    way: Literal["clamp", "slide", "tape", "direct"]
    error: Literal["true", "gap"]
    floor: Literal["datum", "stone"]
    marks: Literal["own", "line"]
    screeds: Literal["fixed", "wet"]
    formation: Literal["follow", "level"]


MOST_CREWS: Usual = {
    "way": "clamp",
    "error": "true",
    "floor": "datum",
    "marks": "own",
    "screeds": "fixed",
    "formation": "follow",
}


def usual_of(crew: Crew) -> Usual:
    """Return a crew's own way of each, and most crews' where it chose none."""
    return {**MOST_CREWS, **crew.usual}
