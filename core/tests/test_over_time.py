"""Stairs riser by riser, points leveled again, and the soil of a dig, by worked figures."""

from __future__ import annotations

from unittest import TestCase

from core.beam_line import Measured
from core.design import soil_of
from core.errors import NotEnoughMeasures, OutOfRange
from core.lengths import Elevation, Length
from core.movement import Leveled, movement
from core.stairs import flight
from core.tests.worked import metres


def treads(*heights: str) -> list[Measured]:
    """Treads in their order, by their heights in meters."""
    return [Measured(str(n), Elevation.from_metres(height)) for n, height in enumerate(heights)]


class Stairs(TestCase):
    def test_the_last_riser_is_the_odd_one(self) -> None:
        """Four risers of 180 mm and a landing 14 mm too high."""
        made = flight(treads("20.000", "20.180", "20.360", "20.540", "20.734"))
        self.assertEqual(
            [riser.rise for riser in made.risers], [metres("0.18")] * 3 + [metres("0.194")]
        )
        self.assertEqual(made.mean, metres("0.1835"))
        self.assertEqual((made.odd.below, made.odd.above), ("3", "4"))
        self.assertEqual(made.odd.off_mean, metres("0.0105"))
        self.assertEqual(made.apart, metres("0.014"))
        self.assertFalse(made.is_even())
        self.assertTrue(made.is_even(metres("0.014")))

    def test_downward_they_are_negative_and_as_even(self) -> None:
        made = flight(treads("20.360", "20.180", "20.000"))
        self.assertEqual({riser.rise for riser in made.risers}, {metres("-0.18")})
        self.assertTrue(made.is_even(Length(0)))

    def test_one_riser_is_like_itself(self) -> None:
        with self.assertRaisesRegex(NotEnoughMeasures, "Two risers"):
            flight(treads("20.0", "20.18"))


class Movements(TestCase):
    def test_a_pier_that_settled_and_stands_still_since(self) -> None:
        """5 mm down in the first month, 1 mm since, each leveled within 2 mm."""
        day = 86_400.0
        heights = (("10.000", 0), ("9.995", 30), ("9.994", 400))
        found = movement([Leveled(n * day, Elevation.from_metres(z), 0.002) for z, n in heights])
        self.assertEqual(
            (found.in_all.rise, found.lately.rise), (metres("-0.006"), metres("-0.001"))
        )
        self.assertAlmostEqual(found.in_all.untold, 0.0028284, places=6)
        self.assertTrue(found.in_all.is_told)
        self.assertFalse(found.lately.is_told)

    def test_at_the_edge_it_is_not_told(self) -> None:
        found = movement([Leveled(0, Elevation(0), 0.0), Leveled(1, Elevation(3_000_000), 0.003)])
        self.assertFalse(found.in_all.is_told)
        up = movement([Leveled(0, Elevation(0), 0.0), Leveled(1, Elevation(3_000_001), 0.003)])
        self.assertTrue(up.in_all.is_told)

    def test_one_leveling_says_nothing(self) -> None:
        with self.assertRaisesRegex(NotEnoughMeasures, "another day"):
            movement([Leveled(0, Elevation(0), 0.001)])


class SoilOfADig(TestCase):
    def test_loose_it_takes_more_room(self) -> None:
        soil = soil_of(60.0, 0.35, 1.3)
        self.assertAlmostEqual(soil.in_ground, 21.0)
        self.assertAlmostEqual(soil.loose, 27.3)

    def test_ground_below_its_formation_gives_none_and_odd_factors_are_refused(self) -> None:
        self.assertEqual(soil_of(60.0, -0.2, 1.25).loose, 0.0)
        for factor in (0.99, 2.01):
            with self.assertRaisesRegex(OutOfRange, "from 1 to 2"):
                soil_of(1.0, 1.0, factor)
