"""An adjustable head on a pier or a pile: its travel, and the packing it needs (section 11)."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.stack import AdjustableHead, HeadTravel
from core.lengths import Elevation, Length


@dataclass(frozen=True, slots=True)
class HeadStand:
    """An adjustable head on a pier or pile: what it has left each way, and what is amiss.

    ``packing`` is missing under a head that can't reach its seat, ``cut`` is to come off where
    it can't go low enough; both are to bring it to mid-travel.
    """

    left: HeadTravel
    packing: Length | None
    cut: Length | None


def stand_head(seat: Elevation, head: AdjustableHead, standing: Elevation) -> HeadStand:
    """Return how a head stands under a seat, on a top as it was shot (section 11)."""
    left, level = head.travel_at(seat - standing), head.cut_level(seat)
    short, over = left.up.nanometres < 0, left.down.nanometres < 0
    return HeadStand(left, level - standing if short else None, standing - level if over else None)
