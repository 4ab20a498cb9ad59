"""Where to stand, against the plain formula at every place and every pair of places."""

from __future__ import annotations

from itertools import product
from math import hypot
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import OutOfRange
from core.floors import Spot, is_hidden
from core.lengths import Elevation, Length
from core.placing import (
    BeamRange,
    Reach,
    Stand,
    ToShoot,
    Why,
    beam_over,
    hidden,
    largest_at,
    less_sure_by,
    not_read_from,
    set_ups_for,
    stand_at,
    where_to_stand,
)
from core.uncertainty import Beam, Kit, Sight, uncertainty

LASER = Kit(0.0001, 0.0005, 0.001, 0.5)
LEVEL = Kit(0.0003, 0.0, 0.001, 2.0, Beam.CONE)
FAR = Reach(0.0, 1000.0)
SPOT = st.tuples(st.floats(-40, 40), st.floats(-40, 40))


def shot(name: str, x: float, y: float, rod: float = 1.2, own: float = 0.0) -> ToShoot:
    """Return a point."""
    return ToShoot(name, (x, y), rod, own)


def plainly(at: tuple[float, float], points: list[ToShoot], known: ToShoot, kit: Kit) -> float:
    """Return the largest U at a place, point by point by the rule itself."""

    def sight(one: ToShoot) -> Sight:
        away = hypot(one.at[0] - at[0], one.at[1] - at[1])
        return Sight(away, one.height_on_rod, one.at, one.own)

    return max(uncertainty(kit, sight(point), [sight(known)]).half_width for point in points)


class Cost(TestCase):
    """What a place somebody chose costs against the best."""

    def test_the_first_out_of_reach_is_named_before_one_too_near(self) -> None:
        reach = Reach(2.0, 5.0)
        far, edge, near = shot("far", 3, 4.01), shot("edge", -3, -4), shot("near", 0, 1.99)
        self.assertEqual(not_read_from((0, 0), [edge, near, far], reach), ("far", True))
        self.assertEqual(not_read_from((0, 0), [edge, near], reach), ("near", False))
        self.assertIsNone(not_read_from((0, 0), [edge, shot("B", 0, -2)], reach))
        self.assertEqual(not_read_from((0, 2), [edge], reach), ("edge", True))

    def test_a_hundredth_more_is_as_sure(self) -> None:
        best = Stand((0, 0), 0.0100, "A")
        for half_width, more in ((0.0099, 0.0), (0.0101, 0.0), (0.0102, 0.0002), (0.02, 0.01)):
            self.assertAlmostEqual(less_sure_by(Stand((1, 1), half_width, "B"), best), more)
        self.assertEqual(less_sure_by(best, None), 0.0)


