"""The lot's own line: what is built stays inside it (section 9)."""

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
