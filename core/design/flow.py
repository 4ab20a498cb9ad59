"""What moves when a level changes, and what shots say of the new one (section 7)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from core.floors import FloorLevels
from core.lengths import Elevation, Length, Style, format_length
from core.verdicts import Tolerance, Verdict, judge


@dataclass(frozen=True, slots=True)
class Move:
    """A level that moves; plus is up."""

    name: str
    by: Length

    def in_words(self, style: Style) -> str:
        """Say which way and by how much."""
        way = "up" if self.by.nanometres > 0 else "down"
        return f"{way} {format_length(abs(self.by), style)}"


@dataclass(frozen=True, slots=True)
class Rejudged:
    """How many shots had one verdict against the old level and have another against the new."""

    before: Verdict
    after: Verdict
    count: int


def level_moves(before: FloorLevels, after: FloorLevels) -> tuple[Move, ...]:
    """Return which of a floor's levels move, none that stays."""
    moves = (
        Move("Top of slab", after.top_of_slab - before.top_of_slab),
        Move("Sub-base (stone)", after.sub_base - before.sub_base),
    )
    return tuple(move for move in moves if move.by.nanometres)


def rejudged(
    stone: Iterable[Elevation],
    before: tuple[FloorLevels, Tolerance],
    after: tuple[FloorLevels, Tolerance],
) -> tuple[Rejudged, ...]:
    """Return how the plain verdicts of shot stone change, the most frequent change first."""

    def verdict(elevation: Elevation, held: tuple[FloorLevels, Tolerance]) -> Verdict:
        levels, tolerance = held
        return judge(elevation, levels.sub_base, tolerance).verdict

    changes = Counter((verdict(one, before), verdict(one, after)) for one in stone)
    return tuple(
        Rejudged(old, new, count) for (old, new), count in changes.most_common() if old != new
    )
