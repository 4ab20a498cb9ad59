"""How sure a height is, level runs, and whether the instrument is true."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from math import cos, hypot, radians, sin, sqrt
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import IncompleteRun, OutOfRange, ProvesNothing, UnreadableSlope
from core.instruments import (
    BOTH_AXES,
    Axis,
    CheckVerdict,
    FastBeep,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
    Receiver,
    Setting,
    SlopeCheck,
    Tilt,
    Trust,
    TrustState,
    face_about,
    parse_slope,
    slope_error,
    slope_in_words,
    trust_of,
    two_peg,
    two_position,
    water_level,
)
from core.lengths import Elevation, Length, Reading, Style
from core.rods import Numbering
from core.runs import Leg, carried_half_widths, close_run
from core.tests.worked import cases, elevations, metres, readings
from core.uncertainty import (
    Beam,
    Kit,
    Sight,
    Source,
    arm_of,
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


class Runs(TestCase):
    """Carried over turning points, and closed."""

    def test_worked_cases(self) -> None:
        for number, case in enumerate(cases("runs")):
            g, expected = case["given"], case["expect"]
            legs = [
                Leg(Reading.from_metres(str(leg["bs"])), Reading.from_metres(str(leg["fs"])))
                for leg in g["legs"]
            ]
            ends = (Elevation.from_metres(str(g[name])) for name in ("start", "known_end"))
            start, known = ends
            run = close_run(start, legs, known)
            with self.subTest(number):
                self.assertEqual([float(z) for z in run.raw], expected["raw"])
                self.assertAlmostEqual(float(run.misclosure), expected["misclosure"], delta=1e-6)
                self.assertAlmostEqual(float(run.allowed), expected["allowed"], delta=1e-6)
                adjusted = [float(z) for z in run.adjusted] if run.adjusted else None
                self.assertEqual(run.is_allowed, expected["adjusted"] is not None)
                for one, other in zip(adjusted or [], expected["adjusted"] or [], strict=True):
                    self.assertAlmostEqual(one, other, delta=1e-6)

    @given(
        elevations,
        st.lists(st.tuples(readings, readings), min_size=1, max_size=9),
        st.integers(-3_000_000, 3_000_000),
    )
    def test_its_sums_prove_and_a_spread_run_ends_on_the_known_point(
        self, start: Elevation, sights: list[tuple[Reading, Reading]], off: int
    ) -> None:
        legs = [Leg(backsight, foresight) for backsight, foresight in sights]
        known = start + sum((leg.rise for leg in legs), Length(off))
        run = close_run(start, legs, known)
        self.assertTrue(run.proves)
        assert run.adjusted is not None
        self.assertEqual(run.adjusted[-1], known)
        self.assertEqual(run.misclosure, Length(-off))

    def test_a_bad_run_is_never_spread_and_an_empty_one_is_none(self) -> None:
        legs = [Leg(Reading(0), Reading(0))]
        self.assertIsNone(close_run(Elevation(0), legs, Elevation(3_000_001)).adjusted)
        self.assertRaises(IncompleteRun, close_run, Elevation(0), [], Elevation(0))


class InstrumentChecks(TestCase):
    """Each recovers the slope it was spoiled with."""

    def test_worked_cases(self) -> None:
        for number, case in enumerate(cases("instrument_checks")):
            g, expected = case["given"], case["expect"]["slope"]
            with self.subTest(number):
                if expected is None:
                    self.assertRaises(ProvesNothing, self.check, case["method"], g)
                else:
                    slope = self.check(case["method"], g).slope
                    self.assertAlmostEqual(slope, expected, delta=case["tolerance"])

    def check(self, method: str, g: dict[str, float]) -> SlopeCheck:
        match method:
            case "two-position":
                return two_position(g["near"], g["far"], g["gap"], 0.001)
            case "face-about":
                return face_about(g["distance"], g["gap"], 0.001)
            case "two-peg":
                first, second = (g["a1"], g["b1"]), (g["a2"], g["b2"])
                return two_peg(first, second, (g["dA"], g["dB"]), 0.001)
        return water_level((g["a"], g["b"]), (g["dA"], g["dB"]), 0.001)

    @given(slopes, st.floats(1, 3), st.floats(8, 60), st.floats(-1, 1))
    def test_a_simulated_slope_is_recovered(
        self, slope: float, near: float, far: float, step: float
    ) -> None:
        """``step`` is how much higher A lies than B; the beam rises by ``slope`` a metre."""
        middle = (near + far) / 2
        checks = [
            two_position(near, far, 2 * slope * (far - near), 0.001),
            face_about(far, 2 * slope * far, 0.001),
            two_peg(
                (1.5 + slope * middle, 1.5 + step + slope * middle),
                (1.2 + slope * near, 1.2 + step + slope * far),
                (near, far),
                0.001,
            ),
            water_level((0.3 + slope * near, 0.3 + slope * far), (near, far), 0.001),
        ]
        for check in checks:
            self.assertAlmostEqual(check.slope, slope, places=9)
            self.assertAlmostEqual(check.error_at(30), 30 * slope, places=7)

    def test_verdicts_and_the_base_that_would_settle_it(self) -> None:
        table = [
            (0.0004, CheckVerdict.PASS),
            (0.0012, CheckVerdict.INCONCLUSIVE),
            (0.006, CheckVerdict.FAIL),
        ]
        for gap, verdict in table:
            with self.subTest(gap=gap):
                self.assertIs(face_about(10, gap, 0.001).verdict(0.0001), verdict)
        check = face_about(10, 0.0012, 0.001)
        needed = check.leverage_needed(0.0001)
        assert needed is not None
        settled = replace(check, leverage=needed)
        self.assertIs(settled.verdict(0.0001 + 1e-12), CheckVerdict.PASS)
        self.assertIsNone(replace(check, slope=0.0001).leverage_needed(0.0001))
        self.assertAlmostEqual(
            two_peg((1, 1), (1, 1), (2, 22), 0.001).uncertainty, sqrt(4) * 0.001 / 20
        )

    def test_what_proves_nothing_is_refused_with_what_would(self) -> None:
        checks: list[Callable[[], object]] = [
            lambda: two_position(10.0, 10.2, 0.001, 0.001),
            lambda: face_about(0.2, 0.001, 0.001),
            lambda: two_peg((1, 1), (1, 1), (10.0, 10.1), 0.001),
            lambda: water_level((0, 0), (0.1, 0.4), 0.001),
            lambda: water_level((0, 0), (9.0, 10.0), 0.001),
        ]
        for check in checks:
            with self.assertRaises(ProvesNothing) as refused:
                check()
            self.assertTrue(refused.exception.accepts)


class SlopesReceiversAndTilts(TestCase):
    """What a data sheet says, what a receiver means, and a plane's tilt from two axes."""

    def test_slopes_as_people_read_them(self) -> None:
        table = {
            "1.5 mm at 30 m": 0.00005,
            "±1/16\" @ 100'": 1 / 16 / 1200,
            "1/8 in at 100 ft": 1 / 8 / 1200,
            "+/- 3 mm per 50 m": 0.00006,
        }
        for text, slope in table.items():
            self.assertAlmostEqual(parse_slope(text).rise_per_run, slope)
        for text in (
            "",
            "1.5",
            "1.5 at 30",
            "1.5 mm at 30",
            "2 ft at 10 ft",
            "1 mm at 0 m",
            "x mm at 1 m",
        ):
            with self.subTest(text), self.assertRaises(UnreadableSlope) as refused:
                parse_slope(text)
            self.assertIn("1.5 mm at 30 m", refused.exception.accepts)
        self.assertEqual(
            slope_in_words(parse_slope("1/8 in at 100 ft"), Style.from_code("ft-in/8")),
            '1/8" at 100\' 0"',
        )

    def test_what_beeps_mean_differs_and_bands_are_checked(self) -> None:
        high = Receiver(FastBeep.TOO_HIGH, metres("0.001"), metres("0.0025"))
        low = replace(high, fast_beep=FastBeep.TOO_LOW)
        self.assertEqual(dict(high.beeps)["fast beep"], dict(low.beeps)["slow beep"])
        self.assertIn("slide it DOWN", dict(high.beeps)["fast beep"])
        self.assertEqual(high.half_band(Setting.COARSE), metres("0.0025"))
        with self.assertRaises(OutOfRange):
            replace(high, fine=metres("0.003"))

    @given(slopes, slopes)
    def test_two_face_abouts_recover_a_tilt_and_its_direction(
        self, ahead: float, right: float
    ) -> None:
        axes = [face_about(20.0, 2 * 20.0 * e, 0.0005) for e in (ahead, right)]
        tilt = Tilt(*axes)
        self.assertAlmostEqual(tilt.slope * cos(radians(tilt.direction)), ahead)
        self.assertAlmostEqual(tilt.slope * sin(radians(tilt.direction)), right)
        self.assertAlmostEqual(tilt.as_check.slope, tilt.slope)
        self.assertTrue(0 <= tilt.direction < 360)


