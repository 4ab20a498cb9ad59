"""A drawing laid over the site: by what is known, exact, never stretched."""

from __future__ import annotations

from fractions import Fraction
from math import cos, hypot, pi, sin
from unittest import TestCase

from hypothesis import assume, given
from hypothesis import strategies as st

from core.cad import (
    DrawingUnit,
    Fit,
    Known,
    KnownTwice,
    above_another_zero,
    fit_by,
    is_at,
    rows_of,
    sides_of,
    strip_between,
    strip_in,
)
from core.errors import BadFit, BadShape
from core.floors import PlanPoint
from core.lengths import Elevation, Length

METRES = DrawingUnit.METRES
STATE_PLANE = (2_318_455.137, 701_903.262)


def place(x: float, y: float) -> PlanPoint:
    """Return a place of so many metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))


def known(name: str, drawn: tuple[float, float], at: tuple[float, float]) -> Known:
    """Return a point known in both."""
    return Known(name, drawn, place(*at))


class Fits(TestCase):
    """Shift and turn."""

    def test_a_shift_of_numbers_of_a_states_plane_loses_nothing(self) -> None:
        fit = fit_by([Known("BM1", STATE_PLANE, place(0, 0))], DrawingUnit.FEET).fit
        # 12 ft 6 in to the right in the drawing's own numbers, as they are stored.
        there = fit.place((STATE_PLANE[0] + 12.5, STATE_PLANE[1]))
        self.assertEqual(there.x, Length.from_feet("12.5"))
        self.assertEqual(there.y, Length(0))

    @given(st.integers(-(10**7), 10**7), st.integers(-2000, 2000))
    def test_without_a_turn_it_is_exact(self, base: int, right: int) -> None:
        fit = Fit(METRES, (float(base), 0.5), place(3, 4))
        at = fit.place((float(base + Fraction(right, 4)), 0.25))
        self.assertEqual(at.x - Length.from_metres(3), Length(250_000_000 * right))
        self.assertEqual(at.y - Length.from_metres(4), Length(-250_000_000))

    def test_a_quarter_turn_to_the_left(self) -> None:
        fitted = fit_by([known("A", (10, 10), (0, 0)), known("B", (20, 10), (0, 10))], METRES)
        self.assertAlmostEqual(fitted.fit.turn, pi / 2)
        self.assertEqual(fitted.fit.place((10, 15)), place(-5, 0))

    @given(
        st.floats(-3, 3), st.floats(-500, 500), st.floats(-500, 500),
        st.lists(st.tuples(st.floats(-80, 80), st.floats(-80, 80)), min_size=3, max_size=5),
    )  # fmt: skip
    def test_any_turn_and_shift_is_found_again(
        self, turn: float, x: float, y: float, spots: list[tuple[float, float]]
    ) -> None:
        for n, one in enumerate(spots):
            assume(all(hypot(one[0] - b[0], one[1] - b[1]) > 3 for b in spots[:n]))
        site = [
            (x + a * cos(turn) - b * sin(turn), y + a * sin(turn) + b * cos(turn)) for a, b in spots
        ]
        pairs = [
            known(f"{n}", (a + 9e6, b - 4e6), at)
            for n, ((a, b), at) in enumerate(zip(spots, site, strict=True))
        ]
        fitted = fit_by(pairs, METRES)
        self.assertLess(max(fitted.misses), Length.from_metres("0.0001"))

    def test_what_each_point_misses_by_is_told(self) -> None:
        fitted = fit_by([known("A", (0, 0), (0, 0)), known("B", (10, 0), (10.01, 0))], METRES)
        for miss in fitted.misses:
            self.assertAlmostEqual(float(miss), 0.005, places=6)

    def test_lengths_that_dont_agree_are_refused_and_the_unit_that_would_is_named(self) -> None:
        with self.assertRaises(BadFit) as refused:
            fit_by([known("A", (0, 0), (0, 0)), known("B", (40, 0), (12.192, 0))], METRES)
        self.assertEqual(refused.exception.typed, "A to B")
        self.assertIn("40.000 m in the drawing and 12.192 m on the site", refused.exception.why)
        self.assertIn("In feet it would agree", refused.exception.accepts)
        with self.assertRaises(BadFit) as refused:
            fit_by([known("A", (0, 0), (0, 0)), known("B", (40, 0), (39.9, 0))], METRES)
        self.assertIn("not stretched", refused.exception.accepts)

    def test_the_tolerance_grows_with_the_length_and_no_more(self) -> None:
        def pair(off: float) -> list[Known]:
            return [known("A", (0, 0), (0, 0)), known("B", (50, 0), (50 + off, 0))]

        fit_by(pair(0.0299), METRES)
        with self.assertRaises(BadFit):
            fit_by(pair(0.0301), METRES)

    def test_a_mirrored_drawing_is_refused(self) -> None:
        corners = ((0, 0), (20, 0), (20, 10))
        mirrored = [known(f"{n}", at, (-at[0], at[1])) for n, at in enumerate(corners)]
        with self.assertRaises(BadFit) as refused:
            fit_by(mirrored, METRES)
        self.assertIn("misses by", refused.exception.why)

    def test_no_point_or_two_at_one_place_are_refused(self) -> None:
        for bad in ([], [known("A", (0, 0), (0, 0)), known("B", (1, 0), (1.9, 0))]):
            with self.assertRaises(BadFit):
                fit_by(bad, METRES)

    def test_a_height_is_in_the_drawings_unit(self) -> None:
        fit = Fit(DrawingUnit.FEET, (0.0, 0.0), place(0, 0))
        self.assertEqual(fit.height(351.25), Length.from_feet("351.25"))


class Strips(TestCase):
    """A footing's middle and width."""

    def test_a_rectangle_is_a_strip_along_its_longer_sides(self) -> None:
        for corners in (
            [place(0, 0), place(6, 0), place(6, 0.5), place(0, 0.5)],
            [place(6, 0), place(6, 0.5), place(0, 0.5), place(0, 0)],
        ):
            strip = strip_in(corners)
            self.assertEqual(set(strip.corners), {place(0, 0.25), place(6, 0.25)})
            self.assertEqual((strip.width, strip.is_closed), (Length.from_metres("0.5"), False))

    def test_two_edges_in_any_order_are_one_strip(self) -> None:
        outer = [place(0, 0), place(10, 0), place(10, 8), place(0, 8)]
        inner = [place(9.4, 0.6), place(0.6, 0.6), place(0.6, 7.4), place(9.4, 7.4)]
        for ring in (inner, list(reversed(inner)), inner[2:] + inner[:2]):
            strip = strip_between(outer, ring, is_closed=True)
            self.assertEqual(strip.corners[0], place(0.3, 0.3))
            self.assertEqual(strip.width, Length.from_metres("0.6"))
        straight = strip_between(
            [place(0, 0), place(9, 0)], [place(9, 0.4), place(0, 0.4)], is_closed=False
        )
        self.assertEqual(straight.corners, (place(0, 0.2), place(9, 0.2)))
        self.assertEqual(straight.width, Length.from_metres("0.4"))

    def test_what_bounds_no_strip_is_refused(self) -> None:
        edge = [place(0, 0), place(9, 0)]
        for other in (
            [place(0, 0.4), place(9, 0.45)],
            [place(0, 0.4), place(4, 0.4), place(9, 0.4)],
            [place(0, 0), place(9, 0)],
        ):
            with self.assertRaises(BadShape):
                strip_between(edge, other, is_closed=False)
        with self.assertRaises(BadShape):
            strip_in([place(0, 0), place(6, 0), place(7, 0.5), place(0, 0.5)])

    def test_the_sides_of_a_rectangle_alone(self) -> None:
        sides = sides_of([place(0, 0), place(6, 0), place(6, 4), place(0, 4)])
        self.assertEqual(sides, (Length.from_metres(6), Length.from_metres(4)))
        self.assertIsNone(sides_of([place(0, 0), place(6, 0), place(6.5, 4), place(0.5, 4)]))
        self.assertIsNone(sides_of([place(0, 0), place(6, 0), place(6, 4)]))


