"""How deep a footing or a pad lies below the finished grade, against the frost (section 9)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Elevation, Length


@dataclass(frozen=True, slots=True)
class FrostCover:
    """The finished grade beside a footing, and the depth below it that local code asks for.

    Each is None until somebody entered it. A depth of 0 asks for nothing, and for no grade
    either: the footing stands inside, or where there is no frost.

    >>> asked = FrostCover(Elevation.from_metres("60.200"), Length.from_metres("1.050"))
    >>> asked.short_by(Elevation.from_metres("59.250"))
    Length(nanometres=100000000)
    """

    grade: Elevation | None
    depth: Length | None

    def __post_init__(self) -> None:
        if self.depth is not None and self.depth.nanometres < 0:
            raise OutOfRange(
                f"{float(self.depth):g} m", "A depth is 0 or more.", "Ask the building department."
            )

    def missing(self) -> tuple[str, ...]:
        """Name what nobody entered yet; each is a hold."""
        if self.depth is None:
            return ("frost depth",)
        return ("finished grade",) if self.depth.nanometres and self.grade is None else ()

    def short_by(self, bottom: Elevation) -> Length | None:
        """Return how much deeper a bottom must go; None where it is deep enough or nothing asks."""
        if self.depth is None or self.grade is None or not self.depth.nanometres:
            return None
        short = self.depth - (self.grade - bottom)
        return short if short.nanometres > 0 else None
