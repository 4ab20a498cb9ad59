"""The rules held against slower, simpler reckonings of the same thing."""

from __future__ import annotations

import random
from fractions import Fraction
from itertools import pairwise
from math import ceil, dist
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.interpolate import LinearNDInterpolator
from shapely import Polygon, contains_xy

from core.floors import Outline, PlanPoint, l_shape, propose_grid
from core.lengths import Elevation, Length, Reading, Style, StyleKind, format_length, parse_length
from core.orders import concrete_order
from core.rods import GRADUATIONS, Numbering, Rod, SightLine, Slide, Station, mark_for
from core.surfaces import Plane, StoneShot, slab_volume
from core.tasks import VERBS, Task
from core.tests.worked import metres, place, stood, there
from core.verdicts import Tolerance, Verdict, judge

UNITS = {
    "m": Fraction(1),
    "cm": Fraction(1, 100),
    "mm": Fraction(1, 1000),
    "ft": Fraction("0.3048"),
    "in": Fraction("0.0254"),
}
EIGHTHS = Style.from_code("ft-in/8")


class Volumes(TestCase):
    """Against a fine grid of columns, for stone as uneven as it comes."""

    def test_bumpy_stone_over_concave_outlines(self) -> None:
        for seed in range(6):
            draw = random.Random(seed)
            outline = l_shape(metres(9), metres(7), metres(3 + seed / 4), metres(2 + seed / 2))
            points = [proposed.place for proposed in propose_grid(outline, metres("1.7"))]
            shots = [StoneShot(point, draw.gauss(-0.12, 0.02)) for point in points]
            with self.subTest(seed):
                volume = slab_volume(outline, shots, Plane(0.0)).volume
                self.assertAlmostEqual(volume, self.columns(outline, shots), delta=0.02 * volume)

    @staticmethod
    def columns(outline: Outline, shots: list[StoneShot], side: float = 0.1) -> float:
        """Add up narrow columns, each as thick as the stone's own triangles say."""
        places = [(float(shot.place.x), float(shot.place.y)) for shot in shots]
        surface = LinearNDInterpolator(places, [-shot.z for shot in shots])
        middles = [(side * (i + 0.5), side * (j + 0.5)) for i in range(90) for j in range(70)]
        covered = Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])
        inside = [at for at in middles if contains_xy(covered, *at)]
        return float(sum(surface(inside))) * side * side

    @settings(max_examples=80)
    @given(st.integers(0, 10**7), st.integers(0, 100), st.sampled_from([10, 25, 50, 100]))
    def test_orders_are_the_least_number_of_steps_that_suffice(
        self, thousandths: int, percent: int, hundredths: int
    ) -> None:
        volume, step = Fraction(thousandths, 1000), Fraction(hundredths, 100)
        needed = volume * (100 + percent) / 100
        ordered = concrete_order(float(volume), percent / 100, float(step))
        exact = ceil(needed / step) * step
        self.assertAlmostEqual(ordered, float(exact), delta=1e-6 * (float(exact) + 1))


class Texts(TestCase):
    """Feet, inches and fractions by plain division."""

    @given(st.integers(0, 40_000))
    def test_every_eighth_of_an_inch_is_written_as_a_crew_would(self, eighths: int) -> None:
        feet, rest = divmod(eighths, 96)
        inches, part = divmod(rest, 8)
        text = format_length(Length.from_inches(Fraction(eighths, 8)), EIGHTHS)
        whole = f"{feet}' " if feet else ""
        fraction = f" {Fraction(part, 8)}" if part else ""
        expected = f'{whole}{inches}{fraction}"'
        if not feet and not inches and part:
            expected = f'{Fraction(part, 8)}"'
        self.assertEqual(text, expected)

    @given(
        st.integers(0, 300),
        st.integers(0, 11),
        st.integers(0, 63),
        st.sampled_from(["' ", "-", " ", "ft "]),
    )
    def test_typed_feet_inches_and_64ths_add_up(
        self, feet: int, inches: int, part: int, between: str
    ) -> None:
        typed = f"{feet}{between}{inches} {part}/64"
        expected = Length.from_inches(12 * feet + inches + Fraction(part, 64))
        self.assertEqual(parse_length(typed, StyleKind.FEET_INCHES), expected)
        self.assertEqual(parse_length(typed + '"', StyleKind.INCHES), expected)

    @given(st.decimals(0, 9000, places=5), st.sampled_from(["m", "cm", "mm", "ft", "in"]))
    def test_units_are_what_they_are_in_every_field(self, number: object, unit: str) -> None:
        expected = Fraction(str(number)) * UNITS[unit] * 10**9
        for kind in StyleKind:
            self.assertEqual(parse_length(f"{number} {unit}", kind).nanometres, expected)


