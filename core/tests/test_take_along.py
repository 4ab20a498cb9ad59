"""What a crew takes to a job, by worked figures."""

from __future__ import annotations

from unittest import TestCase

from core.errors import OutOfRange
from core.lengths import Elevation, Length
from core.take_along import boards_along, chairs_under, rod_needed, stakes_along, with_spare
from core.tests.worked import metres


def at(*heights: str) -> list[Elevation]:
    """Return elevations in meters."""
    return [Elevation.from_metres(height) for height in heights]


class TakeAlong(TestCase):
    def test_the_rod_reaches_from_the_lowest_height_to_the_beam(self) -> None:
        """The beam is 1.4 m over the highest of all, the known point among them."""
        (known,) = at("20.000")
        self.assertEqual(rod_needed(known, at("19.300", "19.700")), metres("2.1"))
        self.assertEqual(rod_needed(known, at("19.300", "21.000")), metres("3.1"))
        self.assertEqual(rod_needed(known, at("20.500")), metres("1.9"))
        with self.assertRaisesRegex(OutOfRange, "Plan something"):
            rod_needed(known, [])

    def test_stakes_at_both_ends_and_boards_to_the_last_foot(self) -> None:
        feet = Length.from_feet
        self.assertEqual([stakes_along(feet(n)) for n in (4, 5, 8)], [2, 3, 3])
        self.assertEqual([boards_along(feet(n)) for n in (12, 13, 24)], [1, 2, 2])

    def test_chairs_by_the_area_they_carry_and_some_to_spare(self) -> None:
        """10 ft by 9 ft is 10 chairs and one more."""
        area = float(Length.from_feet(10)) * float(Length.from_feet(9))
        self.assertEqual(chairs_under(area), 11)
        self.assertEqual([with_spare(n) for n in (0, 1, 10, 11)], [0, 2, 11, 13])
