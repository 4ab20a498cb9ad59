"""Points that no plan asks for: each is shot when somebody wants to know it (section 3)."""

from __future__ import annotations

from dataclasses import dataclass

from core.elements.planned import AsDug, Drawn, PlannedPoint


@dataclass(frozen=True, slots=True)
class FreePoints:
    """A group of free points, such as the corners of a ceiling; none of them is planned."""

    def points(self) -> tuple[PlannedPoint, ...]:
        """None: they are added as they are shot."""
        return ()

    def concrete(self, dug: AsDug) -> float | None:
        """None: points are only shot."""
        return 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """Nothing."""
        return ()
