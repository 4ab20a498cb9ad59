"""A driven or screwed pile: where to cut it, or what packing it needs (section 11)."""

from __future__ import annotations

from dataclasses import dataclass

from core.design.stack import AdjustableHead
from core.lengths import Elevation, Length


@dataclass(frozen=True, slots=True)
class PileCut:
    """A pile's cut: its level, how far below the beam (negative: above), and packing if short."""

    level: Elevation
    below_beam: Length
    packing: Length | None


def cut_pile(
    seat: Elevation, head: AdjustableHead, beam: Elevation, standing: Elevation | None = None
) -> PileCut:
    """Return where to cut a pile: cut level = seat - head at mid-travel; mark = HI - cut level.

    ``standing`` is the pile's top as it stands; one below the cut level needs packing.
    """
    level = head.cut_level(seat)
    short = None
    if standing is not None and standing < level:
        short = level - standing
    return PileCut(level, beam - level, short)
