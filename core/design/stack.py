"""A stack-up: the layers between a finished level and the pier top under it (sections 7, 11)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from core.design.fall import Fall
from core.errors import BadLevel
from core.lengths import Elevation, Length

NONE = Length(0)


@dataclass(frozen=True, slots=True)
class Layer:
    """A layer by its nominal thickness, and the actual one once it was measured."""

    name: str
    nominal: Length
    actual: Length | None = None

    def __post_init__(self) -> None:
        if self.thickness.nanometres <= 0:
            raise BadLevel(
                self.name, "A layer has a thickness above 0.", "Measure it, or leave it out."
            )

    @property
    def thickness(self) -> Length:
        """What counts: the actual thickness wins over the nominal one."""
        return self.nominal if self.actual is None else self.actual

    @property
    def change(self) -> Length:
        """How much the measured one differs from the nominal; plus is thicker."""
        return self.thickness - self.nominal


@dataclass(frozen=True, slots=True)
class StackUp:
    """Layers on a pier top: pier top = finished level - Σ layers - extra drop - fall x distance."""

    layers: tuple[Layer, ...]
    extra_drop: Length = NONE

    @property
    def height(self) -> Length:
        """The layers together."""
        return total(layer.thickness for layer in self.layers)

    def pier_top(self, finished: Elevation, fall: Fall, distance: Length) -> Elevation:
        """The level of the pier's top, that far along a fall from the finished level's own line."""
        return finished - self.height - self.extra_drop - fall.drop(distance)

    def check_over(self, top: Elevation, bottom: Elevation) -> None:
        """Refuse a stack that leaves no pier: raises :class:`BadLevel`."""
        if top <= bottom:
            raise BadLevel(
                f"{float(self.height):g} m of layers",
                "The stack is taller than the finished level is above the hole's bottom.",
                "Dig deeper, take layers out, or raise the finished level.",
            )


@dataclass(frozen=True, slots=True)
class HeadTravel:
    """How much an adjustable head has left up and down."""

    up: Length
    down: Length


@dataclass(frozen=True, slots=True)
class AdjustableHead:
    """A head that stands between a least and a greatest height; the cut aims at its middle."""

    least: Length
    greatest: Length

    def __post_init__(self) -> None:
        if not 0 <= self.least.nanometres < self.greatest.nanometres:
            raise BadLevel(
                f"{float(self.least):g} m to {float(self.greatest):g} m",
                "A head's greatest height is more than its least.",
                "Give both as its data sheet does.",
            )

    @property
    def middle(self) -> Length:
        """Its height at mid-travel, to the nanometre below."""
        return Length((self.least.nanometres + self.greatest.nanometres) // 2)

    def travel_at(self, height: Length) -> HeadTravel:
        """What is left each way with the head that high; negative where it can't reach."""
        return HeadTravel(up=self.greatest - height, down=height - self.least)

    def cut_level(self, seat: Elevation) -> Elevation:
        """Where to cut the pile so that the head under a seat stands at mid-travel."""
        return seat - self.middle


def total(lengths: Iterable[Length]) -> Length:
    """Add lengths up."""
    return sum(lengths, Length(0))
