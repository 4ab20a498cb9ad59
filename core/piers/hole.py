"""The hole of a pier: how deep it must be, and what is still to be answered (section 11)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.errors import OutOfRange
from core.lengths import Elevation, Length


class Bearing(StrEnum):
    """What a pier bears on."""

    ROCK = "rock"
    REFUSAL = "refusal"
    UNDISTURBED_SOIL = "undisturbed soil"
    ENGINEERED_FILL = "engineered fill"
    TORQUE = "torque reached"


@dataclass(frozen=True, slots=True)
class HoleDepths:
    """The least depth and the frost depth by local code; None until somebody entered them."""

    least: Length | None
    frost: Length | None

    def __post_init__(self) -> None:
        for depth in (self.least, self.frost):
            if depth is not None and depth.nanometres < 0:
                raise OutOfRange(
                    f"{float(depth):g} m", "A depth is 0 or more.", "Ask the building department."
                )

    def bottom_below(self, ground: Elevation, planned: Elevation | None) -> Elevation | None:
        """The highest bottom that will do below that ground: the lower of plan and depth.

        None where neither says anything.
        """
        entered = [depth for depth in (self.least, self.frost) if depth is not None]
        bottoms = [ground - depth for depth in entered]
        bottoms += [planned] if planned is not None else []
        return min(bottoms, default=None)

    @property
    def asks_any(self) -> bool:
        """Whether a depth below the ground is asked for."""
        return any(depth is not None and depth.nanometres > 0 for depth in (self.least, self.frost))

    def missing(self) -> tuple[str, ...]:
        """What nobody entered yet; each is a hold."""
        named = (("least depth", self.least), ("frost depth", self.frost))
        return tuple(name for name, depth in named if depth is None)
