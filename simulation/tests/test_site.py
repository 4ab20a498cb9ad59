"""The stand-in for a site, by itself."""

from __future__ import annotations

from random import Random
from unittest import TestCase

from simulation import (
    Beep,
    Blunder,
    Ground,
    Knock,
    Laser,
    Place,
    ReceiverTruth,
    RodTruth,
    SimulatedSite,
    Tilt,
    rough_ground,
    spoil,
)

SHARP, PLUMB = ReceiverTruth(0.0), RodTruth(0.0, 0.001)
HERE, THERE = Place(0.0, 0.0), Place(30.0, 0.0)


def site(seed: int, receiver: ReceiverTruth = SHARP, rod: RodTruth = PLUMB) -> SimulatedSite:
    return SimulatedSite(seed, Ground(10.0), {"BM": (THERE, 10.5)}, receiver, rod)


class TheTruthAndWhatIsRead(TestCase):
    """Each error does what it says."""

    def test_a_perfect_instrument_reads_the_truth(self) -> None:
        perfect = site(1)
        perfect.stand_up(Laser(HERE, 11.5))
        self.assertAlmostEqual(perfect.shoot(Place(0.0, 3.0)), 1.5)
        self.assertAlmostEqual(perfect.sight("BM"), 1.0)

    def test_a_tilt_shows_along_its_own_direction_alone(self) -> None:
        tilted = site(1)
        tilted.stand_up(Laser(HERE, 11.5, Tilt(0.001, toward=90.0)))
        self.assertAlmostEqual(tilted.shoot(Place(0.0, 20.0)), 1.52)
        self.assertAlmostEqual(tilted.shoot(Place(20.0, 0.0)), 1.5)

    def test_a_knock_lifts_the_beam_from_its_reading_on(self) -> None:
        knocked = site(1)
        knocked.stand_up(Laser(HERE, 11.5), Knock(before_reading=2, lift=0.02))
        read = [knocked.shoot(Place(1.0, 1.0)) for _ in range(4)]
        self.assertEqual([round(one, 3) for one in read], [1.5, 1.5, 1.52, 1.52])

    def test_band_and_lean_blur_and_a_seed_repeats_it(self) -> None:
        def reads() -> list[float]:
            blurred = site(7, ReceiverTruth(0.005), RodTruth(2.0, 0.001))
            blurred.stand_up(Laser(HERE, 11.5))
            return [blurred.shoot(Place(1.0, 1.0)) for _ in range(50)]

        once = reads()
        self.assertEqual(once, reads())
        self.assertGreater(len(set(once)), 3)
        self.assertLess(max(abs(one - 1.5) for one in once), 0.0075)

    def test_what_a_beep_means_differs(self) -> None:
        fast_is_high, fast_is_low = (
            ReceiverTruth(0.001),
            ReceiverTruth(0.001, fast_means_high=False),
        )
        self.assertIs(fast_is_high.beep(0.01), Beep.FAST)
        self.assertIs(fast_is_low.beep(0.01), Beep.SLOW)
        self.assertIs(fast_is_low.beep(0.0005), Beep.STEADY)

    def test_ground_is_rough_within_bounds_and_the_same_for_a_seed(self) -> None:
        ground = rough_ground(3, 10.0, (8.0, 6.0), 0.01)
        self.assertEqual(ground, rough_ground(3, 10.0, (8.0, 6.0), 0.01))
        heights = [ground.elevation(Place(x / 2, y / 2)) for x in range(16) for y in range(12)]
        self.assertGreater(max(heights) - min(heights), 0.003)
        self.assertLess(max(abs(height - 10.0) for height in heights), 0.09)

    def test_blunders(self) -> None:
        rng = Random(1)
        self.assertAlmostEqual(spoil(Blunder.UPSIDE_DOWN, 1.2, 4.0, rng), 2.8)
        self.assertIn(round(spoil(Blunder.INCH, 1.2, 4.0, rng), 4), (1.1746, 1.2254))
        self.assertIn(spoil(Blunder.SWAPPED, 1.235, 4.0, rng), (2.135, 1.325, 1.253))
        self.assertEqual(spoil(Blunder.SIX_FOR_NINE, 1.205, 4.0, rng), 1.205)
        self.assertIn(spoil(Blunder.SIX_FOR_NINE, 1.629, 4.0, rng), (1.929, 1.626))
