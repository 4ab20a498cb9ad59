"""A surface checked with the beam as its line: how far out of level, and where."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.beam_line import TEN_FEET, THREE_METRES, Measured, out_of_level, per
from core.errors import NotEnoughMeasures
from core.lengths import Elevation, Length
from core.tests.worked import elevations, metres, place


def measured(name: str, height: str, x: float | None = None) -> Measured:
    spot = None if x is None else place(x, 0)
    return Measured(name, Elevation.from_metres(height), spot)


class OutOfLevel(TestCase):
    """The high corner is named first, as everything else is measured from it."""

    def test_a_ceiling_of_four_corners(self) -> None:
        level = out_of_level(
            [
                measured("NW", "2.405", 0),
                measured("NE", "2.412", 3),
                measured("SE", "2.398", 7),
                measured("SW", "2.401"),
            ]
        )
        self.assertEqual((level.highest, level.lowest), ("NE", "SE"))
        self.assertEqual(level.apart, metres("0.014"))
        self.assertEqual(level.run, metres("4"))
        self.assertEqual(level.slope, Fraction(14, 4000))
        below = [(point.name, point.below) for point in level.points]
        self.assertEqual(
            below,
            [("NE", Length(0)), ("NW", metres("0.007")), ("SW", metres("0.011")),
             ("SE", metres("0.014"))],
        )  # fmt: skip
        self.assertEqual(per(Fraction(14, 4000), THREE_METRES), metres("0.0105"))
        self.assertEqual(per(Fraction(1, 120), TEN_FEET), Length.from_inches(1))

    def test_without_both_places_there_is_no_run(self) -> None:
        for one, other in ((None, 3.0), (0.0, None), (2.0, 2.0)):
            level = out_of_level([measured("a", "1.0", one), measured("b", "0.9", other)])
            self.assertEqual((level.run, level.slope), (None, None))

    def test_equal_measures_keep_the_order_they_were_taken_in(self) -> None:
        level = out_of_level([measured("b", "1.0"), measured("a", "1.0")])
        self.assertEqual((level.highest, level.lowest, level.apart), ("b", "a", Length(0)))

    def test_one_measure_says_nothing(self) -> None:
        for few in ([], [measured("a", "1")]):
            with self.assertRaisesRegex(NotEnoughMeasures, "Measure two points or more"):
                out_of_level(few)

    @given(st.lists(elevations, min_size=2, max_size=9), st.integers(-(10**12), 10**12))
    def test_tying_the_datum_later_changes_nothing_of_it(
        self, heights: list[Elevation], moved: int
    ) -> None:
        names = [str(n) for n in range(len(heights))]
        before = out_of_level([Measured(n, h) for n, h in zip(names, heights, strict=True)])
        lifted = [h + Length(moved) for h in heights]
        after = out_of_level([Measured(n, h) for n, h in zip(names, lifted, strict=True)])
        self.assertEqual(before, after)
        self.assertGreaterEqual(before.apart, Length(0))
        self.assertEqual(before.apart, max(heights) - min(heights))
