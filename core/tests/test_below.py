"""Below the finished level: falls, panels, boards, courses."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

from hypothesis import assume, given
from hypothesis import strategies as st

from core.design import (
    Fall,
    Toward,
    course_tops,
    fall_in_words,
    fall_to_point,
    isolation_strip,
    level_panel,
    move_of,
    panel_toward,
    parse_fall,
    rejudged,
)
from core.errors import BadLevel, OutOfRange, UnreadableFall
from core.floors import rectangle
from core.floors.marks import even_positions
from core.layout import batter_boards, out_of_square, three_four_five
from core.lengths import Elevation, Length, Style
from core.tests.worked import cases, elevations, metres, place
from core.verdicts import Tolerance, Verdict

LEVEL = Fall(Fraction(0))
falls = st.fractions(0, Fraction(1, 2), max_denominator=1000).map(Fall)
tubes = st.lists(
    st.integers(1, 3_600).map(lambda n: Length(n * 1_000_000)), min_size=1, max_size=25
)


class Falls(TestCase):
    """Entered as crews write them, shown three ways."""

    def test_ways_of_writing_the_same_fall(self) -> None:
        for text in (
            "1/4 in per ft",
            '1/4" per foot',
            "1:48",
            "1 in 48",
            '1/4"/ft',
            '3" per 12 ft',
        ):
            self.assertEqual(parse_fall(text).ratio, Fraction(1, 48), text)
        for text in ("1.5 %", "1.5 percent", "15 mm per m", "15mm/m", "1.5 cm per meter"):
            self.assertEqual(parse_fall(text).ratio, Fraction(3, 200), text)
        self.assertEqual(parse_fall("0"), parse_fall("level"))

    def test_what_is_no_fall(self) -> None:
        for text in (
            "",
            "steep",
            "1:0",
            "80 %",
            "1/4 in per 0 ft",
            "-1 %",
            "5 per ft",
            "-1 in per ft",
        ):
            with self.subTest(text), self.assertRaises(UnreadableFall) as refused:
                parse_fall(text)
            self.assertIn("1/4 in per ft", refused.exception.accepts)

    def test_all_three_at_once(self) -> None:
        feet, metric = Style.from_code("ft-in/8"), Style.from_code("m")
        self.assertEqual(
            fall_in_words(parse_fall("1:48"), feet), '1/4" per ft, 1:48, about 2.0833 %'
        )
        self.assertEqual(
            fall_in_words(parse_fall("1.5 %"), metric), "15 mm per m, about 1:66.67, 1.5 %"
        )
        self.assertEqual(fall_in_words(LEVEL, metric), "level")

    @given(falls, st.integers(0, 10**11))
    def test_the_drop_is_exact_to_the_nanometre(self, fall: Fall, distance: int) -> None:
        drop = fall.drop(Length(distance)).nanometres
        self.assertLessEqual(abs(drop - fall.ratio * distance), Fraction(1, 2))


class Flow(TestCase):
    """One finished level drives the rest; a change says what it moves."""

    @given(st.lists(st.tuples(elevations, st.integers(-(10**9), 10**9)), max_size=6))
    def test_what_moves_is_what_differs(self, levels: list[tuple[Elevation, int]]) -> None:
        before = {str(i): level for i, (level, _) in enumerate(levels)}
        after = {str(i): level + Length(by) for i, (level, by) in enumerate(levels)}
        move = move_of("Slab", before | {"gone": Elevation(0)}, after | {"new": Elevation(9)})
        moved = [by for _, by in levels]
        if not any(moved):
            self.assertIsNone(move)
        else:
            assert move is not None
            self.assertEqual((move.least, move.most), (Length(min(moved)), Length(max(moved))))

    def test_what_shots_say_of_the_new_level(self) -> None:
        tolerance = Tolerance.either_way(metres("0.005"))
        old, new = Elevation.from_metres("1.0"), Elevation.from_metres("1.01")
        stone = [Elevation.from_metres(z) for z in ("1.000", "1.001", "1.008", "1.020")]
        changes = rejudged([(one, old, new) for one in stone], tolerance, tolerance)
        said = [(change.before, change.after, change.count) for change in changes]
        self.assertEqual(said, [(Verdict.ON, Verdict.LOW, 2), (Verdict.HIGH, Verdict.ON, 1)])

    def test_a_move_says_its_way(self) -> None:
        style, level = Style.from_code("mm"), Elevation(0)
        said = {
            (10, 10): "up 10 mm",
            (-3, 12): "down 3 mm to up 12 mm",
            (0, 4): "not at all to up 4 mm",
        }
        for (one, other), words in said.items():
            after = {"a": level + metres(one / 1000), "b": level + metres(other / 1000)}
            move = move_of("Slab", {"a": level, "b": level}, after)
            assert move is not None
            self.assertEqual(move.in_words(style), words)


class Panels(TestCase):
    """Planes over outlines; falls are exact on them."""

    OUTLINE = rectangle(metres(6), metres(4))

    @given(elevations, falls, falls)
    def test_falls_hold_between_any_two_corners(
        self, level: Elevation, along_x: Fall, along_y: Fall
    ) -> None:
        panel = panel_toward(
            self.OUTLINE, place(0, 0), level, [(along_x, Toward.RIGHT), (along_y, Toward.AWAY)]
        )
        first, right, far, back = panel.corners
        self.assertLessEqual(abs(first - right - along_x.drop(metres(6))).nanometres, 1)
        self.assertLessEqual(abs(first - back - along_y.drop(metres(4))).nanometres, 1)
        self.assertLessEqual(abs((right - far) - (first - back)).nanometres, 2)

    def test_each_way_falls_to_its_own_side(self) -> None:
        one = Fall(Fraction(1, 50))
        for toward, low in {
            Toward.RIGHT: place(6, 0),
            Toward.LEFT: place(-6, 0),
            Toward.AWAY: place(0, 6),
            Toward.NEAR: place(0, -6),
        }.items():
            panel = panel_toward(self.OUTLINE, place(0, 0), Elevation(0), [(one, toward)])
            self.assertEqual(panel.elevation(low), Elevation(-120_000_000), toward)
        both = [(one, Toward.RIGHT), (one, Toward.LEFT)]
        self.assertRaises(BadLevel, panel_toward, self.OUTLINE, place(0, 0), Elevation(0), both)

    def test_level_both_ways(self) -> None:
        panel = level_panel(self.OUTLINE, Elevation(7))
        self.assertEqual(set(panel.corners), {Elevation(7)})

    @given(st.integers(1, 59), st.integers(1, 39), falls)
    def test_to_a_low_point_the_rim_is_level_and_the_farthest_wall_falls_as_asked(
        self, x: int, y: int, fall: Fall
    ) -> None:
        low, rim = place(x / 10, y / 10), Elevation(0)
        panels = fall_to_point(self.OUTLINE, low, rim, fall)
        farthest = max(y / 10, 6 - x / 10, 4 - y / 10, x / 10)
        self.assertEqual(len(panels), 4)
        for panel in panels:
            self.assertAlmostEqual(
                float(panel.elevation(low)), -farthest * float(fall.ratio), places=8
            )
            for corner in panel.outline.corners:
                if corner != low:
                    self.assertAlmostEqual(float(panel.elevation(corner)), 0.0, places=8)

    def test_a_low_point_outside_is_refused(self) -> None:
        for low in (place(9, 9), place(0, 2)):
            self.assertRaises(BadLevel, fall_to_point, self.OUTLINE, low, Elevation(0), LEVEL)


class Layout(TestCase):
    """Boards over sloping ground, and square corners."""

    def test_worked_cases(self) -> None:
        for case in cases("layout"):
            g, expected = case["given"], case["expect"]
            ground = {k: Elevation.from_metres(str(v)) for k, v in g["ground"].items()}
            laid = batter_boards(ground, metres(g["clearance"]), metres(1), tallest=metres(50))
            with self.subTest(g):
                self.assertAlmostEqual(float(laid.string), expected["string_level"])
                heights = {board.corner: float(board.height) for board in laid.boards}
                self.assertEqual(heights, expected["board_heights"])
                marks = even_positions(metres(g["run"]), metres(g["spacing"]))
                for mark, along in zip(marks, expected["mark_positions"], strict=True):
                    self.assertAlmostEqual(float(mark), along, delta=case["tolerance"])

    @given(
        st.dictionaries(st.sampled_from("ABCDEF"), st.integers(0, 4000), min_size=1),
        st.integers(0, 300),
        st.integers(1, 900),
    )
    def test_no_board_is_lower_than_the_clearance_and_tall_ones_step_down(
        self, ground: dict[str, int], clearance: int, step: int
    ) -> None:
        levels = {corner: Elevation(mm * 1_000_000) for corner, mm in ground.items()}
        least, stepped = Length(clearance * 1_000_000), Length(step * 1_000_000)
        laid = batter_boards(levels, least, stepped)
        for board in laid.boards:
            self.assertGreaterEqual(board.height, least)
            full = laid.string - levels[board.corner]
            self.assertEqual(board.height + stepped * board.steps, full)
        self.assertEqual(levels[laid.highest], max(levels.values()))
        self.assertEqual(levels[laid.lowest], min(levels.values()))

    def test_boards_that_can_not_be(self) -> None:
        for ground, step in (({}, metres(1)), ({"A": Elevation(0)}, Length(0))):
            self.assertRaises(OutOfRange, batter_boards, ground, Length(0), step)

    @given(st.integers(1000, 30_000), st.integers(1000, 30_000), st.integers(-400, 400))
    def test_the_slide_mends_the_diagonals(self, a: int, b: int, lean: int) -> None:
        assume(abs(lean) < min(a, b) // 4)
        height = (a**2 - lean**2) ** 0.5
        first, second = (
            Length.from_float(((b + sign * lean) ** 2 + height**2) ** 0.5 / 1000)
            for sign in (1, -1)
        )
        found = out_of_square(metres(a / 1000), metres(b / 1000), first, second)
        self.assertAlmostEqual(float(found.slide), abs(lean) / 1000, places=6)
        self.assertEqual(found.first_is_longer, lean > 0)
        self.assertAlmostEqual(float(found.diagonal), (a**2 + b**2) ** 0.5 / 1000, places=6)

    def test_a_first_corner_and_diagonals_that_can_not_be(self) -> None:
        first = three_four_five(metres("0.9"))
        self.assertEqual(
            (first.leg, first.other, first.across), (metres("2.7"), metres("3.6"), metres("4.5"))
        )
        self.assertRaises(OutOfRange, three_four_five, Length(0))
        self.assertRaises(OutOfRange, out_of_square, metres(3), metres(4), metres(9), metres(5))


class Courses(TestCase):
    """Blocks up from a base, and the strip beside a slab."""

    def test_tops_of_courses(self) -> None:
        tops = course_tops(
            Elevation(0), Length.from_inches("7.625"), Length.from_inches("0.375"), 3
        )
        self.assertEqual(tops[2] - Elevation(0), Length.from_inches(24))
        self.assertRaises(OutOfRange, course_tops, Elevation(0), Length(0), Length(0), 3)

    def test_strip_along_a_tapering_edge(self) -> None:
        edges = ((metres(4), metres("0.10")), (metres(3), metres("0.11")))
        strip = isolation_strip(edges, metres("0.10"), metres(6))
        self.assertEqual((strip.courses, strip.strip, strip.rolls), (2, metres(10), 2))
        self.assertRaises(OutOfRange, isolation_strip, edges, Length(0), metres(6))
