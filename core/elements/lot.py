"""What is only drawn: the lot's own line (section 9), and what a beam does not pass (section 5)."""

from __future__ import annotations

from dataclasses import dataclass

from core.elements.planned import AsDug, Drawn, PlannedPoint
from core.floors import Line


@dataclass(frozen=True, slots=True)
class LotLine:
    """A line that is only drawn: nothing is shot along it and nothing is poured."""

    line: Line

    def points(self) -> tuple[PlannedPoint, ...]:
        """None."""
        return ()

    def concrete(self, dug: AsDug) -> float | None:
        """None: a line is only drawn."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The line."""
        return (Drawn(self.line.corners, self.line.is_closed),)


@dataclass(frozen=True, slots=True)
class Obstacle(LotLine):
    """A wall, a stack or a machine: a line of sight does not pass its sides."""

    @property
    def sides(self) -> tuple[tuple[tuple[float, float], tuple[float, float]], ...]:
        """Its sides from end to end in plan, meters."""
        return tuple(
            ((float(a.x), float(a.y)), (float(b.x), float(b.y))) for a, b in self.line.legs
        )
