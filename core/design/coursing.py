"""Courses of blocks, and the strip that isolates a slab (section 9)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Elevation, Length

MOST_COURSES = 500


@dataclass(frozen=True, slots=True)
class IsolationStrip:
    """The strip along a run of slab: courses at the deepest place, strip length, rolls."""

    courses: int
    strip: Length
    rolls: int


def course_tops(
    base: Elevation, unit: Length, joint: Length, courses: int
) -> tuple[Elevation, ...]:
    """Return the top of each course: base + n·(unit + joint). Raises :class:`OutOfRange`."""
    if unit.nanometres <= 0 or joint.nanometres < 0 or not 1 <= courses <= MOST_COURSES:
        raise OutOfRange(
            f"{courses} courses of {float(unit):g} m",
            "No wall is laid like that.",
            f"Give a unit above 0, a joint of 0 or more, and 1 to {MOST_COURSES} courses.",
        )
    step = unit + joint
    return tuple(base + step * n for n in range(1, courses + 1))


def isolation_strip(
    thickness_along: tuple[tuple[Length, Length], ...], strip_height: Length, roll: Length
) -> IsolationStrip:
    """Return the strip for stretches of slab edge, each a length and its greatest thickness.

    Courses = ceil(thickness / strip height) for each stretch, a tapering edge in as many as
    its thickness asks for; rolls = total length / roll length rounded up.
    """
    if strip_height.nanometres <= 0 or roll.nanometres <= 0:
        raise OutOfRange(
            f"{float(strip_height):g} m high, {float(roll):g} m long",
            "A strip has a height and a length above 0.",
            "Read both off the roll's label.",
        )
    courses = [-(-thick.nanometres // strip_height.nanometres) for _, thick in thickness_along]
    strip = sum(
        (length * n for (length, _), n in zip(thickness_along, courses, strict=True)), Length(0)
    )
    rolls = -(-strip.nanometres // roll.nanometres)
    return IsolationStrip(max(courses, default=0), strip, rolls)
