"""Runs: what they close with, and how they are spread (section 4)."""

from __future__ import annotations

from dataclasses import replace
from math import hypot, sqrt
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import IncompleteRun
from core.lengths import Elevation, Length, Reading
from core.rods import Numbering
from core.runs import Leg, carried_half_widths, close_run
from core.tests.worked import cases, elevations, readings
from core.uncertainty import (
    Kit,
    Sight,
    Source,
    uncertainty,
)

KIT = Kit(slope_error=0.0001, receiver_half_band=0.001, least_count=0.001, lean_degrees=0.5)
BENCHMARK = Sight(15.0, 1.2)
slopes = st.floats(-0.001, 0.001)


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
