"""A receiver: what its beeps mean, and how wide its bands are (section 6)."""

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


class FastBeep(StrEnum):
    """What a fast beep means; receivers differ."""

    TOO_HIGH = "too-high"
    TOO_LOW = "too-low"


@dataclass(frozen=True, slots=True)
class Receiver:
    """A receiver's beeps and half-bands; raises :class:`OutOfRange` for bands that can't be."""

    fast_beep: FastBeep
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
    def beeps(self) -> tuple[tuple[str, str], ...]:
        """Each beep, and what to do; never an arrow."""
        fast_is_high = self.fast_beep is FastBeep.TOO_HIGH
        down = "the receiver is too high, slide it DOWN"
        up = "the receiver is too low, slide it UP"
        return (
            ("fast beep", down if fast_is_high else up),
            ("slow beep", up if fast_is_high else down),
            ("steady tone", "the receiver is on the beam, read the rod"),
        )