class Marks(TestCase):
    """A rod stood at the height it was clamped for."""

    @given(
        st.integers(0, 3000),
        st.integers(-4000, 4000),
        st.sampled_from(["up", "down", "centre-zero"]),
    )
    def test_what_can_be_clamped_is_on_the_rod_and_what_cannot_has_a_way_out(
        self, backsight: int, down: int, numbering: str
    ) -> None:
        rod = Rod(Numbering(numbering), GRADUATIONS["mm"], metres(4))
        benchmark = Elevation.from_metres(50)
        line = SightLine.from_backsight(benchmark, stood(Reading(backsight * 10**6)), rod.numbering)
        station = Station(line, rod, benchmark)
        target = benchmark - Length(down * 10**6)
        mark = mark_for(station, target, Style.from_code("mm"))
        self.assertEqual(mark.infeasible is None, rod.has(there(mark.clamp)))
        on_the_reference = rod.has(Reading(backsight * 10**6))
        slide = Slide(Length(down * 10**6)) if on_the_reference else None
        self.assertEqual(mark.slide, slide)
        if mark.infeasible is None:
            self.assertEqual(
                line.elevation(stood(rod.read(str(there(mark.clamp).nanometres // 10**6)))), target
            )
        else:
            self.assertGreaterEqual(len(mark.infeasible.ways_out), 2)

    @given(st.integers(-50, 50), st.integers(0, 20), st.integers(0, 20))
    def test_what_to_do_brings_the_stone_to_its_target(
        self, off: int, plus: int, minus: int
    ) -> None:
        target = Elevation.from_metres(20)
        tolerance = Tolerance(Length(plus * 10**6), Length(minus * 10**6))
        judgement = judge(target + Length(off * 10**6), target, tolerance)
        action = judgement.action(Style.from_code("mm"), VERBS[Task.STONE])
        moves = {"take off": -1, "add": 1}
        verb = next((verb for verb in moves if action.startswith(verb)), None)
        if verb is None:
            self.assertTrue(-minus <= off <= plus)
            self.assertIs(judgement.verdict, Verdict.ON)
        else:
            self.assertEqual(off + moves[verb] * int(action.split()[-2]), 0)


class Grids(TestCase):
    """Walked in an order a person would."""

    @settings(max_examples=30, deadline=None)
    @given(st.integers(3, 20), st.integers(3, 20), st.integers(8, 30))
    def test_the_walk_is_never_much_longer_than_back_and_forth(
        self, length: int, width: int, tenths: int
    ) -> None:
        spacing = tenths / 10
        outline = Outline((place(0, 0), place(length, 0), place(length, width), place(0, width)))
        walked = [proposed.place for proposed in propose_grid(outline, metres(spacing))]
        at = [(float(p.x), float(p.y)) for p in walked]
        steps = [dist(a, b) for a, b in pairwise(at)]
        self.assertLessEqual(max(steps), spacing + 1e-6)
        columns, rows = ceil(length / spacing) + 1, ceil(width / spacing) + 1
        self.assertEqual(len(walked), columns * rows)
        self.assertEqual(walked[0], PlanPoint(Length(0), Length(0)))
