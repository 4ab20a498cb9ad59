"""What moves when a level changes, and what shots say of the new one (section 7)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from core.lengths import Elevation, Length, Style, format_length
from core.verdicts import Tolerance, Verdict, judge


@dataclass(frozen=True, slots=True)
class Move:
    """Levels that move together: the least and the greatest of their moves; plus is up."""

    name: str
    least: Length
    most: Length

    def in_words(self, style: Style) -> str:
        """Say which way and by how much; from what to what where a fall changes."""
        if self.least == self.most:
            return _way(self.least, style)
        return f"{_way(self.least, style)} to {_way(self.most, style)}"


@dataclass(frozen=True, slots=True)
class Rejudged:
    """How many shots had one verdict against the old level and have another against the new."""

    before: Verdict
    after: Verdict
    count: int


def move_of(
    name: str, before: Mapping[str, Elevation], after: Mapping[str, Elevation]
) -> Move | None:
    """Return how far the levels that both know move, None where none does."""
    by = [after[key] - level for key, level in before.items() if key in after]
    if not any(move.nanometres for move in by):
        return None
    return Move(name, min(by), max(by))


def rejudged(
    shots: Iterable[tuple[Elevation, Elevation, Elevation]], before: Tolerance, after: Tolerance
) -> tuple[Rejudged, ...]:
    """Return how the plain verdicts of shots change, the most frequent change first.

    Each shot is its elevation, its old target and its new one.
    """
    changes = Counter(
        (judge(shot, old, before).verdict, judge(shot, new, after).verdict)
        for shot, old, new in shots
    )
    return tuple(
        Rejudged(old, new, count) for (old, new), count in changes.most_common() if old != new
    )


def _way(by: Length, style: Style) -> str:
    if by.nanometres == 0:
        return "not at all"
    return f"{'up' if by.nanometres > 0 else 'down'} {format_length(abs(by), style)}"
