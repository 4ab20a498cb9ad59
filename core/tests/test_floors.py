"""Outlines, levels, marks along the walls, and the grid of shots."""

from __future__ import annotations

from itertools import pairwise
from math import hypot
from unittest import TestCase

import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from core.design import SlabOver
from core.errors import BadLevel, BadOutline, OutOfRange
from core.floors import (
    FloorLevels,
    Outline,
    check_thicknesses,
    even_positions,
    l_shape,
    propose_grid,
    rectangle,
    wall_marks,
)
from core.floors.marks import marks_along
from core.lengths import Elevation, Length, Style
from core.tests.worked import cases, metres, place

METRES = Style.from_code("m")
L_SHAPE = l_shape(metres(11), metres("9.1"), metres("4.6"), metres("4.8"))

BAD_OUTLINES = [
    ([(0, 0), (1, 0)], "A floor can't be made of them."),
    ([(0, 0), (1, 0), (2, 0)], "They all lie on one line, so the floor has no area."),
    ([(0, 0), (2, 0), (0, 0), (0, 2)], "Corners 1 and 3 are the same place."),
    ([(0, 0), (3, 3), (3, 0), (0, 2)], "The outline crosses or touches itself there."),
    ([(0, 0), (4, 0), (4, 4), (2, 0), (0, 4)], "The outline crosses or touches itself there."),
    ([(0, 0), (4, 0), (2, 0), (2, 3)], "The outline crosses or touches itself there."),
]


class Outlines(TestCase):
    """Corners in order around a floor."""

    def test_refusals(self) -> None:
        for corners, why in BAD_OUTLINES:
            with self.subTest(corners), self.assertRaises(BadOutline) as refused:
                Outline(tuple(place(x, y) for x, y in corners))
            self.assertEqual(refused.exception.why, why)

    @given(st.lists(st.tuples(st.integers(0, 6), st.integers(0, 6)), min_size=4, max_size=9))
    def test_an_outline_is_refused_exactly_where_it_crosses_or_touches_itself(
        self, corners: list[tuple[int, int]]
    ) -> None:
        is_simple = shapely.LinearRing(corners).is_simple
        try:
            Outline(tuple(place(x, y) for x, y in corners))
        except BadOutline as refused:
            self.assertFalse(is_simple and "crosses" in refused.why, corners)
        else:
            self.assertTrue(is_simple, corners)

    @given(
        st.lists(st.tuples(st.integers(-9, 9), st.integers(-9, 9)), min_size=3, max_size=3),
        st.tuples(st.integers(-12, 12), st.integers(-12, 12)),
    )
    def test_the_nearest_edge_is_as_far_as_it_is(
        self, corners: list[tuple[int, int]], at: tuple[int, int]
    ) -> None:
        ring = shapely.LinearRing(corners)
        assume(shapely.Polygon(ring).area > 0)
        outline = Outline(tuple(place(x, y) for x, y in corners))
        self.assertAlmostEqual(outline.clearance(place(*at)), ring.distance(shapely.Point(at)))

    def test_of_several_crossings_the_first_is_named(self) -> None:
        bow_ties = [(0, 0), (2, 2), (5, 0), (4, 2), (2, 0), (0, 3)]
        with self.assertRaises(BadOutline) as refused:
            Outline(tuple(place(x, y) for x, y in bow_ties))
        self.assertEqual(refused.exception.typed, "edge 1 and edge 5")

    def test_area_does_not_depend_on_where_or_which_way_round_it_starts(self) -> None:
        corners = L_SHAPE.corners
        for turned in (corners, corners[::-1], corners[3:] + corners[:3]):
            self.assertAlmostEqual(Outline(turned).area, 78.02)

    def test_inside_edge_and_outside(self) -> None:
        places = {(1, 1): True, (11, 2): True, (6.4, 9.1): True, (8, 6): False, (-1, 0): False}
        for (x, y), inside in places.items():
            with self.subTest(x=x, y=y):
                self.assertEqual(L_SHAPE.contains(place(x, y)), inside)

    def test_shapes_no_floor_has(self) -> None:
        one, two = metres(1), metres(2)
        with self.assertRaisesRegex(BadOutline, "The length must be more than 0"):
            rectangle(Length(0), one)
        self.assertRaises(BadOutline, rectangle, one, metres(-1))
        for notch in ((two, one), (one, two)):
            with self.assertRaisesRegex(BadOutline, "takes away a whole side"):
                l_shape(two, two, *notch)
        self.assertRaises(BadOutline, l_shape, two, two, two, one)
        self.assertRaises(OutOfRange, rectangle, metres(3000), one)

    @given(st.integers(1, 10**11), st.integers(1, 10**11))
    def test_a_rectangle_is_length_times_width(self, length: int, width: int) -> None:
        self.assertEqual(
            abs(rectangle(Length(length), Length(width)).twice_area), 2 * length * width
        )


