"""A pier: a tube on the bottom of its hole, with a bell or without (section 11)."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from core.errors import BadLevel
from core.lengths import Elevation, Length


@dataclass(frozen=True, slots=True)
class Bell:
    """The widened foot of a pier: its height, and its diameter at the bottom."""

    height: Length
    diameter: Length


@dataclass(frozen=True, slots=True)
class Pier:
    """A pier from the bottom of its hole to its top; raises :class:`BadLevel` if it can't be."""

    bottom: Elevation
    top: Elevation
    tube_diameter: Length
    bell: Bell | None = None

    def __post_init__(self) -> None:
        if self.tube_diameter.nanometres <= 0:
            raise BadLevel(
                f"{float(self.tube_diameter):g} m", "A tube has a diameter.", "8 to 16 in is usual."
            )
        if tube_length(self).nanometres <= 0:
            raise BadLevel(
                f"top {float(self.top):g} m, bottom {float(self.bottom):g} m",
                "No tube is left between the bottom (or its bell) and the pier's top.",
                "Dig deeper, or look at the stack-up.",
            )


def hole_depth(ground: Elevation, bottom: Elevation) -> Length:
    """Return how deep a hole is: ground - bottom."""
    return ground - bottom


def tube_length(pier: Pier) -> Length:
    """Return top level - bottom level, less any bell."""
    depth = pier.top - pier.bottom
    return depth if pier.bell is None else depth - pier.bell.height


def concrete_sure_within(tube_diameter: Length, half_width: float) -> float:
    """Return how far off a shaft's concrete is at most, cubic metres, where U of the bottom of
    its hole is ``half_width`` metres.
    """
    return pi * (float(tube_diameter) / 2) ** 2 * half_width


def concrete_of(pier: Pier) -> float:
    """Return a pier's concrete in cubic metres: shaft cylinder + bell frustum.

    The frustum is π·h/3·(R² + R·r + r²), from the bell's radius to the tube's.
    """
    radius = float(pier.tube_diameter) / 2
    shaft = pi * radius**2 * float(tube_length(pier))
    if pier.bell is None:
        return shaft
    wide = float(pier.bell.diameter) / 2
    frustum = pi * float(pier.bell.height) / 3 * (wide**2 + wide * radius + radius**2)
    return shaft + frustum
