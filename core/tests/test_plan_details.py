"""Names, signs and bounds a plan stands on, each by an example worked by hand."""

from __future__ import annotations

from unittest import TestCase

from core.elements import BoardsAround, Courses, Section, StripFooting, Wall
from core.errors import AmbiguousLength
from core.floors import Line, grid, rectangle
from core.layout import batter_boards
from core.lengths import Elevation, Length, StyleKind, parse_length
from core.orders import concrete_order
from core.tests.worked import metres, place

BASE = Elevation.from_metres("64.3")
RUN = Line((place(0, 0), place(6, 0)))


def height(text: str) -> Elevation:
    return Elevation.from_metres(text)


class Details(TestCase):
    """What a person reads on a plan, counted from one and on its own side."""

    def test_courses_are_counted_from_the_first_one_laid(self) -> None:
        wall = Wall(RUN, BASE, Courses(metres("0.19"), metres("0.01"), 2), metres("0.2"), metres(3))
        told = [(one.name, one.target) for one in wall.heights()]
        expected = [("Base", BASE), ("Course 1", height("64.5")), ("Course 2", height("64.7"))]
        self.assertEqual(told, expected)

    def test_a_footings_bottom_and_form_share_the_name_of_their_place(self) -> None:
        footing = StripFooting(RUN, BASE, Section(metres("0.4"), metres("0.2")), metres(3), ())
        told = [(point.name, point.target) for point in footing.points()]
        bottom = BASE - metres("0.2")
        expected = [(name, top) for name in ("1", "2", "3") for top in (bottom, BASE)]
        self.assertEqual(told, expected)

    def test_corners_of_boards_are_counted_from_one(self) -> None:
        outline = rectangle(metres(4), metres(3))
        boards = BoardsAround(outline, metres("0.15"), metres("0.3"), metres("0.45"))
        self.assertEqual([point.name for point in boards.points()], ["1", "2", "3", "4"])

    def test_a_strip_lies_evenly_on_both_sides_of_its_line(self) -> None:
        (corners,) = Line((place(0, 0), place(3, 4))).strip(metres(2))
        expected = [(-0.8, 0.6), (2.2, 4.6), (3.8, 3.4), (0.8, -0.6)]
        for corner, (x, y) in zip(corners, expected, strict=True):
            self.assertAlmostEqual(float(corner.x), x, places=6)
            self.assertAlmostEqual(float(corner.y), y, places=6)

    def test_a_board_steps_down_only_while_its_string_clears_the_ground(self) -> None:
        """1.2 m tall where 0.3 m is: three steps of 0.4 m are wanted, and two clear 0.2 m."""
        ground = {"1": height("5"), "2": height("4")}
        boards = batter_boards(ground, metres("0.2"), metres("0.4"), metres("0.3"))
        low = next(board for board in boards.boards if board.corner == "2")
        self.assertEqual((low.steps, low.string), (2, height("4.4")))

    def test_an_order_just_over_a_step_takes_the_next_one(self) -> None:
        self.assertAlmostEqual(concrete_order(1.0, 0.0, 0.25), 1.0)
        self.assertAlmostEqual(concrete_order(1.000002, 0.0, 0.25), 1.25)
        self.assertAlmostEqual(concrete_order(1.0000001, 0.0, 0.25), 1.0)

    def test_a_spaced_dash_is_asked_about_even_where_the_rod_leaves_one_reading(self) -> None:
        def on_the_rod(length: Length) -> bool:
            return length > metres(1)

        with self.assertRaises(AmbiguousLength) as asked:
            parse_length("5 - 2", StyleKind.FEET_INCHES, on_the_rod)
        self.assertEqual([offer.text for offer in asked.exception.offers], ["5' 2\""])


class LinesOfAGrid(TestCase):
    """Where a grid's lines run: through the corners, evenly between, none crowded."""

    def lines(self, *corners: int, spacing: int = 400) -> list[int]:
        return grid._lines([metre * 10**7 for metre in corners], Length(spacing * 10**7))

    def at(self, *metres: int) -> list[int]:
        return [metre * 10**7 for metre in metres]

    def test_even_bays_no_wider_than_the_spacing(self) -> None:
        self.assertEqual(self.lines(0, 800), self.at(0, 400, 800))
        self.assertEqual(self.lines(0, 900), self.at(0, 300, 600, 900))
        self.assertEqual(self.lines(100, 500), self.at(100, 500))

    def test_a_corner_has_a_line_from_a_quarter_of_the_spacing_on(
        self,
    ) -> None:
        for corner, has_one in ((100, True), (99, False), (900, True), (901, False)):
            with self.subTest(corner):
                found = corner * 10**7 in self.lines(0, corner, 1000)
                self.assertEqual(found, has_one)

    def test_of_two_corners_close_to_each_other_the_first_has_the_line(self) -> None:
        found = self.lines(0, 400, 499, 1000)
        self.assertIn(400 * 10**7, found)
        self.assertNotIn(499 * 10**7, found)
        self.assertIn(500 * 10**7, self.lines(0, 400, 500, 1000))

    def test_both_ends_always_have_one_once(self) -> None:
        for corners in ((0, 50), (0, 1, 2, 3), (-300, 0, 20, 50), (7, 1007)):
            found = self.lines(*corners)
            self.assertEqual((found[0], found[-1]), (min(corners) * 10**7, max(corners) * 10**7))
            self.assertEqual(found, sorted(set(found)))