class Places(TestCase):
    """One set-up."""

    @given(
        st.lists(st.tuples(SPOT, st.floats(0, 4)), min_size=1, max_size=6), SPOT,
        st.floats(0, 0.005), st.sampled_from([LASER, LEVEL]),
    )  # fmt: skip
    @settings(max_examples=60)
    def test_every_place_has_the_u_of_the_rule(
        self,
        drawn: list[tuple[tuple[float, float], float]],
        mark: tuple[float, float],
        own: float,
        kit: Kit,
    ) -> None:
        points = [ToShoot(f"P{n}", at, rod) for n, (at, rod) in enumerate(drawn)]
        known = ToShoot("BM1", mark, 1.5, own)
        found = where_to_stand(points, known, kit, FAR, (5, 4))
        for row, y in enumerate(found.away):
            for column, x in enumerate(found.right):
                expected = plainly((float(x), float(y)), points, known, kit)
                self.assertAlmostEqual(found.half_widths[row, column], expected, places=12)
        assert found.best is not None
        least = float(found.half_widths.min())
        self.assertLessEqual(least, found.best.half_width)
        self.assertLessEqual(found.best.half_width, least * 1.01)

    def test_a_level_stands_as_far_from_the_benchmark_as_from_the_points(self) -> None:
        points = [shot("A", 20, 0), shot("B", 20, 2)]
        best = where_to_stand(points, shot("BM1", 0, 0), LEVEL, FAR, (61, 41)).best
        assert best is not None
        away = hypot(best.at[0] - 20, best.at[1] - 1)
        self.assertAlmostEqual(away, hypot(*best.at), delta=1.0)
        behind = stand_at((-4.0, 0.0), points, shot("BM1", 0, 0), LEVEL)
        self.assertGreater(behind.half_width, best.half_width * 1.2)
        self.assertEqual(behind.worst, "B")

    def test_of_places_as_good_one_beside_the_slab_is_taken(self) -> None:
        points = [shot(f"P{x}{y}", x, y) for x in (0, 8) for y in (0, 6)]
        known, ring = shot("BM1", 4, 3), [(0.0, 0.0), (8.0, 0.0), (8.0, 6.0), (0.0, 6.0)]
        inside = where_to_stand(points, known, LASER, FAR, (41, 41)).best
        beside = where_to_stand(points, known, LASER, FAR, (41, 41), [ring]).best
        assert inside is not None
        assert beside is not None
        self.assertTrue(0 < inside.at[0] < 8 and 0 < inside.at[1] < 6)
        self.assertFalse(0 < beside.at[0] < 8 and 0 < beside.at[1] < 6)
        self.assertAlmostEqual(beside.half_width, inside.half_width, places=4)

    def test_it_says_where_one_is_too_far_and_where_too_near(self) -> None:
        points, known = [shot("A", 30, 0)], shot("BM1", 0, 0)
        places = np.array([(15.0, 0.0), (29.0, 0.0), (60.0, 0.0), (0.5, 0.0)])
        widths, why = largest_at(places, points, known, LASER, Reach(2.0, 25.0))
        self.assertEqual(list(why), [Why.CAN, Why.TOO_NEAR, Why.TOO_FAR, Why.TOO_NEAR])
        self.assertEqual(list(np.isfinite(widths)), [True, False, False, False])

    def test_where_nothing_is_in_reach_there_is_no_best_and_no_point_is_refused(self) -> None:
        points, known = [shot("A", 90, 0)], shot("BM1", 0, 0)
        self.assertIsNone(where_to_stand(points, known, LASER, Reach(0, 30), (9, 9)).best)
        with self.assertRaises(OutOfRange):
            where_to_stand([], known, LASER, FAR, (3, 3))


class Beams(TestCase):
    """How high."""

    def beam(self, *heights: float, rod: float = 4.0, ground: float = 10.0) -> BeamRange:
        named = [(f"P{n}", elevation(height)) for n, height in enumerate(heights)]
        return beam_over(named, Length.from_float(rod), elevation(ground))

    def test_every_clamp_is_on_the_rod_and_the_legs_hold_it(self) -> None:
        found = self.beam(10.2, 8.9)
        self.assertEqual((found.lowest, found.highest), (elevation(11.0), elevation(12.0)))
        short = self.beam(10.2, 8.9, rod=2.5)
        self.assertEqual((short.lowest, short.highest), (elevation(11.0), elevation(11.4)))
        high = self.beam(11.3, 9.0)
        self.assertEqual(high.lowest, elevation(11.3))

    def test_it_is_kept_clear_of_peoples_eyes_where_it_can_be(self) -> None:
        found = self.beam(10.2, 8.9)
        self.assertEqual((found.proposed, found.is_at_eye_level), (elevation(11.225), False))
        above = self.beam(11.5, 9.0)
        self.assertEqual((above.proposed, above.is_at_eye_level), (elevation(11.9), False))
        only = self.beam(11.5, 9.0, rod=2.7)
        self.assertTrue(only.is_at_eye_level)
        self.assertEqual(only.proposed, elevation(11.6))

    def test_heights_for_no_one_beam_are_refused_by_name(self) -> None:
        with self.assertRaises(OutOfRange) as refused:
            self.beam(10.0, 14.5)
        self.assertEqual(refused.exception.typed, "P1 lies 4.50 m above P0")
        for heights in ((12.5, 9.0), (6.5, 6.0)):
            with self.assertRaises(OutOfRange) as refused:
                self.beam(*heights)
            self.assertIn("Legs", refused.exception.why)