class Rows(TestCase):
    """Piers as they stand."""

    def test_one_row_drawn_in_any_order(self) -> None:
        grid = rows_of([place(4, 1), place(0, 1), place(2, 1), place(6, 1)])
        self.assertEqual((grid.first, grid.last), (place(0, 1), place(6, 1)))
        self.assertEqual((grid.count, grid.rows), (4, 1))

    @given(st.floats(-3, 3), st.integers(2, 5), st.integers(1, 4), st.randoms())
    def test_a_turned_grid_is_found_and_stands_where_it_is_drawn(
        self, turn: float, count: int, rows: int, chance: object
    ) -> None:
        drawn = [
            place(
                2.5 * n * cos(turn) - 1.75 * row * sin(turn),
                2.5 * n * sin(turn) + 1.75 * row * cos(turn),
            )
            for n in range(count)
            for row in range(rows)
        ]
        chance.shuffle(drawn)  # type: ignore[attr-defined]
        grid = rows_of(drawn)
        self.assertEqual(grid.count * grid.rows, count * rows)
        for _, stands, _ in grid.places():
            nearest = min(stands.distance(one) for one in drawn)
            self.assertLess(nearest, Length.from_metres("0.001"))

    def test_uneven_ones_are_refused(self) -> None:
        for bad in (
            [],
            [place(0, 0), place(0, 0)],
            [place(0, 0), place(2, 0), place(4.05, 0)],
            [place(0, 0), place(2, 0), place(0, 2)],
            [place(0, 0), place(2, 0), place(0, 2), place(2, 2), place(0, 5), place(2, 5)],
        ):
            with self.assertRaises(BadShape):
                rows_of(bad)

    def test_so_many_and_no_more(self) -> None:
        drawn = [place(x, y) for x in range(20) for y in range(20)]
        self.assertEqual(rows_of(drawn).rows, 20)
        with self.assertRaisesRegex(BadShape, "Choose up to 400"):
            rows_of([*drawn, place(20, 0)])

    def test_one_stands_alone(self) -> None:
        grid = rows_of([place(3, 4)])
        self.assertEqual((grid.first, grid.count, grid.rows), (place(3, 4), 1, 1))


