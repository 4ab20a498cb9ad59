"""How high the beam may stand so that every clamp lies on the rod (section 5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Elevation, Length

#: How high legs hold an instrument over the ground it stands on.
LOWEST_LEGS, HIGHEST_LEGS = Length.from_metres("1.0"), Length.from_metres("2.0")
#: Where people's eyes are, over the ground they stand on.
EYES_FROM, EYES_TO = Length.from_metres("1.45"), Length.from_metres("1.8")


@dataclass(frozen=True, slots=True)
class BeamRange:
    """Between which elevations a beam does, and where in there it is best kept.

    ``is_at_eye_level`` is where no height does that is clear of people's eyes.
    """

    lowest: Elevation
    highest: Elevation
    proposed: Elevation
    is_at_eye_level: bool


def beam_over(
    heights: Sequence[tuple[str, Elevation]], rod: Length, ground: Elevation
) -> BeamRange:
    """Return the beam's range over points and the benchmark, each with its name.

    ``rod`` is how long the rod is read, ``ground`` where the instrument stands. Raises
    :class:`OutOfRange` for heights that no one beam reads on that rod, naming both, and for a
    beam that legs don't hold.
    """
    top_name, top = max(heights, key=lambda height: height[1])
    foot_name, foot = min(heights, key=lambda height: height[1])
    if top - foot > rod:
        raise OutOfRange(
            f"{top_name} lies {float(top - foot):.2f} m above {foot_name}",
            "No one beam reads both on that rod.",
            "Take a longer rod, or a set-up for each of them.",
        )
    lowest = max(top, ground + LOWEST_LEGS)
    highest = min(foot + rod, ground + HIGHEST_LEGS)
    if lowest > highest:
        raise OutOfRange(
            f"{float(lowest - highest):.2f} m",
            "Legs don't hold the beam where the rod can be read.",
            f"Stand nearer to the height of {top_name if lowest == top else foot_name}.",
        )
    return _clear_of_eyes(lowest, highest, ground)


def _clear_of_eyes(lowest: Elevation, highest: Elevation, ground: Elevation) -> BeamRange:
    """Propose the middle of the wider stretch above or below people's eyes."""
    eyes = ground + EYES_FROM, ground + EYES_TO
    below, above = (lowest, min(highest, eyes[0])), (max(lowest, eyes[1]), highest)
    stretches = [(end - start, start) for start, end in (below, above) if end >= start]
    if not stretches:
        return BeamRange(lowest, highest, _middle(lowest, highest - lowest), is_at_eye_level=True)
    wide, start = max(stretches)
    return BeamRange(lowest, highest, _middle(start, wide), is_at_eye_level=False)


def _middle(start: Elevation, wide: Length) -> Elevation:
    return start + Length(wide.nanometres // 2)