class InstrumentTrust(TestCase):
    """A check dates what it proves, and nothing else."""

    DAY = 86_400.0
    ONE = frozenset([Axis.FIRST])
    OTHER = frozenset([Axis.SECOND])

    def state(self, *checks: MadeCheck, now: float = 2 * DAY, **more: Any) -> TrustState:
        kind = more.pop("kind", InstrumentKind.ROTARY_LASER)
        record = InstrumentRecord(kind, 0.0001, checks, **more)
        return trust_of(record, now).state

    def made(self, at: float, gap: float, axes: frozenset[Axis] = BOTH_AXES) -> MadeCheck:
        """A face-about over 20 m: 0.2 mm passes, 4 mm is as large as the specification."""
        return MadeCheck(at * self.DAY, face_about(20.0, gap, 0.0005), axes)

    def test_where_it_stands(self) -> None:
        good, bad, unsure = 0.0002, 0.012, 0.004
        table: list[tuple[str, TrustState, list[MadeCheck], dict[str, Any]]] = [
            ("never", TrustState.NEVER, [], {}),
            ("good", TrustState.IN_DATE, [self.made(1, good)], {}),
            ("out of true", TrustState.OUT_OF_TRUE, [self.made(1, bad)], {}),
            ("inconclusive dates nothing", TrustState.UNPROVEN, [self.made(1, unsure)], {}),
            (
                "inconclusive clears no failure",
                TrustState.OUT_OF_TRUE,
                [self.made(0, bad), self.made(1, unsure)],
                {},
            ),
            (
                "inconclusive clears no knock",
                TrustState.KNOCKED,
                [self.made(0, good), self.made(1.5, unsure)],
                {"knocks": (1.2 * self.DAY,)},
            ),
            (
                "a good check clears a knock",
                TrustState.IN_DATE,
                [self.made(0, good), self.made(1.5, good)],
                {"knocks": (1.2 * self.DAY,)},
            ),
            ("one axis", TrustState.ONE_AXIS, [self.made(1, good, self.ONE)], {}),
            (
                "each axis on its own day",
                TrustState.IN_DATE,
                [self.made(0, good, self.ONE), self.made(1, good, self.OTHER)],
                {},
            ),
            (
                "the older axis is due",
                TrustState.DUE,
                [self.made(-6, good, self.ONE), self.made(1, good, self.OTHER)],
                {},
            ),
            (
                "a knock after the older axis",
                TrustState.KNOCKED,
                [self.made(0, good, self.ONE), self.made(1.5, good, self.OTHER)],
                {"knocks": (1.0 * self.DAY,)},
            ),
            (
                "one axis out of true",
                TrustState.OUT_OF_TRUE,
                [self.made(0, bad, self.ONE), self.made(1, good, self.OTHER)],
                {},
            ),
            ("due", TrustState.DUE, [self.made(-6, good)], {}),
            ("on its last moment", TrustState.IN_DATE, [self.made(-5, good)], {}),
            ("from the future", TrustState.NEVER, [self.made(99, good)], {}),
            (
                "an optical level has one axis",
                TrustState.IN_DATE,
                [self.made(1, good, self.ONE)],
                {"kind": InstrumentKind.OPTICAL_LEVEL},
            ),
            ("a hose", TrustState.NEEDS_NONE, [], {"kind": InstrumentKind.WATER_LEVEL}),
        ]
        for name, state, checks, more in table:
            with self.subTest(name):
                self.assertIs(self.state(*checks, **more), state)

    def test_which_states_readings_may_rest_on(self) -> None:
        trusted = {state for state in TrustState if state.is_trusted}
        self.assertEqual(trusted, {TrustState.IN_DATE, TrustState.NEEDS_NONE})
        self.assertTrue(all(Trust(state).in_words for state in TrustState))

    def test_an_unchecked_axis_keeps_its_specification(self) -> None:
        straight = self.made(1, 0.0, self.ONE)
        record = InstrumentRecord(InstrumentKind.ROTARY_LASER, 0.0001, (straight,))
        self.assertEqual(slope_error(record, 2 * self.DAY), 0.0001)
        steep = self.made(3, 0.012, self.OTHER)
        record = replace(record, checks=(straight, steep))
        self.assertAlmostEqual(slope_error(record, 2 * self.DAY), 0.0003)
        later = replace(record, checks=(straight, steep, self.made(4, 0.0), self.made(5, 0.0)))
        self.assertAlmostEqual(slope_error(later, 4.5 * self.DAY), 0.0001)


