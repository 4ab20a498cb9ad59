"""Strings that step and stay level, sides that are wrong, grids, cut lists, closed footings."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise, permutations
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from core.design import PanelSurface, Slab, ThickenedEdge, Underside, level_panel
from core.elements import AsDug, FootingStep, Pad, Section, StripFooting, mean_over_dig
from core.errors import OutOfRange
from core.floors import FloorLevels, Line, Outline, propose_grid, rectangle, spacing_for
from core.layout import (
    HalfWay,
    PulledString,
    SetPoint,
    Why,
    batter_boards,
    half_way,
    out_of_square,
    spot_check,
)
from core.lengths import Elevation, Length
from core.piers import cut_list
from core.tests.worked import metres, place

ground_levels = st.lists(st.integers(0, 5000), min_size=3, max_size=6)


class SteppedStrings(TestCase):
    """A string steps between two boards; every stretch of it is level and clears the ground."""

    @given(ground_levels, st.integers(0, 300), st.integers(100, 900))
    def test_each_stretch_is_level_and_ends_at_its_boards(
        self, ground: list[int], clearance: int, step: int
    ) -> None:
        levels = {str(n): Elevation(mm * 1_000_000) for n, mm in enumerate(ground, start=1)}
        least, down = Length(clearance * 1_000_000), Length(step * 1_000_000)
        laid = batter_boards(levels, least, down)
        boards = {board.corner: board for board in laid.boards}
        self.assertEqual(len(laid.strings), len(ground))
        for line in laid.strings:
            one, other = boards[line.start], boards[line.end]
            self.assertEqual(line.stretches[0].string, one.string)
            self.assertEqual(line.stretches[-1].string, other.string)
            self.assertEqual(len(line.stretches), abs(one.steps - other.steps) + 1)
            self.assertEqual((line.stretches[0].start, line.stretches[-1].end), (0, 1))
            for before, after in pairwise(line.stretches):
                self.assertEqual(before.end, after.start)
                self.assertEqual(abs(before.string - after.string), down)
            for stretch in line.stretches:
                for share in (stretch.start, stretch.end):
                    here = self.on_the_way(levels, line.start, line.end, share)
                    gap = (stretch.string - here).nanometres - least.nanometres
                    self.assertGreaterEqual(gap, -2)

    def on_the_way(
        self, levels: dict[str, Elevation], start: str, end: str, share: Fraction
    ) -> Elevation:
        fall = (levels[end] - levels[start]).nanometres
        return levels[start] + Length(round(share * fall))

    def test_one_step_stands_where_the_lower_string_just_clears(self) -> None:
        levels = {"1": Elevation.from_metres(2), "2": Elevation(0)}
        laid = batter_boards(levels, metres("0.2"), metres("0.6"), metres("1.2"))
        line = laid.strings[0]
        self.assertEqual([float(s.string) for s in line.stretches], [2.2, 1.6, 1.0])
        self.assertEqual([s.end for s in line.stretches], [Fraction(3, 10), Fraction(6, 10), 1])
        tall, low = line.boards[0]
        self.assertEqual((tall, low), (metres("0.8"), metres("0.2")))
        back = laid.strings[1]
        self.assertEqual([float(s.string) for s in back.stretches], [1.0, 1.6, 2.2])
        self.assertEqual(back.stretches[0].end, Fraction(4, 10))

    def test_only_strings_whose_ends_were_shot(self) -> None:
        levels = {"1": Elevation(0), "3": Elevation(0)}
        ring = ["1", "2", "3", "4"]
        self.assertEqual(batter_boards(levels, metres(1), metres(1), ring=ring).strings, ())
        one = batter_boards({"1": Elevation(0)}, metres(1), metres(1))
        self.assertEqual(one.strings, ())


class Diagonals(TestCase):
    """Equal diagonals that are wrong for the sides say so."""

    def test_equal_but_wrong(self) -> None:
        a, b, right = metres(6), metres(8), metres(10)
        good = out_of_square(a, b, right, right)
        self.assertFalse(good.has_a_wrong_side())
        self.assertEqual(good.sides_off, Length(0))
        just = replace(good, sides_off=metres("-0.01"))
        self.assertFalse(just.has_a_wrong_side(metres("0.01")))
        self.assertTrue(just.has_a_wrong_side(metres("0.009999")))
        for both, off in (("10.2", "0.2"), ("9.9", "-0.1")):
            wrong = out_of_square(a, b, metres(both), metres(both))
            self.assertTrue(wrong.has_a_wrong_side())
            self.assertEqual(wrong.difference, Length(0))
            self.assertEqual(wrong.sides_off, metres(off))

    @given(st.integers(2000, 20_000), st.integers(2000, 20_000), st.integers(-300, 300))
    def test_a_leaning_figure_of_the_right_sides_has_none_wrong(
        self, a: int, b: int, lean: int
    ) -> None:
        assume(abs(lean) < min(a, b) // 4)
        height = (a**2 - lean**2) ** 0.5
        first, second = (
            Length.from_float(((b + way * lean) ** 2 + height**2) ** 0.5 / 1000) for way in (1, -1)
        )
        found = out_of_square(metres(a / 1000), metres(b / 1000), first, second)
        self.assertLess(abs(float(found.sides_off)), 1e-6)
        self.assertFalse(found.has_a_wrong_side())


class Grids(TestCase):
    """They follow the longest side, keep what must be shot, and come in about so many shots."""

    def test_rows_follow_the_longest_side_whichever_way_it_lies(self) -> None:
        plain = propose_grid(rectangle(metres(12), metres(5)), metres("2.5"))
        turned = Outline(tuple(place(*at) for at in ((0, 0), (9.6, 7.2), (6.6, 11.2), (-3, 4))))
        found = propose_grid(turned, metres("2.5"))
        self.assertEqual(len(found), len(plain))
        for corner in turned.corners:
            self.assertIn(corner, [one.place for one in found])
        apart = [float(a.place.distance(b.place)) for a, b in pairwise(found)]
        self.assertLessEqual(max(apart), 2.51)
        self.assertTrue(
            all(turned.contains(one.place) or turned.clearance(one.place) < 1e-6 for one in found)
        )

    def test_lines_of_the_grid_meet_a_slanting_edge_on_it(self) -> None:
        corners = ((0, 0), (10, 0), (10, 4), (3, 6), (0, 6))
        slanted = Outline(tuple(place(*at) for at in corners))
        found = [one.place for one in propose_grid(slanted, metres("2"))]
        on_edge = [
            at for at in found
            if 3 < float(at.x) < 10
            and abs(float(at.y) - (6 - 2 * (float(at.x) - 3) / 7)) < 1e-6
        ]  # fmt: skip
        self.assertGreaterEqual(len(on_edge), 2)
        for at in found:
            self.assertTrue(slanted.contains(at) or slanted.clearance(at) < 1e-6, at)

    def test_corners_drains_and_panel_edges_are_kept_however_near(self) -> None:
        notched = Outline(
            tuple(place(*at) for at in ((0, 0), (8, 0), (8, 5), (0.3, 5), (0.3, 4.8), (0, 4.8)))
        )
        drain, edge = place(4.1, 2.4), (place(4, 0), place(4, 5))
        found = [one.place for one in propose_grid(notched, metres(2), [drain], [edge])]
        self.assertLessEqual({*notched.corners, drain}, set(found))
        on_edge = sorted(one.y for one in found if one.x == metres(4))
        self.assertEqual((on_edge[0], on_edge[-1]), (metres(0), metres(5)))
        self.assertTrue(all(float(b - a) <= 2.0 for a, b in pairwise(on_edge)))
        self.assertEqual(len(set(found)), len(found))

    @settings(max_examples=8, deadline=None)
    @given(st.integers(8, 120), st.integers(4, 20), st.integers(3, 12))
    def test_about_so_many_shots(self, about: int, length: int, width: int) -> None:
        floor = rectangle(metres(length), metres(width))
        count = len(propose_grid(floor, spacing_for(floor, about)))
        self.assertLessEqual(abs(count - about), max(4, about // 3))

    def test_numbers_of_shots_no_floor_takes(self) -> None:
        floor = rectangle(metres(5), metres(4))
        for about in (3, 2001, -1):
            self.assertRaises(OutOfRange, spacing_for, floor, about)
        self.assertAlmostEqual(len(propose_grid(floor, spacing_for(floor, 24))), 24, delta=1)

    def test_a_slab_names_what_is_kept_and_shot_along(self) -> None:
        outline = rectangle(metres(8), metres(4))
        left = Outline(tuple(place(*at) for at in ((0, 0), (4, 0), (4, 4), (0, 4))))
        right = Outline(tuple(place(*at) for at in ((4, 0), (8, 0), (8, 4), (4, 4))))
        top = PanelSurface((level_panel(left, Elevation(0)), level_panel(right, Elevation(0))))
        trench = ThickenedEdge(1, metres("0.4"), metres("0.4"))
        levels = FloorLevels(Elevation(0), metres("0.1"), metres("0.09"))
        slab = Slab(outline, levels, top, Underside(outline, metres("0.1"), None, (trench,)), None)
        self.assertEqual(set(slab.kept()), {place(4, 0), place(4, 4)})
        lines = [{a, b} for a, b in slab.lines()]
        self.assertIn({place(4, 0), place(4, 4)}, lines)
        self.assertIn({place(0, 0.2), place(8, 0.2)}, lines)


class CutLists(TestCase):
    """The fewest lengths, with kerf; what is too long is named and the rest still cut."""

    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.integers(200, 3600), min_size=1, max_size=6), st.integers(0, 5))
    def test_never_beaten_by_trying_all(self, lengths: list[int], kerf: int) -> None:
        stock, saw = metres("3.6"), Length(kerf * 1_000_000)
        tubes = [(f"P{n}", Length(mm * 1_000_000)) for n, mm in enumerate(lengths)]
        found = cut_list(tubes, stock, saw)
        fewest = min(self.in_order(order, 3600, kerf) for order in permutations(lengths))
        self.assertEqual((len(found.stocks), found.is_fewest), (fewest, True))

    @staticmethod
    def in_order(lengths: tuple[int, ...], stock: int, kerf: int) -> int:
        """Cut in this order, a new length where the last has no more room."""
        count, left = 0, -1
        for length in lengths:
            if left < length:
                count, left = count + 1, stock
            left -= length + kerf
        return count

    def test_what_first_fit_takes_one_too_many_for(self) -> None:
        inches = (44, 24, 24, 22, 21, 17, 8, 8, 6, 6)
        tubes = [(f"P{n}", Length.from_inches(one)) for n, one in enumerate(inches)]
        found = cut_list(tubes, Length.from_inches(60), Length(0))
        self.assertEqual((len(found.stocks), found.is_fewest), (3, True))
        self.assertEqual(found.waste, Length(0))

    def test_kerf_is_lost_between_pieces_and_not_at_the_end(self) -> None:
        two = [("a", metres("1.0")), ("b", metres("1.0"))]
        self.assertEqual(len(cut_list(two, metres("2.003"), metres("0.003")).stocks), 1)
        self.assertEqual(len(cut_list(two, metres("2.002"), metres("0.003")).stocks), 2)

    def test_too_long_is_named_and_the_rest_still_cut(self) -> None:
        tubes = [("1", metres(4)), ("2", metres(1)), ("3", metres(2))]
        found = cut_list(tubes, metres(3), Length(0))
        self.assertEqual(found.too_long, (("1", metres(4)),))
        self.assertEqual(
            [[name for name, _ in stock.pieces] for stock in found.stocks], [["3", "2"]]
        )

    def test_what_has_no_length(self) -> None:
        for tubes, stock, kerf in (
            ([("a", Length(0))], metres(3), Length(0)),
            ([("a", metres(1))], Length(0), Length(0)),
            ([("a", metres(1))], metres(3), Length(-1)),
        ):
            self.assertRaises(OutOfRange, cut_list, tubes, stock, kerf)


class Footings(TestCase):
    """A closed one comes back to its start; what was dug deeper takes its concrete."""

    def test_a_closed_strip_that_steps_down_and_never_up_is_refused(self) -> None:
        ring = Line(rectangle(metres(8), metres(5)).corners, is_closed=True)
        section = Section(metres("0.4"), metres("0.2"))
        down = FootingStep(metres(3), metres("0.3"))
        up = FootingStep(metres(15), metres("-0.3"))

        def footing(*steps: FootingStep) -> StripFooting:
            return StripFooting(ring, Elevation(0), section, metres(2), steps)

        with self.assertRaises(OutOfRange) as refused:
            footing(down)
        self.assertIn("down by that much", refused.exception.why)
        with self.assertRaises(OutOfRange) as refused:
            footing(FootingStep(metres(3), metres("-0.3")))
        self.assertIn("up by that much", refused.exception.why)
        self.assertEqual(footing(down, up).stretches()[-1][2], Elevation(0))
        opened = Line(rectangle(metres(8), metres(5)).corners)
        StripFooting(opened, Elevation(0), section, metres(2), (down,))

    def test_over_dug_bottoms_take_concrete(self) -> None:
        line = Line((place(0, 0), place(10, 0)))
        section = Section(metres("0.4"), metres("0.2"))
        strip = StripFooting(line, Elevation(0), section, metres(2))
        self.assertAlmostEqual(strip.concrete(AsDug()), 0.8)
        self.assertAlmostEqual(strip.concrete(AsDug(0.05)), 1.0)
        pad = Pad(place(0, 0), (metres(1), metres(2)), Elevation(0), metres("0.3"))
        self.assertAlmostEqual(pad.concrete(AsDug(0.1)), 0.8)
        bottom = Elevation(0)
        shot = [(bottom - metres("0.1"), bottom), (bottom + metres("0.1"), bottom)]
        self.assertAlmostEqual(mean_over_dig(shot), 0.05)
        self.assertEqual(mean_over_dig([]), 0.0)


class Strings(TestCase):
    """A string between any two points: level or falling, with its sag, and carried on."""

    def setUp(self) -> None:
        start, end = (Elevation(Length.from_feet(feet).nanometres) for feet in ("62.40", "61.90"))
        self.string = PulledString(start, end, Length.from_feet(40))

    def test_a_falling_one_in_feet(self) -> None:
        straight = self.string.straight_at(Length.from_feet(16))
        self.assertEqual(Length(straight.nanometres), Length.from_feet("62.20"))
        self.assertEqual(self.string.fall.ratio, Fraction(1, 80))
        back = replace(self.string, start=self.string.end, end=self.string.start)
        self.assertEqual(
            (back.fall, back.rises, self.string.rises), (self.string.fall, True, False)
        )
        beyond = self.string.straight_at(Length.from_feet(60))
        self.assertEqual(Length(beyond.nanometres), Length.from_feet("61.65"))

    def test_its_sag_is_the_formulas_in_the_middle_and_nothing_at_the_ends(self) -> None:
        string = replace(self.string, apart=Length.from_metres(30), weight=0.01, pull=40.0)
        middle = string.sag_at(Length.from_metres(15))
        self.assertAlmostEqual(float(middle), 0.01 * 30**2 / (8 * 40), places=8)
        quarter = string.sag_at(Length.from_metres("7.5"))
        self.assertAlmostEqual(float(quarter) / float(middle), 0.75, places=6)
        for outside in (0, 30, 31, -1):
            self.assertEqual(string.sag_at(Length.from_metres(outside)), Length(0))
        self.assertEqual(
            string.height_at(Length.from_metres(15)),
            string.straight_at(Length.from_metres(15)) - middle,
        )

    def test_stakes_stand_at_both_ends_and_every_so_far(self) -> None:
        feet = [float(stake) / 0.3048 for stake in self.string.stakes(Length.from_feet(12))]
        self.assertEqual([round(one, 6) for one in feet], [0, 12, 24, 36, 40])
        self.assertEqual(len(self.string.stakes(Length.from_feet(20))), 3)
        for wrong in (0, -4, "0.1"):
            self.assertRaises(OutOfRange, self.string.stakes, Length.from_feet(wrong))
        for apart in (0, 1000):
            self.assertRaises(OutOfRange, replace, self.string, apart=Length.from_feet(apart))


class SpotChecks(TestCase):
    """Three points of a long board, and the middle of its longest bay."""

    def board(self, *offs: float, apart: float = 2.5) -> list[SetPoint]:
        target = Elevation.from_metres("12.500")
        return [
            SetPoint(str(n), place(n * apart, 0), target + metres(str(off)), target)
            for n, off in enumerate(offs)
        ]

    def names(self, *offs: float) -> list[str]:
        return [name for name, _ in spot_check(self.board(*offs))]

    def test_the_one_farthest_off_and_then_the_ends(self) -> None:
        self.assertEqual(self.names(0, 0.001, -0.003, 0.002, 0, 0, 0), ["2", "6", "0"])
        self.assertEqual(self.names(0.004, 0, 0, 0, 0), ["0", "4", "2"])
        self.assertEqual(spot_check(self.board(0, 0.002))[0], ("1", Why.FARTHEST_OFF))

    def test_fewer_points_are_all_of_them(self) -> None:
        self.assertEqual(self.names(0.001, 0), ["0", "1"])
        self.assertEqual(spot_check([]), ())

    def test_half_way_is_the_middle_of_the_longest_bay_at_its_own_height(self) -> None:
        """On a form falling 40 mm between two stakes its middle is 20 mm lower than the first."""
        top = Elevation.from_metres("12.500")
        points = [
            SetPoint("1", place(0, 0), top, top),
            SetPoint("2", place(2, 0), top, top),
            SetPoint("3", place(5, 0), top, top - metres("0.040")),
        ]
        self.assertEqual(half_way(points), HalfWay("2", "3", top - metres("0.020")))
        self.assertIsNone(half_way(points[:1]))
        self.assertIsNone(half_way(self.board(0, 0, 0, apart=1.8)))
        self.assertIsNotNone(half_way(self.board(0, 0, 0, apart=1.9)))
