"""What receivers tell, and how wide their bands are (section 6)."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from hypothesis import strategies as st

from core.errors import OutOfRange
from core.instruments import (
    Receiver,
    Setting,
    Signal,
)
from core.tests.worked import metres
from core.uncertainty import (
    Kit,
    Sight,
)

KIT = Kit(slope_error=0.0001, receiver_half_band=0.001, least_count=0.001, lean_degrees=0.5)
BENCHMARK = Sight(15.0, 1.2)
slopes = st.floats(-0.001, 0.001)


class Receivers(TestCase):
    """Each says what to do by its own beeps, arrows or lights."""

    def test_every_signal_tells_up_down_and_on_or_says_it_can_not(self) -> None:
        for signal in Signal:
            told = Receiver(signal, metres("0.001"), metres("0.002")).signals
            self.assertEqual(told[-1][1], "the receiver is on the beam, read the rod")
            moves = [means for _, means in told[:2]]
            if signal is Signal.FASTER_NEARER:
                self.assertIn("go on the same way", moves[0])
                self.assertIn("turn round", moves[1])
                continue
            if signal is Signal.ONE_TONE:
                self.assertIn("until it is solid", moves[0])
                self.assertIn("slide back", moves[1])
                continue
            ups = [means for means in moves if "slide it UP" in means]
            downs = [means for means in moves if "slide it DOWN" in means]
            self.assertEqual((len(ups), len(downs)), (1, 1), signal)
        down, up = (dict(Receiver(Signal.ARROWS, metres("0.001"), metres("0.002")).signals)[name]
                    for name in ("arrow pointing down", "arrow pointing up"))  # fmt: skip
        self.assertEqual(("DOWN" in down, "UP" in up), (True, True))

    def test_what_beeps_mean_differs_and_bands_are_checked(self) -> None:
        high = Receiver(Signal.FAST_IS_HIGH, metres("0.001"), metres("0.0025"))
        low = replace(high, signal=Signal.FAST_IS_LOW)
        self.assertEqual(dict(high.signals)["fast beep"], dict(low.signals)["slow beep"])
        self.assertIn("slide it DOWN", dict(high.signals)["fast beep"])
        self.assertEqual(high.half_band(Setting.COARSE), metres("0.0025"))
        with self.assertRaises(OutOfRange) as refused:
            replace(high, fine=metres("0.003"))
        self.assertEqual(refused.exception.typed, "3 mm fine, 2.5 mm coarse")
