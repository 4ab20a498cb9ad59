"""How sure a volume is, in its three parts."""

from __future__ import annotations

import random
from math import hypot, sqrt
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.floors import Outline, PlanPoint
from core.surfaces import Plane, Region, SetUpErrors, ShotErrors, SlabModel, volume_range
from core.surfaces.uncertainty import VolumeRange, _Gaps, _predicted
from core.tests.worked import place
from core.uncertainty import Beam, Kit, Sight, own_half_width, shared_half_width

KIT = Kit(slope_error=0.0001, receiver_half_band=0.001, least_count=0.001, lean_degrees=0.5)
BENCHMARK = Sight(hypot(20, 2), 1.0, (-20.0, 0.0))
SET_UP = SetUpErrors(KIT, (BENCHMARK,), (0.0, 2.0))
FLOOR = Outline(tuple(place(x, y) for x, y in ((0, 0), (8, 0), (8, 6), (0, 6))))


def model_over(places: list[PlanPoint]) -> SlabModel:
    """Return a slab 5 in thick over places."""
    return SlabModel([Region(FLOOR, Plane(0.0), Plane(0.127))], places)


def grid(columns: int, rows: int) -> list[PlanPoint]:
    """Return an even grid with the corners in it."""
    return [
        place(8 * i / (columns - 1), 6 * j / (rows - 1))
        for i in range(columns)
        for j in range(rows)
    ]


def shots(count: int, set_up: int = 0) -> list[ShotErrors]:
    """Return the errors of so many shots of one set-up."""
    return [ShotErrors(set_up, 1.5)] * count