def elevation(metres: float) -> Elevation:
    """Return an elevation of so many metres."""
    return Elevation(Length.from_float(metres).nanometres)


class Several(TestCase):
    """Where one place sees too little."""

    PLACES = np.array([(float(x), float(y)) for x, y in product(range(-10, 91, 10), (0, 10))])

    def check(self, points: list[ToShoot], known: ToShoot, reach: Reach) -> int:
        """Hold a plan against its own rules, and return how many set-ups it takes."""
        plan = set_ups_for(points, known, reach, self.PLACES)
        shot_names = [name for some in plan.shoots for name in some]
        self.assertEqual(sorted(shot_names), sorted(point.name for point in points))
        at = {point.name: point.at for point in points}
        for stand, names in zip(plan.stands, plan.shoots, strict=True):
            for name in names:
                self.assertLessEqual(apart(stand, at[name]), reach.farthest)
                self.assertGreaterEqual(apart(stand, at[name]), reach.least)
        self.assertLessEqual(apart(plan.stands[0], known.at), reach.farthest)
        for n, turn in enumerate(plan.turning_points):
            for stand in plan.stands[n : n + 2]:
                self.assertLessEqual(apart(stand, turn), reach.farthest + 1e-9)
                self.assertGreaterEqual(apart(stand, turn), reach.least)
        return len(plan.stands)

    def test_one_does_where_one_can(self) -> None:
        self.assertEqual(self.check([shot("A", 20, 0)], shot("BM1", 0, 0), Reach(1, 25)), 1)

    def test_the_next_stand_is_the_nearest_to_what_is_left_whichever_way_it_lies(self) -> None:
        for turned in (False, True):
            ends = [shot(*((name, 0, at) if turned else (name, at, 0))) for name, at in
                    (("A", 5.0), ("B", 85.0))]  # fmt: skip
            spots = [(0.0, float(n)) if turned else (float(n), 0.0) for n in range(0, 90, 5)]
            plan = set_ups_for(ends, shot("BM1", 0, 0), Reach(1, 12), np.array(spots))
            along = [stand[1 if turned else 0] for stand in plan.stands]
            self.assertEqual(along, sorted(along))
            self.assertEqual(max(stand[0 if turned else 1] for stand in plan.stands), 0.0)
            self.assertLessEqual(len(along), 5)

    def test_a_long_site_takes_several_and_bridges_what_lies_between(self) -> None:
        points = [shot("A", 5, 0), shot("B", 85, 0)]
        self.assertEqual(self.check(points, shot("BM1", 0, 0), Reach(1, 30)), 2)
        self.assertGreaterEqual(self.check(points, shot("BM1", 0, 0), Reach(1, 12)), 4)

    @given(st.lists(st.tuples(st.floats(0, 80), st.floats(0, 10)), min_size=1, max_size=5))
    @settings(max_examples=40)
    def test_two_are_found_wherever_two_do(self, spots: list[tuple[float, float]]) -> None:
        points = [ToShoot(f"P{n}", at, 1.0) for n, at in enumerate(spots)]
        known, reach = shot("BM1", 0, 5), Reach(0.5, 35.0)
        fewest = self.fewest(points, known, reach)
        taken = self.check(points, known, reach)
        self.assertGreaterEqual(taken, fewest)
        if fewest <= 2:
            self.assertEqual(taken, fewest)

    def fewest(self, points: list[ToShoot], known: ToShoot, reach: Reach) -> int:
        """Return by trying every place and every pair how few do; 3 stands for more."""

        def sees(place: tuple[float, float], one: ToShoot) -> bool:
            return reach.least <= apart(place, one.at) <= reach.farthest

        places = [(float(x), float(y)) for x, y in self.PLACES]
        starts = [place for place in places if sees(place, known)]
        if any(all(sees(place, point) for point in points) for place in starts):
            return 1
        for first, other in product(starts, places):
            is_joined = reach.least <= apart(first, other) / 2 <= reach.farthest
            if is_joined and all(sees(first, point) or sees(other, point) for point in points):
                return 2
        return 3

    def test_what_twelve_do_not_see_is_refused(self) -> None:
        with self.assertRaises(OutOfRange):
            set_ups_for([shot("A", 500, 0)], shot("BM1", 0, 0), Reach(1, 30), self.PLACES)