class Levels(TestCase):
    """One finished level drives the rest."""

    LEVELS = FloorLevels(Elevation.from_metres("86.75"), metres("0.12"), metres("0.11"))

    def test_stone_lies_a_slab_below_the_top(self) -> None:
        self.assertEqual(self.LEVELS.sub_base, Elevation.from_metres("86.63"))
        over = SlabOver(self.LEVELS.top_of_slab, self.LEVELS.least_thickness)
        thickness = over.thickness_over(Elevation.from_metres("86.641"))
        self.assertEqual(thickness, metres("0.109"))
        self.assertTrue(over.is_thin(thickness))
        self.assertFalse(over.is_thin(metres("0.11")))

    def test_thicknesses_no_slab_has(self) -> None:
        for thickness, least in ((0, 0), (-1, 1), (4, 1), (1, 0), (1, "1.001")):
            with self.subTest(thickness=thickness, least=least):
                self.assertRaises(
                    BadLevel, check_thicknesses, metres(thickness), metres(least), METRES
                )
        check_thicknesses(metres(1), metres(1), METRES)
        check_thicknesses(metres(3), metres(1), METRES)
        self.assertRaises(BadLevel, check_thicknesses, metres("3.0001"), metres(1), METRES)


class WallMarks(TestCase):
    """Every corner, evenly between, never farther apart than asked."""

    def test_worked_cases(self) -> None:
        for case in cases("layout"):
            run, spacing = metres(case["given"]["run"]), metres(case["given"]["spacing"])
            expected = case["expect"]["mark_positions"]
            for position, number in zip(even_positions(run, spacing), expected, strict=True):
                self.assertAlmostEqual(float(position), number, delta=1e-6)

    @settings(max_examples=50)
    @given(st.integers(200, 8000))
    def test_no_bay_is_wider_than_asked_and_each_corner_stands_once(self, spacing: int) -> None:
        marks = wall_marks(L_SHAPE, Length(spacing * 1_000_000))
        self.assertEqual([m.place for m in marks if m.is_corner], list(L_SHAPE.corners))
        around = [*marks, marks[0]]
        for one, next_one in pairwise(around):
            gap = one.place.distance(next_one.place)
            self.assertLessEqual(gap.nanometres, spacing * 1_000_000 + 2)
        self.assertEqual(len({mark.name for mark in marks}), len(marks))

    def test_marks_on_a_long_wall_are_lettered_on(self) -> None:
        long = marks_along(((place(0, 0), place(60, 0)),), metres(2), is_closed=False)
        names = [mark.name for mark in long]
        self.assertEqual(names[:3], ["1", "1a", "1b"])
        self.assertEqual(names[25:], ["1y", "1z", "1aa", "1ab", "1ac", "2"])
        self.assertEqual([mark.place.x for mark in long], [metres(2 * i) for i in range(31)])

    def test_senseless_spacings(self) -> None:
        for spacing in (metres(0), metres(-1), metres("0.001")):
            self.assertRaises(OutOfRange, wall_marks, L_SHAPE, spacing)


class Grid(TestCase):
    """Where to shoot the stone."""

    def test_a_rectangle_gets_even_rows_walked_back_and_forth(self) -> None:
        points = propose_grid(rectangle(metres("7.2"), metres("4.8")), metres("2.5"))
        names = "A1 A2 A3 A4 B4 B3 B2 B1 C1 C2 C3 C4"
        self.assertEqual(" ".join(point.name for point in points), names)
        self.assertEqual(points[4].place, place(7.2, 2.4))

    @settings(max_examples=16, deadline=None)
    @given(st.integers(1500, 9000), st.integers(1000, 4000), st.integers(0, 3000))
    def test_corners_stand_in_it_and_nowhere_is_far_from_a_shot(
        self, width: int, spacing: int, slant: int
    ) -> None:
        outline = Outline(
            (
                place(0, 0),
                place(9, slant / 1000),
                place(7, slant / 1000 + width / 1000),
                place(0, 3),
            )
        )
        points = propose_grid(outline, metres(spacing / 1000))
        places = [point.place for point in points]
        self.assertTrue(set(outline.corners) <= set(places))
        astray = [one for one in places if not outline.contains(one)]
        self.assertTrue(all(outline.clearance(one) < 1e-8 for one in astray), astray)
        self.assertEqual(len({point.name for point in points}), len(points))
        reach = 1.3 * spacing / 1000
        covered = shapely.Polygon(
            [(float(corner.x), float(corner.y)) for corner in outline.corners]
        )
        for x, y in ((i / 4, j / 4) for i in range(37) for j in range(49)):
            if shapely.contains_xy(covered, x, y):
                nearest = min(hypot(float(p.x) - x, float(p.y) - y) for p in places)
                self.assertLess(nearest, reach)

    def test_corners_close_together_do_not_crowd_the_lines(self) -> None:
        nudged = Outline((place(0, 0), place(5, 0), place(5, 0.1), place(5.1, 4), place(0, 4)))
        points = propose_grid(nudged, metres(2))
        self.assertLess(len(points), 16)

    def test_senseless_spacings(self) -> None:
        for spacing in (metres(0), metres(-1), metres("0.0001"), metres("0.1"), metres("0.15")):
            self.assertRaises(OutOfRange, propose_grid, L_SHAPE, spacing)
