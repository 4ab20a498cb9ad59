"""Surfaces as crews find them: raked, lumpy, low, stepped, benched, dug; and stone in patches.

Meters.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import cos, hypot, pi, sqrt
from random import Random

from simulation.ground import Place

#: Ranges each seed draws from, in millimetres: of the spread, and of how far off design.
SPREADS = {
    "flat": (1, 3), "raked": (3, 8), "lumpy": (8, 15), "low-all-over": (2, 8),
    "stepped": (2, 6), "low-edged": (2, 8), "dug": (10, 35), "dug-again": (10, 30),
    "not-pitched": (3, 8), "half-dug": (10, 35), "benched": (3, 15), "dished": (2, 8),
}  # fmt: skip
OFF = {"low-all-over": (-150, -20), "dug": (50, 800), "dug-again": (-20, 150)}
WAVES = 60


class SurfaceKind(StrEnum):
    """A surface that readings are taken on."""

    FLAT = "flat"
    RAKED = "raked"
    LUMPY = "lumpy"
    LOW_ALL_OVER = "low-all-over"
    STEPPED = "stepped"
    LOW_EDGED = "low-edged"
    DUG = "dug"
    DUG_AGAIN = "dug-again"
    NOT_PITCHED = "not-pitched"
    HALF_DUG = "half-dug"
    BENCHED = "benched"
    DISHED = "dished"

    @property
    def is_dug(self) -> bool:
        """Whether it is ground that is still being dug."""
        return self in (SurfaceKind.DUG, SurfaceKind.DUG_AGAIN, SurfaceKind.HALF_DUG)


@dataclass(frozen=True, slots=True)
class Patchy:
    """Unevenness of a spread, in patches about so wide: many waves of one length all ways."""

    spread: float
    waves: tuple[tuple[float, float, float], ...]

    def above(self, place: Place) -> float:
        """How high it stands at a place."""
        total = sum(cos(kx * place.x + ky * place.y + phase) for kx, ky, phase in self.waves)
        return self.spread * sqrt(2 / len(self.waves)) * total


def patchy_stone(rng: Random, spread: float, patch: float) -> Patchy:
    """Return stone whose patches are about ``patch`` across."""
    scale = 2.2 / patch
    waves = tuple(
        (rng.gauss(0, scale), rng.gauss(0, scale), rng.uniform(0, 2 * pi)) for _ in range(WAVES)
    )
    return Patchy(spread, waves)


@dataclass(frozen=True, slots=True)
class Worked:
    """A surface over a rectangle: how far it lies off its design at a place.

    ``step`` is how much higher it lies beyond ``step_at``; ``edge`` how much lower within
    ``edge_width`` of its sides. ``benches`` are further steps: where along it, and how much
    higher beyond. ``dish`` is a drain: where, how far its fall reaches, and how deep it is.
    """

    size: tuple[float, float]
    rough: Patchy
    off: float = 0.0
    rise: tuple[float, float] = (0.0, 0.0)
    step: float = 0.0
    step_at: float = 0.0
    edge: float = 0.0
    edge_width: float = 0.0
    benches: tuple[tuple[float, float], ...] = ()
    dish: tuple[float, float, float, float] | None = None

    def elevation(self, place: Place) -> float:
        """How far it lies above its design."""
        length, width = self.size
        found = self.off + self.rise[0] * place.x + self.rise[1] * place.y + self.rough.above(place)
        if self.step and place.x > self.step_at:
            found += self.step
        if min(place.x, place.y, length - place.x, width - place.y) < self.edge_width:
            found -= self.edge
        found += sum(rise for at, rise in self.benches if place.x > at)
        if self.dish is not None:
            x, y, reach, depth = self.dish
            found -= depth * max(0.0, 1 - hypot(place.x - x, place.y - y) / reach)
        return found


def worked_surface(kind: SurfaceKind, rng: Random) -> Worked:
    """Return a surface of a kind, drawn by chance."""
    size = rng.uniform(5, 15), rng.uniform(4, 10)
    rough = patchy_stone(rng, _drawn(rng, SPREADS[kind]), rng.uniform(0.5, 3))
    stepped, edged = kind is SurfaceKind.STEPPED, kind is SurfaceKind.LOW_EDGED
    steepest = 0.02 if kind is SurfaceKind.NOT_PITCHED else 0.002
    return Worked(
        size=size,
        rough=rough,
        off=_drawn(rng, OFF.get(kind, (0, 0))),
        rise=(rng.uniform(-steepest, steepest), rng.uniform(-steepest, steepest)),
        step=rng.uniform(0.05, 0.3) * rng.choice((-1, 1)) if stepped else 0.0,
        step_at=rng.uniform(0.25, 0.75) * size[0],
        edge=rng.uniform(0.015, 0.08) if edged else 0.0,
        edge_width=rng.uniform(0.3, 0.8) if edged else 0.0,
        benches=_benches(kind, rng, size[0]),
        dish=_dish(rng, size) if kind is SurfaceKind.DISHED else None,
    )


def _benches(kind: SurfaceKind, rng: Random, length: float) -> tuple[tuple[float, float], ...]:
    """Return the steps of ground that was left in benches, or that is dug only half way along."""
    if kind is SurfaceKind.HALF_DUG:
        return ((rng.uniform(0.2, 0.8) * length, rng.uniform(0.1, 0.6)),)
    if kind is not SurfaceKind.BENCHED:
        return ()
    return tuple(
        (rng.uniform(0.1, 0.9) * length, rng.choice((-1, 1)) * rng.uniform(0.08, 0.4))
        for _ in range(rng.randint(1, 3))
    )


def _dish(rng: Random, size: tuple[float, float]) -> tuple[float, float, float, float]:
    """Return a drain's dish: where its middle is, how far it reaches, how deep it is."""
    x, y = rng.uniform(0.2, 0.8) * size[0], rng.uniform(0.2, 0.8) * size[1]
    return x, y, rng.uniform(0.8, 3.0), rng.uniform(0.02, 0.08)


def _drawn(rng: Random, millimetres: tuple[float, float]) -> float:
    return rng.uniform(*millimetres) / 1000
