"""How sure a height is: U, its parts, and the arm (section 5)."""

from __future__ import annotations

from dataclasses import replace
from math import cos, hypot, radians, sin, sqrt
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import OutOfRange
from core.lengths import Length
from core.tests.worked import cases, metres
from core.uncertainty import (
    Beam,
    Kit,
    Sight,
    Source,
    arm_of,
    half_width_between,
    proven_distance,
    sure_verdict,
    uncertainty,
)
from core.verdicts import Tolerance

KIT = Kit(slope_error=0.0001, receiver_half_band=0.001, least_count=0.001, lean_degrees=0.5)
BENCHMARK = Sight(15.0, 1.2)
slopes = st.floats(-0.001, 0.001)


class HowSure(TestCase):
    """U, and the verdict that respects it."""

    def test_worked_cases(self) -> None:
        for number, case in enumerate(cases("verdicts")):
            g, expected = case["given"], case["expect"]
            beam = Beam.CONE if g["instrument"] == "optical" else Beam.PLANE
            halves = g["receiver_half_band"], g["least_count"], g["lean_degrees"]
            kit, turned = Kit(g["slope"], *halves, beam), radians(g["degrees_between_sights"])
            there = g["d_benchmark"] * cos(turned), g["d_benchmark"] * sin(turned)
            point = Sight(g["d_point"], g["h_point"], (g["d_point"], 0.0))
            known = Sight(g["d_benchmark"], g["h_benchmark"], there)
            width = uncertainty(kit, point, [known]).half_width
            tolerance = Tolerance(metres(g["plus"]), metres(g["minus"]))
            verdict = sure_verdict(metres(g["deviation"]), tolerance, width)
            with self.subTest(number):
                self.assertAlmostEqual(width, expected["U"], delta=case["tolerance"])
                said = "close" if verdict.is_close else str(verdict.lean)
                self.assertEqual(said, expected["verdict"])

    def test_worked_cases_of_readings_held_two_ways(self) -> None:
        for number, case in enumerate(cases("held_two_ways")):
            g = case["given"]
            halves = g["receiver_half_band"], g["least_count"], g["lean_degrees"]
            kit, turned = Kit(g["slope"], *halves), radians(g["degrees_between_sights"])
            there = g["d_benchmark"] * cos(turned), g["d_benchmark"] * sin(turned)
            point, known = (
                Sight(g[f"d_{who}"], g[f"h_{who}"], at, is_upward=g[f"{who}_held"] != "standing")
                for who, at in (("point", (g["d_point"], 0.0)), ("benchmark", there))
            )
            with self.subTest(number):
                width = uncertainty(kit, point, [known]).half_width
                self.assertAlmostEqual(width, case["expect"]["U"], delta=case["tolerance"])

    @given(st.floats(0, 4), st.floats(0, 4), st.floats(0.1, 3))
    def test_a_lean_adds_up_between_one_standing_and_one_upside_down(
        self, one: float, other: float, lean: float
    ) -> None:
        kit = Kit(0.0, 0.0, 0.0, lean)
        up, down = Sight(9.0, one, is_upward=True), Sight(9.0, other)
        share = 2 * (1 - cos(radians(lean))) / sqrt(3)
        alike = uncertainty(kit, down, [replace(up, is_upward=False)]).half_width
        self.assertAlmostEqual(alike, share * hypot(one, other), places=9)
        apart = uncertainty(kit, down, [up]).half_width
        self.assertAlmostEqual(apart, share * (one + other), places=9)

    def test_two_points_of_one_beam_differ_by_the_slope_between_them_and_their_own(self) -> None:
        flat = Kit(0.0001, 0.0, 0.0, 0.0)
        one, other = Sight(6.0, 1.0, (6.0, 0.0)), Sight(8.0, 1.0, (0.0, 8.0))
        between = half_width_between(flat, one, other)
        self.assertAlmostEqual(between, 2 * 0.0001 * 10 / sqrt(3), delta=1e-5)
        still = half_width_between(KIT.without_slope, one, other)
        self.assertAlmostEqual(still, 2 * sqrt(2 * (0.001**2 + 0.0005**2) / 3), delta=2e-5)

    @given(st.floats(1, 60), st.floats(1, 60), st.floats(0, 3), st.floats(0, 0.05))
    def test_it_is_the_same_both_ways_and_knows_no_benchmark(
        self, near: float, far: float, height: float, own: float
    ) -> None:
        one, other = Sight(near, height, (near, 0.0), own), Sight(far, 1.0, (0.0, far))
        self.assertAlmostEqual(
            half_width_between(KIT, one, other), half_width_between(KIT, other, one), places=9
        )
        bare = replace(one, own=0.0)
        self.assertEqual(half_width_between(KIT, one, other), half_width_between(KIT, bare, other))
        self.assertGreaterEqual(
            half_width_between(KIT, one, other),
            half_width_between(KIT.without_slope, one, other),
        )

    def test_the_largest_part_is_named_with_what_mends_it(self) -> None:
        point = Sight(20.0, 1.5)
        spoiled = {
            Source.ROD_LEAN: replace(KIT, lean_degrees=5.0),
            Source.RECEIVER: replace(KIT, receiver_half_band=0.02),
            Source.READING: replace(KIT, least_count=0.05),
            Source.SLOPE: replace(KIT, slope_error=0.002),
        }
        for source, kit in spoiled.items():
            self.assertIs(uncertainty(kit, point, [BENCHMARK]).largest, source)
        far = uncertainty(Kit(0, 0, 0, 0), Sight(300.0, 1.0), [BENCHMARK])
        self.assertIs(far.largest, Source.CURVATURE)
        leaning = uncertainty(spoiled[Source.ROD_LEAN], point, [BENCHMARK])
        self.assertEqual(leaning.in_words, "mostly the rod's lean: use the bubble")

    def test_the_arm_is_what_the_slope_error_works_over(self) -> None:
        point = Sight(10.0, 1.0, (10.0, 0.0))
        table = [
            (Beam.PLANE, [(-5.0, 0.0)], 15.0),
            (Beam.PLANE, [(10.0, 3.0)], 3.0),
            (Beam.PLANE, [(10.0, 3.0), (10.0, -3.0)], 0.0),
            (Beam.CONE, [(-5.0, 0.0)], 5.0),
            (Beam.CONE, [(0.0, -10.0)], 0.0),
        ]
        for beam, places, arm in table:
            known = [Sight(float(hypot(*at)), 1.0, at) for at in places]
            with self.subTest(beam=beam, places=places):
                self.assertAlmostEqual(arm_of(beam, point, known), arm)
        unknown = [Sight(14.0, 1.0)]
        self.assertEqual(arm_of(Beam.PLANE, point, unknown), 24.0)
        self.assertEqual(arm_of(Beam.CONE, point, unknown), 14.0)
        self.assertEqual(arm_of(Beam.PLANE, Sight(10.0, 1.0), [point]), 20.0)

    @given(st.floats(5, 60), st.floats(0, 180), st.floats(5, 60))
    def test_a_laser_is_surest_beside_its_benchmark_and_least_sure_with_it_behind(
        self, far: float, degrees: float, away: float
    ) -> None:
        turned = radians(degrees)
        known = [Sight(away, 1.2, (away, 0.0))]
        there = Sight(far, 1.2, (far * cos(turned), far * sin(turned)))
        beside, behind = Sight(far, 1.2, (far, 0.0)), Sight(far, 1.2, (-far, 0.0))
        widths = [uncertainty(KIT, one, known).half_width for one in (beside, there, behind)]
        self.assertLessEqual(widths[0], widths[1] + 1e-12)
        self.assertLessEqual(widths[1], widths[2] + 1e-12)

    def test_several_backsights_are_surer_than_one_each_part_divided_by_their_number(self) -> None:
        kit = Kit(0.0, 0.001, 0.001, 0.5)
        one, sight = Sight(10.0, 1.0, (10.0, 0.0)), Sight(10.0, 0.0, (10.0, 0.0))
        for n in (1, 2, 4):
            squares = (1 + 1 / n) * (0.001**2 + 0.0005**2) / 3
            lean = (1 - cos(radians(0.5))) ** 2 / 3
            expected = 2 * sqrt(squares + lean)
            self.assertAlmostEqual(
                uncertainty(kit, one, [sight] * n).half_width, expected, places=9
            )
        carried = [replace(sight, own=0.01), sight]
        wide, narrow = (uncertainty(kit, one, two).half_width for two in (carried, [sight] * 2))
        self.assertAlmostEqual(wide**2 - narrow**2, 0.005**2)

    @given(st.floats(-0.03, 0.03), st.floats(0, 0.02), st.floats(0, 0.02), st.floats(0, 0.02))
    def test_a_sure_verdict_never_contradicts_plain_comparison(
        self, off: float, plus: float, minus: float, width: float
    ) -> None:
        deviation, p, m = (Length.from_float(value) for value in (off, plus, minus))
        verdict = sure_verdict(deviation, Tolerance(p, m), width)
        plain = sure_verdict(deviation, Tolerance(p, m), 0.0)
        self.assertIs(verdict.lean, plain.lean)
        self.assertFalse(plain.is_close)
        self.assertTrue(
            verdict.counts_as_on(strictly=False) or not verdict.counts_as_on(strictly=True)
        )

    def test_words_of_a_close_call(self) -> None:
        tolerance = Tolerance.either_way(metres("0.003"))
        self.assertEqual(sure_verdict(metres("0.002"), tolerance, 0.002).in_words, "on, close call")
        self.assertEqual(
            sure_verdict(metres("0.004"), tolerance, 0.002).in_words, "high, close call"
        )
        self.assertEqual(sure_verdict(metres("-0.009"), tolerance, 0.002).in_words, "low")

    def test_how_far_a_kit_proves_a_tolerance(self) -> None:
        tolerance = Tolerance.either_way(metres("0.006"))
        far = proven_distance(KIT, [BENCHMARK], tolerance, 1.5)
        assert far is not None
        for distance, proves in ((far - 0.01, True), (far + 0.01, False)):
            width = uncertainty(KIT, Sight(distance, 1.5), [BENCHMARK]).half_width
            self.assertEqual(width < 0.006, proves)
        self.assertIsNone(
            proven_distance(KIT, [BENCHMARK], Tolerance.either_way(metres("0.0001")), 1.5)
        )
        self.assertEqual(
            proven_distance(KIT, [BENCHMARK], Tolerance.either_way(metres(9)), 1.5), 1000.0
        )

    def test_a_kit_that_can_not_be(self) -> None:
        for field in ("slope_error", "receiver_half_band", "least_count", "lean_degrees"):
            for value in (-0.1, float("nan"), 120.0):
                self.assertRaises(OutOfRange, replace, KIT, **{field: value})