class RunsOnAnyRod(TestCase):
    """Sums prove whichever way the rod's numbers run, and U shrinks when a run closes."""

    @given(st.lists(st.tuples(readings, readings), min_size=1, max_size=8), elevations)
    def test_a_rod_turned_round_gives_the_mirrored_run(
        self, read: list[tuple[Reading, Reading]], start: Elevation
    ) -> None:
        up = close_run(start, [Leg(*pair) for pair in read], start)
        down = close_run(start, [Leg(fs, bs, Numbering.DOWN) for bs, fs in read], start)
        self.assertTrue(up.proves)
        self.assertTrue(down.proves)
        self.assertEqual(up.raw[-1] - start, down.raw[-1] - start)
        self.assertEqual(down.sum_of_rises - down.sum_of_falls, down.raw[-1] - start)
        if up.corrections is not None:
            self.assertEqual(up.raw[-1] + up.corrections[-1], start)
            assert up.shares is not None
            self.assertEqual(sum(up.shares, Length(0)), up.corrections[-1])
        else:
            self.assertIsNone(up.shares)

    @given(st.lists(st.floats(0.001, 0.01), min_size=1, max_size=9))
    def test_carried_half_widths(self, legs: list[float]) -> None:
        open_run, closed = (carried_half_widths(legs, is_closed=closed) for closed in (False, True))
        self.assertAlmostEqual(open_run[-1], sqrt(sum(width**2 for width in legs)))
        self.assertAlmostEqual(closed[-1], 0.0)
        from_known = carried_half_widths(legs, is_closed=True, ends=(0.004, 0.006))
        self.assertAlmostEqual(from_known[-1], 0.006)
        start = carried_half_widths(legs, is_closed=False, ends=(0.004, 0.006))
        self.assertAlmostEqual(start[0], hypot(legs[0], 0.004))

    def test_worked_cases_of_spreading(self) -> None:
        for number, case in enumerate(cases("spread")):
            g, ends = case["given"], case["given"]["known_ends_U"]
            found = carried_half_widths(g["set_up_U"], is_closed=True, ends=(ends, ends))
            with self.subTest(number):
                for width, expected in zip(
                    found, case["expect"]["U_after_spreading"], strict=False
                ):
                    self.assertAlmostEqual(width, expected, delta=case["tolerance"])

    def test_a_benchmark_that_was_carried_adds_its_own(self) -> None:
        plain = uncertainty(KIT, BENCHMARK, [BENCHMARK])
        carried = uncertainty(KIT, BENCHMARK, [replace(BENCHMARK, own=0.02)])
        self.assertAlmostEqual(carried.half_width, sqrt(plain.half_width**2 + 0.02**2))
        self.assertIs(carried.largest, Source.BENCHMARK)
