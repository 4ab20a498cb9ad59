"""A receiver: what it tells by, and how wide its bands are (section 6)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.errors import OutOfRange
from core.lengths import Length

WIDEST_HALF_BAND = Length.from_metres("0.05")


class Setting(StrEnum):
    """Which of its two bands a receiver is set to; a pass is shot with one of them."""

    FINE = "fine"
    COARSE = "coarse"


class Signal(StrEnum):
    """What a receiver tells by: what its fast beep means, or that it has none."""

    FAST_IS_HIGH = "too-high"
    FAST_IS_LOW = "too-low"
    FASTER_NEARER = "nearer"
    ONE_TONE = "one-tone"
    ARROWS = "arrows"
    LIGHTS = "lights"


UP = "the receiver is too low, slide it UP"
DOWN = "the receiver is too high, slide it DOWN"
ON_THE_BEAM = "the receiver is on the beam, read the rod"
MEANS: dict[Signal, tuple[tuple[str, str], ...]] = {
    Signal.FAST_IS_HIGH: (("fast beep", DOWN), ("slow beep", UP), ("steady tone", ON_THE_BEAM)),
    Signal.FAST_IS_LOW: (("fast beep", UP), ("slow beep", DOWN), ("steady tone", ON_THE_BEAM)),
    Signal.FASTER_NEARER: (
        ("beeping faster", "the beam is nearer, go on the same way"),
        ("beeping slower", "the beam is farther, turn round"),
        ("steady tone", ON_THE_BEAM),
    ),
    Signal.ONE_TONE: (
        ("broken tone", "the beam is close, slide slowly until it is solid"),
        ("broken again", "the beam was passed, slide back"),
        ("solid tone", ON_THE_BEAM),
    ),
    Signal.ARROWS: (
        ("arrow pointing down", DOWN),
        ("arrow pointing up", UP),
        ("bar in the middle", ON_THE_BEAM),
    ),
    Signal.LIGHTS: (
        ("light below the middle", DOWN),
        ("light above the middle", UP),
        ("light in the middle", ON_THE_BEAM),
    ),
}


@dataclass(frozen=True, slots=True)
class Receiver:
    """What a receiver tells by, and its half-bands; raises :class:`OutOfRange` for bands that
    can't be.
    """

    signal: Signal
    fine: Length
    coarse: Length

    def __post_init__(self) -> None:
        if not 0 < self.fine.nanometres <= self.coarse.nanometres <= WIDEST_HALF_BAND.nanometres:
            raise OutOfRange(
                f"{float(self.fine) * 1000:g} mm fine, {float(self.coarse) * 1000:g} mm coarse",
                "The fine band is not wider than the coarse one, and neither is over 50 mm (2 in).",
                "Give how far off center still sounds on, such as 1 mm and 2.5 mm.",
            )

    def half_band(self, setting: Setting) -> Length:
        """How far to either side of its center it still sounds on."""
        return self.fine if setting is Setting.FINE else self.coarse

    @property
    def signals(self) -> tuple[tuple[str, str], ...]:
        """What it sounds or shows, and what to do; never an arrow of ours."""
        return MEANS[self.signal]
