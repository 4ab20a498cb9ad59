"""What goes wrong on a practice site: drawn from the seed, at most two, announced to nobody."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum
from random import Random
from typing import Any

from simulation.instrument import LEVEL, Tilt

#: At most so many go wrong in a lesson.
MOST = 2


class Slip(StrEnum):
    """Something that goes wrong."""

    OUT_OF_TRUE = "out-of-true"
    KNOCKED = "knocked"
    SINKS = "sinks"
    COARSE = "coarse"
    UPSIDE_DOWN = "upside-down"
    SECTION_SHORT = "section-short"
    BENCHMARK_MOVED = "benchmark-moved"
    NUMBER_MISREAD = "number-misread"
    DUG_SINCE = "dug-since"
    STONE_LOW = "stone-low"
    HELPER_ELSEWHERE = "helper-elsewhere"


@dataclass(frozen=True, slots=True)
class Slipped:
    """What went wrong on one site, each with how much; nothing where it is nothing. Metres.

    ``knock_at`` is before which walk with the rod somebody knocks the legs, ``dug_at`` before
    which the ground is dug by ``dug_by`` around the points still to shoot, ``helper_at`` on which
    walk the helper holds the rod on another stake than was said.
    """

    kinds: tuple[Slip, ...] = ()
    tilt: Tilt = LEVEL
    cone: float = 0.0
    knock_at: int = 0
    knock_by: float = 0.0
    knock_tilt: Tilt = LEVEL
    sinks: float = 0.0
    sinks_by: float = 0.0
    section_short: float = 0.0
    benchmark_moved: float = 0.0
    number_misread: float = 0.0
    dug_at: int = 0
    dug_by: float = 0.0
    stone_low: float = 0.0
    helper_at: int = 0

    def has(self, kind: Slip) -> bool:
        """Whether something of a kind went wrong."""
        return kind in self.kinds


def drawn(
    rng: Random,
    always: tuple[Slip, ...],
    perhaps: tuple[Slip, ...],
    *,
    walks: int,
    has_cone: bool = False,
) -> Slipped:
    """Draw what goes wrong: what a lesson is about, and perhaps one more of what may.

    ``walks`` is about how often the rod is carried in the lesson.
    """
    rest = [guess for guess in perhaps if guess not in always]
    more = [rng.choice(rest)] if rest and len(always) < MOST and rng.random() < 0.5 else []
    found = Slipped(kinds=(*always, *more))
    for kind in found.kinds:
        found = replace(found, **HOW_MUCH[kind](_Drawing(rng, walks, has_cone)))
    return found


@dataclass(frozen=True, slots=True)
class _Drawing:
    """What an amount is drawn with."""

    rng: Random
    walks: int
    has_cone: bool

    def either_way(self, least: float, most: float) -> float:
        """An amount up or down."""
        return self.rng.uniform(least, most) * self.rng.choice((-1, 1))

    def tilt(self, slope: float) -> Tilt:
        """A slope toward anywhere."""
        return Tilt(slope, self.rng.uniform(0, 360))


def _out_of_true(by: _Drawing) -> dict[str, Any]:
    if by.has_cone:
        return {"cone": by.either_way(0.0006, 0.0012)}
    return {"tilt": by.tilt(by.rng.uniform(0.0006, 0.0012))}


def _knocked(by: _Drawing) -> dict[str, Any]:
    first, last = max(2, by.walks // 3), max(3, by.walks // 2)
    lift, tilt = by.either_way(0.012, 0.03), by.tilt(0.0003)
    return {"knock_at": by.rng.randint(first, last), "knock_by": lift, "knock_tilt": tilt}


#: How much is drawn of each; metres.
HOW_MUCH: dict[Slip, Callable[[_Drawing], dict[str, Any]]] = {
    Slip.OUT_OF_TRUE: _out_of_true,
    Slip.KNOCKED: _knocked,
    Slip.SINKS: lambda by: {
        "sinks": by.rng.uniform(0.002, 0.004), "sinks_by": by.rng.uniform(0.01, 0.02),
    },
    Slip.COARSE: lambda _: {},
    Slip.UPSIDE_DOWN: lambda _: {},
    Slip.SECTION_SHORT: lambda by: {"section_short": by.rng.uniform(0.012, 0.035)},
    Slip.BENCHMARK_MOVED: lambda by: {"benchmark_moved": by.either_way(0.015, 0.05)},
    Slip.NUMBER_MISREAD: lambda by: {"number_misread": by.either_way(1.0, 1.0)},
    Slip.DUG_SINCE: lambda by: {
        "dug_at": max(2, by.walks // 2), "dug_by": by.rng.uniform(0.03, 0.08),
    },
    Slip.HELPER_ELSEWHERE: lambda by: {"helper_at": by.rng.randint(2, max(3, by.walks // 2))},
    Slip.STONE_LOW: lambda by: {"stone_low": by.rng.uniform(0.02, 0.045)},
}  # fmt: skip
