"""The hidden truth: ground that falls and has bumps; metres throughout."""

from __future__ import annotations

from dataclasses import dataclass
from math import exp, hypot
from random import Random
from typing import Protocol


@dataclass(frozen=True, slots=True)
class Place:
    """A place in plan."""

    x: float
    y: float

    def distance(self, other: Place) -> float:
        """How far away another place is."""
        return hypot(self.x - other.x, self.y - other.y)


@dataclass(frozen=True, slots=True)
class Bump:
    """A rise (or, negative, a hollow) around a place."""

    at: Place
    height: float
    radius: float

    def above(self, place: Place) -> float:
        """How much it adds at a place."""
        return self.height * exp(-((self.at.distance(place) / self.radius) ** 2))


class Surface(Protocol):
    """What a rod is stood on."""

    def elevation(self, place: Place) -> float:
        """The true elevation at a place."""


@dataclass(frozen=True, slots=True)
class Ground:
    """A plane with bumps on it."""

    level: float
    rise_x: float = 0.0
    rise_y: float = 0.0
    bumps: tuple[Bump, ...] = ()

    def elevation(self, place: Place) -> float:
        """The true elevation at a place."""
        plane = self.level + self.rise_x * place.x + self.rise_y * place.y
        return plane + sum(bump.above(place) for bump in self.bumps)


def rough_ground(seed: int, level: float, size: tuple[float, float], roughness: float) -> Ground:
    """Return stone raked by hand: bumps and hollows up to ``roughness``, a slight fall."""
    rng, (length, width) = Random(seed), size
    bumps = tuple(
        Bump(
            Place(rng.uniform(0, length), rng.uniform(0, width)),
            rng.uniform(-roughness, roughness),
            rng.uniform(0.8, 2.5),
        )
        for _ in range(max(3, round(length * width / 6)))
    )
    return Ground(level, rng.uniform(-0.001, 0.001), rng.uniform(-0.001, 0.001), bumps)