def apart(one: tuple[float, float], other: tuple[float, float]) -> float:
    """Return how far two places are apart."""
    return hypot(one[0] - other[0], one[1] - other[1])


class Hidden(TestCase):
    """A wall from (2, -1) to (2, 1): what it hides, and what is seen past it."""

    WALL = ((2.0, -1.0), (2.0, 1.0))

    def test_behind_it_before_it_on_it_and_past_its_end(self) -> None:
        for spot, is_behind in (
            ((4.0, 0.0), True), ((1.9, 0.0), False), ((2.0, 0.5), False), ((4.0, 2.1), False),
            ((4.0, 1.9), True), ((4.0, -1.9), True), ((-3.0, 0.0), False),
        ):  # fmt: skip
            with self.subTest(spot):
                self.assertIs(is_hidden(spot, (0.0, 0.0), [self.WALL]), is_behind)
                self.assertIs(is_hidden((0.0, 0.0), spot, [self.WALL]), is_behind)

    def test_along_a_wall_one_sees(self) -> None:
        self.assertFalse(is_hidden((2.0, 5.0), (2.0, -5.0), [self.WALL]))

    @given(st.lists(SPOT, min_size=1, max_size=5), st.lists(SPOT, min_size=1, max_size=5),
           st.lists(st.tuples(SPOT, SPOT), max_size=4))  # fmt: skip
    def test_of_a_whole_grid_it_says_what_it_says_of_one(
        self, places: list[Spot], spots: list[Spot], blocks: list[tuple[Spot, Spot]]
    ) -> None:
        found = hidden(np.array(places), np.array(spots), blocks)
        for (n, place), (m, spot) in product(enumerate(places), enumerate(spots)):
            self.assertEqual(bool(found[n, m]), is_hidden(spot, place, blocks))

    def test_the_best_place_sees_every_point_and_none_from_behind_is_offered(self) -> None:
        known, points = shot("BM", -6, 0), [shot("A", 6, 0.0)]
        wall = ((0.0, -20.0), (0.0, 3.0))
        reach = Reach(0.5, 100.0, (wall,))
        standing = where_to_stand(points, known, LASER, reach, (30, 30))
        assert standing.best is not None
        self.assertFalse(is_hidden((6, 0.0), standing.best.at, [wall]))
        self.assertFalse(is_hidden((-6, 0), standing.best.at, [wall]))
        self.assertTrue((standing.why == Why.HIDDEN).any())
        _, (why,) = largest_at(np.array([(5.0, 0.0)]), points, known, LASER, reach)
        self.assertEqual(why, Why.HIDDEN)

    def test_where_no_one_place_sees_both_sides_two_are_found(self) -> None:
        """A wall with a gap far up: a turning point is carried through it."""
        known, points = shot("BM", -6, 0), [shot("A", 6, 0), shot("B", -6, 4)]
        wall = ((0.0, -60.0), (0.0, 14.0))
        places = np.array([(x, y) for x in (-9.0, -3.0, 3.0, 9.0) for y in (0.0, 15.0)])
        plan = set_ups_for(points, known, Reach(0.5, 100.0, (wall,)), places)
        for at, names in zip(plan.stands, plan.shoots, strict=True):
            for name in names:
                spot = next(point.at for point in points if point.name == name)
                self.assertFalse(is_hidden(spot, at, [wall]))
        self.assertFalse(is_hidden(known.at, plan.stands[0], [wall]))
