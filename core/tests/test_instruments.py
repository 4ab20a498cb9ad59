"""Checks, slopes, receivers and tilts, and what an instrument is trusted with (section 6)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from math import cos, radians, sin, sqrt
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import ProvesNothing, UnreadableSlope
from core.instruments import (
    BOTH_AXES,
    Axis,
    CheckVerdict,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
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
from core.instruments.trust import ASSUMED_SLOPE
from core.lengths import Style, format_at_most
from core.tests.worked import cases
from core.uncertainty import (
    Kit,
    Sight,
)

KIT = Kit(slope_error=0.0001, receiver_half_band=0.001, least_count=0.001, lean_degrees=0.5)
BENCHMARK = Sight(15.0, 1.2)
slopes = st.floats(-0.001, 0.001)


class Advice(TestCase):
    """What would settle a check settles it, as it is written."""

    @given(st.floats(-0.0004, 0.0004), st.floats(3, 40), st.floats(0.0002, 0.003))
    def test_what_is_advised_is_conclusive(
        self, slope: float, distance: float, resolution: float
    ) -> None:
        check, specification = face_about(distance, 2 * distance * slope, resolution), 0.0001
        if check.verdict(specification) is not CheckVerdict.INCONCLUSIVE:
            return
        needed = check.leverage_needed(specification)
        if needed is not None and needed < 1e4:
            longer = replace(check, leverage=needed * 1.0001)
            self.assertIsNot(longer.verdict(specification), CheckVerdict.INCONCLUSIVE)
        finest = check.resolution_needed(specification)
        self.assertLess(finest, resolution * 1.0001)
        for code, unit in (("in/8", 0.0254), ("mm", 0.001), ("ft", 0.3048)):
            told = format_at_most(finest * 0.9999, Style.from_code(code))
            if told:
                number = told.replace('"', "").split()[0]
                finer = replace(check, resolution=float(Fraction(number)) * unit)
                self.assertIsNot(finer.verdict(specification), CheckVerdict.INCONCLUSIVE)

    def test_marks_read_to_a_32nd_are_not_told_to_be_read_more_coarsely(self) -> None:
        coarse = face_about(15.0, 0.0016, 0.0254 / 32)
        self.assertIs(coarse.verdict(0.00007), CheckVerdict.INCONCLUSIVE)
        told = format_at_most(coarse.resolution_needed(0.00007), Style.from_code("in/8"))
        self.assertEqual(told, '1/64"')
        self.assertEqual(format_at_most(0.0003, Style.from_code("in/8")), "")


class InstrumentChecks(TestCase):
    """Each recovers the slope it was spoiled with."""

    def test_the_ends_of_a_verdict(self) -> None:
        check = SlopeCheck(slope=-0.5, leverage=2.0, readings=4, resolution=0.25)
        self.assertEqual(check.uncertainty, 0.25)
        for specification, verdict in (
            (0.75, CheckVerdict.PASS), (0.74, CheckVerdict.INCONCLUSIVE),
            (0.25, CheckVerdict.INCONCLUSIVE), (0.24, CheckVerdict.FAIL),
        ):  # fmt: skip
            self.assertIs(check.verdict(specification), verdict, specification)
        self.assertIsNone(check.leverage_needed(0.5))
        self.assertEqual(check.leverage_needed(0.25), 2.0)
        self.assertEqual(check.error_at(4.0), -2.0)

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
            lambda: two_position(1, 21, 0.006, 0.001, 0.0046),
            lambda: two_position(1, 21, -0.006, 0.001, 0.003),
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

    def test_an_inconclusive_check_does_not_make_u_narrow_again(self) -> None:
        failed, sloppy = face_about(20.0, 0.02, 0.0005), face_about(20.0, 0.0, 0.02)
        passed = face_about(20.0, 0.0002, 0.0005)
        kind = InstrumentKind.ROTARY_LASER
        for made, expected in (
            ((failed, sloppy), abs(failed.slope)),
            ((failed, sloppy, passed), 0.0001),
        ):
            checks = tuple(MadeCheck(float(at), check, BOTH_AXES) for at, check in enumerate(made))
            for order in (checks, checks[::-1]):
                record = InstrumentRecord(kind, 0.0001, order)
                self.assertAlmostEqual(slope_error(record, 9.0), expected)
        before = (MadeCheck(3.0, sloppy, BOTH_AXES), MadeCheck(5.0, failed, BOTH_AXES))
        found = slope_error(InstrumentRecord(kind, 0.0001, before), 1.0)
        self.assertAlmostEqual(found, abs(failed.slope))

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
            (
                "a knock this moment",
                TrustState.KNOCKED,
                [self.made(0, good)],
                {"knocks": (2 * self.DAY,)},
            ),
            (
                "a knock still to come",
                TrustState.IN_DATE,
                [self.made(0, good)],
                {"knocks": (2 * self.DAY + 1,)},
            ),
            (
                "a knock that the check knew",
                TrustState.IN_DATE,
                [self.made(1, good)],
                {"knocks": (1 * self.DAY,)},
            ),
            (
                "away since its check",
                TrustState.AWAY,
                [self.made(0, good)],
                {"away": (1.2 * self.DAY,)},
            ),
            (
                "back, and one axis checked",
                TrustState.AWAY,
                [self.made(0, good), self.made(1.5, good, self.ONE)],
                {"away": (1.2 * self.DAY,)},
            ),
            (
                "back and checked",
                TrustState.IN_DATE,
                [self.made(0, good), self.made(1.5, good)],
                {"away": (1.2 * self.DAY,)},
            ),
            ("away and never checked", TrustState.AWAY, [], {"away": (1.2 * self.DAY,)}),
            ("away from tomorrow on", TrustState.NEVER, [], {"away": (2.1 * self.DAY,)}),
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


class Assumed(TestCase):
    """What is assumed of an instrument whose data sheet nobody has."""

    def test_water_is_level_and_no_kind_is_better_than_that(self) -> None:
        self.assertEqual(set(ASSUMED_SLOPE), set(InstrumentKind))
        self.assertEqual(ASSUMED_SLOPE[InstrumentKind.WATER_LEVEL], 0)
        others = set(InstrumentKind) - {InstrumentKind.WATER_LEVEL}
        self.assertTrue(all(ASSUMED_SLOPE[other] >= 0.0001 for other in others))
