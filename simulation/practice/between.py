"""What is measured between two spots without the instrument: by a tape, and by a water level."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import hypot
from random import Random

from simulation.practice.on_site import SEEN, CantBeDone, OnSite, height_of
from simulation.practice.rod import Line, PracticeRod

#: How long the tape and the hose are, metres.
TAPE, HOSE = 50.0, 30.0
#: How high the water stands above both ends where they are alike, and where it still is in the
#: clear ends of the hose, metres.
FILLED, LOWEST, HIGHEST = 1.1, 0.25, 1.95
#: How far a pulled tape and the edge of water in a hose are read wrong at most, metres.
PULLED, EDGE = 0.002, 0.001


@dataclass(frozen=True, slots=True)
class Between:
    """What one sees of a tape at the second spot, and of a rod beside each end of the hose.

    Lines are by their height above where it is read, metres. ``whole`` is the whole number one
    came by last, before each of the three.
    """

    tape: tuple[Line, ...]
    first: tuple[Line, ...]
    second: tuple[Line, ...]
    wholes: tuple[str, str, str]


def between(state: OnSite, first: str, second: str) -> Between:
    """Hold a tape and a water level from one spot to another.

    Raises :class:`CantBeDone` for a spot there is none of, the same one twice, and where either
    does not reach.
    """
    _known(state, first, second)
    scale = PracticeRod((TAPE,), state.rod.marking)
    rod = _drawn_out(state)
    reads = (_taped(state, first, second), *water(state, first, second))
    printed = (scale, rod, rod)
    seen = [_around(one, at) for one, at in zip(printed, reads, strict=True)]
    wholes = [_whole(one, at) for one, at in zip(printed, reads, strict=True)]
    return Between(seen[0], seen[1], seen[2], (wholes[0], wholes[1], wholes[2]))


def water(state: OnSite, first: str, second: str) -> tuple[float, float]:
    """Return how high water in the hose stands above two spots, metres.

    Raises :class:`CantBeDone` where the hose is too short, or the water ran out of an end.
    """
    if _apart(state, first, second) > HOSE:
        raise CantBeDone(
            f"{first}, {second}", "The hose is {} long.", "Go by a point between them.", HOSE
        )
    falls = height_of(state.scene, first, state.walks) - height_of(state.scene, second, state.walks)
    edges = _chance(state, "water", first, second)
    stands = (FILLED - falls / 2, FILLED + falls / 2)
    if min(stands) < LOWEST or max(stands) > HIGHEST:
        raise CantBeDone(
            f"{first}, {second}",
            "The water would run out of the lower end.",
            "Go by a point whose height lies between theirs.",
        )
    at_first, at_second = (stand + edges.uniform(-EDGE, EDGE) for stand in stands)
    return at_first, at_second


def _known(state: OnSite, *spots: str) -> None:
    names = state.scene.spots
    for spot in spots:
        if spot not in names:
            raise CantBeDone(
                spot, "There is no such spot.", f"There are {', '.join(sorted(names))}."
            )
    if len(set(spots)) == 1:
        raise CantBeDone(spots[0], "Both ends are at the same spot.", "Choose another for one.")


def _apart(state: OnSite, first: str, second: str) -> float:
    """How long a line from one spot to another is, along the ground; metres."""
    spots = state.scene.spots
    heights = [height_of(state.scene, spot, state.walks) for spot in (first, second)]
    return hypot(spots[first].distance(spots[second]), heights[0] - heights[1])


def _taped(state: OnSite, first: str, second: str) -> float:
    apart = _apart(state, first, second)
    if apart > TAPE - SEEN:
        raise CantBeDone(
            f"{first}, {second}", "The tape is {} long.", "Measure it in two parts.", TAPE
        )
    return apart + _chance(state, "tape", first, second).uniform(-PULLED, PULLED)


def _chance(state: OnSite, what: str, *spots: str) -> Random:
    """Measured twice, it is the same; the way round makes no difference."""
    return Random(f"{state.scene.seed} {what} {sorted(spots)}")


def _drawn_out(state: OnSite) -> PracticeRod:
    """The rod beside a hose's end, all of it drawn out and home."""
    return replace(state.rod, drawn_out=len(state.rod.sections), short_by=0.0)


def _around(scale: PracticeRod, at: float) -> tuple[Line, ...]:
    return tuple(
        replace(line, height=line.height - at) for line in scale.face(at - SEEN, at + SEEN)
    )


def _whole(scale: PracticeRod, at: float) -> str:
    """The whole number one came by last along a scale, from its foot; empty where it has none."""
    below = [number for number in scale.numbers() if number.height <= at]
    return below[-1].number if below else ""