class ThreeParts(TestCase):
    """What all share, each one's own, and the stone between."""

    def test_flat_stone_leaves_what_the_readings_may_be_off(self) -> None:
        model = model_over(grid(5, 4))
        found = volume_range(model, np.zeros(20), shots(20), [SET_UP])
        middle = Sight(hypot(4, 1), 0.0, (4.0, 3.0))
        self.assertAlmostEqual(found.shared, 48 * shared_half_width(KIT, middle, [BENCHMARK]), 6)
        own = own_half_width(KIT, 1.5) * sqrt(float((model.weights**2).sum()))
        self.assertAlmostEqual(found.own, own, places=9)
        self.assertEqual(found.between, 0.0)
        parts = found.shared, found.own, found.between
        self.assertAlmostEqual(found.half_width, hypot(*parts))

    def test_a_benchmark_farther_off_makes_it_less_sure_and_beside_it_surer(self) -> None:
        model = model_over(grid(5, 4))

        def shared(x: float, y: float, beam: Beam = Beam.PLANE) -> float:
            kit = Kit(0.0003, 0.001, 0.001, 0.5, beam)
            known = Sight(hypot(x, y - 2), 1.0, (x, y))
            one = SetUpErrors(kit, (known,), (0.0, 2.0))
            return volume_range(model, np.zeros(20), shots(20), [one]).shared

        self.assertLess(shared(4.0, 3.0), shared(-5.0, 3.0))
        self.assertLess(shared(-5.0, 3.0), shared(-30.0, 3.0))
        self.assertLess(shared(0.0, 2 + hypot(4, 1), Beam.CONE), shared(0.0, 30.0, Beam.CONE))

    def test_two_set_ups_share_less_than_one(self) -> None:
        model = model_over(grid(5, 4))
        alone = volume_range(model, np.zeros(20), shots(20), [SET_UP])
        both = volume_range(model, np.zeros(20), shots(10) + shots(10, 1), [SET_UP, SET_UP])
        self.assertLess(both.shared, alone.shared)
        self.assertAlmostEqual(both.own, alone.own)
        unused = volume_range(model, np.zeros(20), shots(20), [SET_UP, SET_UP])
        self.assertAlmostEqual(unused.shared, alone.shared)

    def test_a_place_shot_twice_is_surer_of_its_own(self) -> None:
        once = volume_range(model_over(grid(3, 3)), np.zeros(9), shots(9), [SET_UP])
        twice = volume_range(model_over(grid(3, 3) * 2), np.zeros(9), shots(18), [SET_UP])
        self.assertAlmostEqual(twice.own, once.own / sqrt(2))
        self.assertAlmostEqual(twice.shared, once.shared)

    @settings(max_examples=12, deadline=None)
    @given(st.integers(0, 10**6))
    def test_more_shots_of_the_same_stone_make_it_surer(self, seed: int) -> None:
        draw = random.Random(seed)
        widths = []
        for columns, rows in ((3, 3), (12, 12)):
            places = grid(columns, rows)
            off = np.array([draw.gauss(0, 0.01) for _ in places])
            model = model_over(places)
            off = model.places.mean(off)
            found = volume_range(model, off, shots(len(places)), [SET_UP])
            widths.append(found.between)
        self.assertGreater(widths[0], widths[1])

    def test_stone_that_runs_from_place_to_place_counts_by_its_spread(self) -> None:
        draw = random.Random(7)
        places = grid(6, 5)
        model, rough = model_over(places), np.array([draw.gauss(0, 0.01) for _ in places])
        one, three = (
            volume_range(model, times * rough, shots(30), [SET_UP]).between for times in (1, 3)
        )
        self.assertAlmostEqual(three / one, 3.0, delta=0.1)
        expected = 2.05 * 0.01 * sqrt(float((model.weights**2).sum()))
        self.assertTrue(0.6 * expected < one < 1.5 * expected, (one, expected))

    def test_an_even_grid_that_predicts_its_stone_knows_more(self) -> None:
        places = grid(9, 7)
        model = model_over(places)
        wave = np.array([0.01 * np.sin(x / 1.6) for x, _ in model.places.xy])
        draw = random.Random(3)
        noise = np.array([draw.gauss(0, float(wave.std())) for _ in places])
        smooth, rough = (
            volume_range(model, off, shots(63), [SET_UP]).between for off in (wave, noise)
        )
        self.assertLess(smooth, rough / 4)

    def test_the_three_parts_add_as_squares(self) -> None:
        self.assertEqual(VolumeRange(3.0, 4.0, 12.0).half_width, 13.0)

    def test_what_neighbors_predict_is_never_counted_for_more_than_it_is_worth(self) -> None:
        places = grid(5, 4)
        model, off = model_over(places), np.array([float(p.x * 2 - p.y) % 0.7 for p in places])
        rows = np.column_stack([np.ones(20), model.places.xy - model.places.xy.mean(axis=0)])
        rest = off - rows @ np.linalg.pinv(rows) @ off
        variance = float(rest @ rest) / 17
        for share, counts in ((0.9, 0.729), (0.5, 0.2), (0.0, 0.2), (1.05, 1.0), (2.0, 1.0)):
            missed = share * variance / 1.1
            self.assertAlmostEqual(_predicted(model, off, missed), counts, msg=f"{share}")

    def test_evenness_runs_from_a_grid_to_shots_strewn_and_no_farther(self) -> None:
        for ratio, evenness in ((1 / 6, 1.0), (0.3, 1.0), (0.55, 0.5), (0.8, 0.0), (3.0, 0.0)):
            self.assertAlmostEqual(_Gaps(sqrt(ratio), 1.0).evenness, evenness, msg=f"{ratio}")

    def test_four_corners_are_very_unsure(self) -> None:
        four = model_over(grid(2, 2))
        twisted = np.array([0.01 if x == y else -0.01 for x, y in np.sign(four.places.xy)])
        found = volume_range(four, twisted, shots(4), [SET_UP])
        self.assertGreater(found.between / 48, 0.05)

    def test_where_a_set_up_stands_counts_on_each_side_of_the_slab(self) -> None:
        """A cone's arm is the difference of two sights: it is none where they are as long."""
        model = model_over(grid(5, 4))
        kit = Kit(0.0003, 0.001, 0.001, 0.5, Beam.CONE)
        for at in ((-10.0, 3.0), (14.0, 3.0), (4.0, -12.0), (4.0, 15.0)):
            reach = hypot(at[0] - 4, at[1] - 3)
            one = SetUpErrors(kit, (Sight(reach, 1.0, (at[0], at[1] + reach)),), at)
            found = volume_range(model, np.zeros(20), shots(20), [one]).shared
            even = Sight(reach, 0.0, (4.0, 3.0))
            self.assertAlmostEqual(found, 48 * shared_half_width(kit, even, one.backsights), 6)
            self.assertLess(found, 48 * 0.0025)

    def test_shots_in_two_lines_know_less_than_as_many_all_over(self) -> None:
        """What lies between two rows along the forms is guessed, however dense the rows."""
        draw = random.Random(5)
        waves = [(draw.gauss(0, 1.2), draw.gauss(0, 1.2), draw.uniform(0, 6)) for _ in range(40)]

        def stone(model: SlabModel) -> np.ndarray:
            each = [
                0.012 * sqrt(2 / 40) * np.cos(model.places.xy @ wave[:2] + wave[2])
                for wave in waves
            ]
            return np.asarray(np.sum(each, axis=0))

        lines, spread = model_over(grid(2, 12)), model_over(grid(6, 4))
        rows, all_over = (
            volume_range(model, stone(model), shots(24), [SET_UP]).between
            for model in (lines, spread)
        )
        self.assertGreater(rows, 2 * all_over)
