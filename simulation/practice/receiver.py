"""What a receiver on a rod tells of the beam: as its own record says, and nothing more."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

#: How far from the beam a receiver still sees it, metres.
WINDOW = 0.06
#: How far a receiver's middle lies from its mark once it is clamped on upside down, metres.
TURNED_OFF_BY = 0.011
FAST, SLOW = 8.0, 2.0


class Tells(StrEnum):
    """What a receiver tells by."""

    FAST_IS_HIGH = "too-high"
    FAST_IS_LOW = "too-low"
    FASTER_NEARER = "nearer"
    ARROWS = "arrows"
    LIGHTS = "lights"


class Shows(StrEnum):
    """What stands in its window."""

    NOTHING = "nothing"
    UP = "up"
    DOWN = "down"
    LEVEL = "level"


@dataclass(frozen=True, slots=True)
class Told:
    """What one hears and sees: beeps a second (0 for none), a steady tone, an arrow or light."""

    beeps: float = 0.0
    is_steady: bool = False
    shows: Shows = Shows.NOTHING


SILENT = Told()


@dataclass(frozen=True, slots=True)
class PracticeReceiver:
    """A receiver on its clamp: half-bands in metres; which setting it is on is seen on it.

    ``is_upside_down`` turns what it tells round, and moves its middle off its mark.
    """

    tells: Tells
    fine: float
    coarse: float
    is_coarse: bool = False
    is_upside_down: bool = False

    @property
    def half_band(self) -> float:
        """How far off the beam its tone is still steady, metres."""
        return self.coarse if self.is_coarse else self.fine

    def told(self, above_beam: float) -> Told:
        """What it tells where its mark stands that far above the beam, metres."""
        off = above_beam
        if self.is_upside_down:
            off = -(above_beam - TURNED_OFF_BY)
        if abs(off) > WINDOW:
            return SILENT
        if abs(off) <= self.half_band:
            return Told(is_steady=self._sounds, shows=Shows.LEVEL)
        if self.tells is Tells.FASTER_NEARER:
            return Told(beeps=self._beeps(off))
        return Told(beeps=self._beeps(off), shows=Shows.DOWN if off > 0 else Shows.UP)

    @property
    def _sounds(self) -> bool:
        return self.tells not in (Tells.ARROWS, Tells.LIGHTS)

    def _beeps(self, off: float) -> float:
        if not self._sounds:
            return 0.0
        if self.tells is Tells.FASTER_NEARER:
            return SLOW + (FAST - SLOW) * (1 - abs(off) / WINDOW)
        is_fast = (off > 0) is (self.tells is Tells.FAST_IS_HIGH)
        return FAST if is_fast else SLOW
