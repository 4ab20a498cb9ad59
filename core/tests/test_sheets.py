"""Plans to scale, stakes and sections: the figures on paper."""

from __future__ import annotations

from fractions import Fraction
from math import cos, sin
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import LevelSurface
from core.drawings import (
    SectionLine,
    bar_for,
    beside,
    cut,
    cut_strip,
    exaggeration,
    scale_for,
    sprayed,
    stake_text,
)
from core.drawings.scale import BARS, IMPERIAL, METRIC
from core.drawings.section import TIMES
from core.errors import BadOutline, OutOfRange
from core.floors import Line, Outline, PlanPoint
from core.lengths import Elevation, Length, Style

INCHES, TENTHS, METRES = (Style.from_code(code) for code in ("ft-in/8", "ft", "m"))
A4 = (Length.from_metres("0.174"), Length.from_metres("0.2"))


def place(x: float, y: float) -> PlanPoint:
    """Return a place of so many metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))


def feet(number: str) -> Elevation:
    """Return an elevation of so many feet."""
    return Elevation(Length.from_feet(number).nanometres)


class Scales(TestCase):
    """True ones alone, as large as the sheet takes."""

    def test_the_largest_that_fits_and_how_it_is_written(self) -> None:
        metric = scale_for(Length.from_metres(12), Length.from_metres(8), A4, is_metric=True)
        self.assertEqual((metric.ratio, metric.text), (100, "1:100"))
        feet = scale_for(Length.from_feet(40), Length.from_feet(30), A4, is_metric=False)
        self.assertEqual((feet.ratio, feet.text), (96, '1/8" = 1 ft'))
        self.assertAlmostEqual(feet.on_paper(Length.from_feet(8)), 0.0254)

    def test_the_narrow_side_counts_as_well(self) -> None:
        tall = scale_for(Length.from_metres(1), Length.from_metres(11), A4, is_metric=True)
        self.assertEqual(tall.ratio, 100)

    @given(st.floats(0.5, 800), st.floats(0.5, 900), st.booleans())
    def test_it_fits_and_the_next_larger_would_not(
        self, x: float, y: float, is_metric: bool
    ) -> None:
        across, along = Length.from_float(x), Length.from_float(y)
        scale = scale_for(across, along, A4, is_metric=is_metric)
        self.assertLessEqual(scale.on_paper(across), 0.174 + 1e-9)
        self.assertLessEqual(scale.on_paper(along), 0.2 + 1e-9)
        if scale.ratio > 24:
            twice = max(scale.on_paper(across) / 0.174, scale.on_paper(along) / 0.2)
            self.assertGreater(twice, 1 / 2.6)

    def test_a_plan_for_no_sheet_is_refused(self) -> None:
        with self.assertRaises(OutOfRange):
            scale_for(Length.from_metres(1900), Length.from_metres(1), A4, is_metric=True)

    def test_a_scale_is_what_it_is_written_as(self) -> None:
        for ratio, text in IMPERIAL.items():
            inches, feet = (Fraction(side.split()[0].rstrip('"')) for side in text.split("="))
            self.assertEqual(feet * 12 / inches, ratio, text)
        self.assertEqual(sorted(IMPERIAL), list(IMPERIAL))

    def test_scales_bars_and_heights_go_up_by_round_steps(self) -> None:
        for numbers, firsts in ((METRIC, "125"), (BARS, "125"), (TIMES, "125")):
            self.assertEqual(sorted(set(numbers)), list(numbers))
            for number in numbers:
                self.assertRegex(str(number), f"^(25|[{firsts}])0*$")

    def test_the_shortest_bar_where_there_is_room_for_none(self) -> None:
        scale = scale_for(Length.from_metres(1), Length.from_metres(1), A4, is_metric=True)
        self.assertEqual(bar_for(scale, Length(1), is_metric=True), (1, Length.from_metres(1)))

    def test_the_bar_is_the_longest_there_is_room_for(self) -> None:
        scale = scale_for(Length.from_metres(12), Length.from_metres(8), A4, is_metric=True)
        number, length = bar_for(scale, Length.from_metres("0.06"), is_metric=True)
        self.assertEqual((number, length), (5, Length.from_metres(5)))
        feet = scale_for(Length.from_feet(40), Length.from_feet(30), A4, is_metric=False)
        number, length = bar_for(feet, Length.from_metres("0.06"), is_metric=False)
        self.assertEqual((number, length), (10, Length.from_feet(10)))


class Stakes(TestCase):
    """C and F as they are written."""

    def test_in_feet_and_inches_tenths_and_meters(self) -> None:
        found, planned = feet("52.345"), feet("51")
        self.assertEqual(stake_text(found, planned, INCHES, in_tenths=True), "C 1.35")
        self.assertEqual(stake_text(found, planned, INCHES, in_tenths=False), "C 1' 4 1/8\"")
        self.assertEqual(stake_text(planned, found, INCHES, in_tenths=False), "F 1' 4 1/8\"")
        self.assertEqual(stake_text(planned, found, METRES, in_tenths=False), "F 0.410 m")

    @given(st.integers(-(10**9), 10**9), st.sampled_from([INCHES, TENTHS, METRES]), st.booleans())
    def test_cut_the_one_way_is_fill_the_other(
        self, off: int, style: Style, in_tenths: bool
    ) -> None:
        one, other = Elevation(5 * 10**9), Elevation(5 * 10**9 + off)
        there = stake_text(one, other, style, in_tenths=in_tenths)
        back = stake_text(other, one, style, in_tenths=in_tenths)
        if there == "ON":
            self.assertEqual(back, "ON")
        else:
            self.assertEqual({there[0], back[0]}, {"C", "F"})
            self.assertEqual(there[1:], back[1:])
            self.assertEqual(there[0], "F" if off > 0 else "C")

    def test_less_than_half_a_step_is_on(self) -> None:
        near = Elevation(feet("51").nanometres + 1_500_000)
        self.assertEqual(stake_text(near, feet("51"), INCHES, in_tenths=False), "ON")
        off = Elevation(feet("51").nanometres - 1_600_000)
        self.assertEqual(stake_text(off, feet("51"), INCHES, in_tenths=False), 'F 1/8"')

    def test_the_thickness_that_is_sprayed(self) -> None:
        self.assertEqual(sprayed(feet("51.5"), feet("51"), INCHES), '6"')
        self.assertEqual(sprayed(feet("51"), feet("51.5"), INCHES), '-6"')


class Sections(TestCase):
    """Along a line of the plan."""

    def setUp(self) -> None:
        self.line = SectionLine(place(-2, 1), place(10, 1))
        ring = (place(0, 0), place(6, 0), place(6, 4), place(0, 4))
        self.outline = Outline(ring)

    def test_a_surface_is_cut_where_its_outline_is(self) -> None:
        found = cut("Top", self.line, self.outline, LevelSurface(Elevation(5)))
        (stretch,) = found.stretches
        self.assertEqual(stretch[0], (Length.from_metres(2), Elevation(5)))
        self.assertEqual(stretch[-1], (Length.from_metres(8), Elevation(5)))

    def test_a_line_that_leaves_and_comes_back_cuts_twice(self) -> None:
        corners = [(0, 0), (9, 0), (9, 4), (6, 4), (6, 0.5), (3, 0.5), (3, 4), (0, 4)]
        hollow = Outline(tuple(place(x, y) for x, y in corners))
        line = SectionLine(place(-1, 2), place(10, 2))
        self.assertEqual(len(cut("Top", line, hollow, LevelSurface(Elevation(5))).stretches), 2)
        beyond = SectionLine(place(-1, 5), place(10, 5))
        self.assertEqual(cut("Top", beyond, hollow, LevelSurface(Elevation(5))).stretches, ())

    def test_a_line_within_a_surface_cuts_it_from_end_to_end(self) -> None:
        within = SectionLine(place(1, 1), place(5, 1))
        (stretch,) = cut("Top", within, self.outline, LevelSurface(Elevation(5))).stretches
        self.assertEqual((stretch[0][0], stretch[-1][0]), (Length(0), Length.from_metres(4)))
        self.assertEqual(len(stretch), 241)

    def test_what_is_only_touched_is_not_cut(self) -> None:
        corner = SectionLine(place(-2, 2), place(2, -2))
        self.assertEqual(cut("Top", corner, self.outline, LevelSurface(Elevation(5))).stretches, ())

    def test_a_footing_is_cut_across_its_width(self) -> None:
        strip = Line((place(3, -4), place(3, 4)))
        found = cut_strip("Footing", self.line, strip, Length.from_metres(1), Elevation(7))
        (stretch,) = found.stretches
        self.assertAlmostEqual(float(stretch[0][0]), 4.5, delta=0.06)
        self.assertAlmostEqual(float(stretch[-1][0]), 5.5, delta=0.06)

    def test_shots_beside_it_lie_where_they_were_shot(self) -> None:
        shots = [
            ("stone", "B2", place(4, 1.7), Elevation(3)),
            ("stone", "A1", place(0, 0.3), Elevation(2)),
            ("stone", "far", place(4, 1.8), Elevation(9)),
            ("stone", "behind", place(-2.1, 1), Elevation(9)),
            ("stone", "beyond", place(10.1, 1), Elevation(9)),
        ]
        found = beside(self.line, shots)
        self.assertEqual([one.point for one in found], ["A1", "B2"])
        self.assertEqual([float(one.along) for one in found], [2.0, 6.0])

    def test_its_ends_are_of_it(self) -> None:
        nothing = Length(0)
        self.assertEqual(self.line.beside(self.line.start), (nothing, nothing))
        self.assertEqual(self.line.beside(self.line.end), (Length.from_metres(12), nothing))

    def test_left_of_the_line_is_plus(self) -> None:
        at = self.line.beside(place(3, 1.5))
        assert at is not None
        self.assertEqual(at, (Length.from_metres(5), Length.from_metres("0.5")))

    @given(st.floats(-3, 3), st.floats(0, 12), st.floats(-2, 2))
    def test_a_place_is_as_far_along_and_aside_however_the_line_is_turned(
        self, turn: float, along: float, aside: float
    ) -> None:
        line = SectionLine(place(1, 2), place(1 + 12 * cos(turn), 2 + 12 * sin(turn)))
        there = place(
            1 + along * cos(turn) - aside * sin(turn), 2 + along * sin(turn) + aside * cos(turn)
        )
        at = line.beside(there)
        if at is not None:
            self.assertAlmostEqual(float(at[0]), along, places=6)
            self.assertAlmostEqual(float(at[1]), aside, places=6)
        else:
            self.assertTrue(along < 1e-6 or along > 12 - 1e-6)

    def test_no_line_is_refused(self) -> None:
        with self.assertRaises(BadOutline):
            SectionLine(place(1, 1), place(1, 1))

    def test_it_is_drawn_as_steep_as_there_is_room_for(self) -> None:
        twelve, half = Length.from_metres(12), Length.from_metres("0.5")
        self.assertEqual(exaggeration(twelve, half, (0.24, 0.12)), 10)
        self.assertEqual(exaggeration(twelve, half, (0.24, 0.1)), 10)
        self.assertEqual(exaggeration(twelve, half, (0.24, 0.09)), 5)
        self.assertEqual(exaggeration(twelve, twelve, (0.24, 0.1)), 1)