class AnotherZero(TestCase):
    """Heights of a drawing against those of the job."""

    def twice(self, name: str, stands: str, drawn: str) -> KnownTwice:
        """Return a point known in both."""
        return KnownTwice(name, Elevation.from_metres(stands), Elevation.from_metres(drawn))

    def test_what_rounding_makes_is_the_same_zero(self) -> None:
        self.assertIsNone(above_another_zero([]))
        near = [self.twice("A", "2.000", "2.010"), self.twice("B", "3.000", "2.990")]
        self.assertIsNone(above_another_zero(near))

    def test_the_worst_is_told_whichever_way_it_is_off(self) -> None:
        for drawn, apart in (("2.011", "0.011"), ("1.989", "-0.011"), ("-7", "-9")):
            known = [self.twice("A", "5", "5.010"), self.twice("B", "2", drawn)]
            worst = above_another_zero(known)
            assert worst is not None
            self.assertEqual((worst.name, worst.apart), ("B", Length.from_metres(apart)))

    def test_a_point_is_where_it_is(self) -> None:
        self.assertTrue(is_at((3.0, 4.0), place(3.06, 4.0799)))
        self.assertFalse(is_at((3.0, 4.0), place(3.06, 4.0801)))
        self.assertFalse(is_at((-3.0, 4.0), place(3, 4)))

    @given(st.floats(-3, 3), st.floats(-200, 200), st.floats(-200, 200))
    def test_metres_are_where_the_exact_place_is(self, turn: float, x: float, y: float) -> None:
        fit = Fit(DrawingUnit.FEET, (40.0, -7.0), place(5, 6), turn)
        exact, rough = fit.place((x, y)), fit.metres((x, y))
        self.assertAlmostEqual(rough[0], float(exact.x), delta=2e-5)
        self.assertAlmostEqual(rough[1], float(exact.y), delta=2e-5)
