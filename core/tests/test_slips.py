"""The slips people make, and how rarely they are asked about."""

from __future__ import annotations

from math import sqrt
from random import Random
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.lengths import Elevation, Length, Reading
from core.rods import GRADUATIONS, Numbering, Rod, SightLine
from core.slips import (
    Aim,
    Near,
    Question,
    Slip,
    expected_at,
    near_points,
    question_about,
    same_pass,
    usual_slips,
)
from core.slips.expected import Expected
from core.slips.question import _explains_finely
from core.tasks import Task
from core.tests.worked import metres, place, stood

TOLERANCE, SURE = 0.006, 0.003
AROUND = [(-2.4, 0.0), (2.4, 0.0), (0.0, -2.4), (0.0, 2.4), (-2.4, 2.4), (2.4, 2.4), (2.4, -2.4)]


def flat(*offs: float) -> tuple[Near, ...]:
    """Return neighbors around a place, each so far off its design."""
    return tuple(Near(x, y, off) for (x, y), off in zip(AROUND, offs, strict=False))


LEVEL = flat(0.0, 0.001, -0.001, 0.0, 0.001, 0.0, -0.001)


def asked(
    graduation: str,
    typed: str,
    meant: str,
    near: tuple[Near, ...] = (),
    *,
    task: Task = Task.STONE,
    backsight: str = "4.10 ft",
) -> Question | None:
    """Ask about a reading whose surface is on its target where it was meant as ``meant``."""
    rod = Rod(Numbering.UP, GRADUATIONS[graduation], Length.from_feet(13))
    line = SightLine.from_backsight(Elevation(0), stood(rod.read(backsight)), Numbering.UP)
    aim = Aim(task, line.elevation(stood(rod.read(meant))), TOLERANCE, SURE)
    return question_about((rod, line, rod.read(backsight)), stood(rod.read(typed)), aim, near)


def offered(question: Question | None) -> list[tuple[Slip, float]]:
    """Return the slips that are offered, and where each would lie above the datum."""
    return [(offer.slip, float(offer.elevation)) for offer in question.offers] if question else []


class GrossSlips(TestCase):
    """Asked about against the design alone, and against any neighbor."""

    TABLE = (
        ("ft-in/8", "3' 4 1/8\"", "4' 4 1/8\"", Slip.FOOT),
        ("ft-in/8", "5' 4 1/8\"", "4' 4 1/8\"", Slip.FOOT),
        ("m/cm", "1.445", "1.345", Slip.HUNDRED_MILLIMETRES),
        ("m/cm", "2.345", "1.345", Slip.METRE),
        ("mm", "345", "1345", Slip.METRE),
        ("ft/100", "8.58", "4.42", Slip.UPSIDE_DOWN),
        ("ft/100", "4.95", "4' 11.4\"", Slip.INCHES_FOR_TENTHS),
    )

    def test_each_is_asked_about_with_what_was_meant(self) -> None:
        for graduation, typed, meant, slip in self.TABLE[:-1]:
            for near in ((LEVEL[:3], LEVEL) if slip is Slip.HUNDRED_MILLIMETRES else (
                (), LEVEL[:1], LEVEL
            )):  # fmt: skip
                with self.subTest(f"{slip}, {len(near)} around"):
                    question = asked(graduation, typed, meant, near)
                    assert question is not None
                    (offer,) = (one for one in question.offers if one.slip is slip)
                    rod = Rod(Numbering.UP, GRADUATIONS[graduation], Length.from_feet(13))
                    self.assertEqual(offer.reading, rod.read(meant))
                    self.assertIs(question.from_neighbours, bool(near))
                    off = {Slip.FOOT: 0.3048, Slip.METRE: 1.0}.get(slip)
                    if off and not near:
                        self.assertAlmostEqual(abs(float(question.off)), off, places=9)

    def test_a_floor_that_is_low_all_over_is_what_crews_come_to_find(self) -> None:
        for inches in (0.5, 1, 2, 3, 5):
            typed = f'{52.125 + inches}"'
            low = flat(*[-inches * 0.0254] * 7)
            for near in ((), low[:1], low[:3], low):
                with self.subTest(inches=inches, around=len(near)):
                    self.assertIsNone(asked("ft-in/8", typed, "4' 4 1/8\"", near))

    def test_a_foot_off_a_floor_that_is_low_is_still_caught(self) -> None:
        low = flat(*[-0.05] * 7)
        question = asked("ft-in/8", "5' 6 1/8\"", "4' 4 1/8\"", low)
        self.assertEqual(question and question.offers[0].slip, Slip.FOOT)
        self.assertAlmostEqual(float(question.off) if question else 0, -14 * 0.0254 + 0.05, 5)

    def test_an_edge_or_a_step_that_a_neighbor_shares_is_no_slip(self) -> None:
        step = flat(0.0, -0.1, 0.0, 0.001, 0.0, -0.1, 0.0)
        self.assertIsNone(asked("m/cm", "1.445", "1.345", step))
        self.assertIsNotNone(asked("m/cm", "1.445", "1.345", flat(0.0, 0.0, 0.0, 0.001)))

    def test_a_slip_must_land_near_to_what_lies_around(self) -> None:
        metric, feet = ("m/cm", "1.445", "1.345"), ("ft-in/8", "3' 4 1/8\"", "4' 4 1/8\"")
        for reading, near, away in ((metric, 0.015, 0.025), (feet, 0.015, 0.025)):
            for way in (1, -1):
                with self.subTest(reading=reading, way=way):
                    found, none = (
                        {slip for slip, _ in offered(asked(*reading, flat(*[way * off] * 7)))}
                        for off in (near, away)
                    )
                    self.assertTrue(found & {Slip.FOOT, Slip.HUNDRED_MILLIMETRES})
                    self.assertFalse(none & {Slip.FOOT, Slip.HUNDRED_MILLIMETRES})

    def test_ground_that_is_dug_is_asked_about_only_against_its_own_pass(self) -> None:
        deep = ("ft-in/8", "3' 4 1/8\"", "4' 4 1/8\"")
        for task in (Task.FORMATION, Task.FOOTING_BOTTOM):
            self.assertIsNone(asked(*deep, task=task))
            self.assertIsNotNone(asked(*deep, LEVEL, task=task))
        self.assertIsNone(asked(*deep, LEVEL, task=Task.HOLE))

    def test_rough_ground_that_few_points_show_is_given_the_benefit(self) -> None:
        off_100 = ("m/cm", "1.445", "1.345")
        self.assertIsNone(asked(*off_100, LEVEL[:3], task=Task.FORMATION))
        self.assertIsNotNone(asked(*off_100, LEVEL[:3], task=Task.STONE))
        self.assertIsNotNone(asked(*off_100, LEVEL, task=Task.FORMATION))

    def test_100_mm_is_no_surprise_before_neighbors_agree(self) -> None:
        """Stone not pitched, benched or dug yet lies as far off its design."""
        off_100 = ("m/cm", "1.445", "1.345")
        self.assertIsNone(asked(*off_100))
        self.assertIsNone(asked(*off_100, LEVEL[:2]))
        self.assertIsNotNone(asked(*off_100, LEVEL[:3]))
        fall = flat(0.0, 0.03, 0.06, 0.09, 0.12, 0.15)
        self.assertIsNone(asked(*off_100, fall), "ground that falls says nothing of 100 mm")
        beside = tuple(Near(x, 2.4, 0.0) for x in (-2.4, 0.0, 2.4, 4.8))
        self.assertIsNone(asked(*off_100, beside), "nor does a row that it lies beside")
        along = tuple(Near(x, 0.0, 0.0) for x in (-7.2, -4.8, -2.4))
        self.assertIsNotNone(asked(*off_100, along))

    def test_neighbors_on_both_levels_of_a_step_still_tell_100_mm(self) -> None:
        off_100 = ("m/cm", "1.445", "1.345")
        both = flat(0.0, 0.3, 0.002, 0.301, 0.001, 0.302, 0.0)
        self.assertIsNotNone(asked(*off_100, both))

    def test_rough_neighbors_leave_a_slip_more_room(self) -> None:
        feet = ("ft-in/8", "3' 4 1/8\"", "4' 4 1/8\"")
        rough = flat(0.05, -0.02, 0.07, 0.01, 0.06, 0.03, 0.0)
        self.assertIsNotNone(asked(*feet, rough))

    def test_a_wrong_unit_is_gross_only_where_it_moves_much(self) -> None:
        rod = Rod(Numbering.UP, GRADUATIONS["ft/100"], Length.from_feet(13))
        found = usual_slips(rod, stood(rod.read("4.95")), rod.read("4.10"))
        gross = {one.slip: one.is_gross for one in found}
        self.assertEqual(gross[Slip.FOOT], True)
        self.assertEqual(gross[Slip.TENTH], False)
        units = [one for one in found if one.slip is Slip.INCHES_FOR_TENTHS]
        self.assertEqual(
            [unit.is_gross for unit in units], [unit.shift >= 60_000_000 for unit in units]
        )
        self.assertTrue(all(rod.has(one.reading) for one in found))

    def test_inches_taken_for_tenths_stay_within_their_foot(self) -> None:
        rod = Rod(Numbering.UP, GRADUATIONS["ft/100"], Length.from_feet(13))
        for typed, meant in (("4.40", "4.48"), ("4.80", "4.96"), ("4.84", ""), ("4.90", "")):
            found = usual_slips(rod, stood(rod.read(typed)), rod.read("4.10"))
            told = [one.reading for one in found if one.slip is Slip.TENTHS_FOR_INCHES]
            self.assertEqual(told, [rod.read(meant)] if meant else [], typed)


class FinerSlips(TestCase):
    """They need neighbors of the same pass that agree among themselves."""

    TABLE = (
        ("ft-in/8", "4' 5 1/8\"", "4' 4 1/8\"", Slip.INCH),
        ("ft/100", "4.52", "4.42", Slip.TENTH),
        ("ft/100", "4.25", "4.52", Slip.SWAPPED),
        ("m/cm", "1.399", "1.369", Slip.SIX_FOR_NINE),
        ("mm", "1387", "1367", Slip.CENTIMETRE),
        ("m/cm", "1.262", "1.138", Slip.WRONG_WAY),
    )

    def test_each_is_recognized_among_points_that_agree(self) -> None:
        for graduation, typed, meant, slip in self.TABLE:
            with self.subTest(slip):
                question = asked(graduation, typed, meant, LEVEL, backsight="1.200 m")
                if slip is not Slip.CENTIMETRE:
                    self.assertIn(
                        slip, [offer.slip for offer in question.offers] if question else []
                    )

    def test_a_first_reading_few_neighbors_or_a_rough_floor_ask_about_none(self) -> None:
        rough = flat(0.01, -0.012, 0.014, -0.01, 0.012, -0.014, 0.01)
        for graduation, typed, meant, slip in self.TABLE[:2]:
            for name, near in (("first", ()), ("few", LEVEL[:4]), ("rough", rough)):
                with self.subTest(f"{slip}, {name}"):
                    self.assertIsNone(asked(graduation, typed, meant, near))

    def test_a_reading_within_tolerance_is_never_a_finer_slip(self) -> None:
        low = flat(*[-0.0254] * 7)
        self.assertIsNone(asked("ft-in/8", "4' 4 1/8\"", "4' 4 1/8\"", low))

    def test_the_offer_nearest_to_what_is_expected_comes_first(self) -> None:
        question = asked("ft-in/8", "3' 4 1/8\"", "4' 4 1/8\"", LEVEL)
        heights = [abs(height - offered(question)[0][1]) for _, height in offered(question)]
        self.assertEqual(heights, sorted(heights))
        both = asked("mm", "1366", "1345", flat(*[0.0] * 7))
        missed = (
            [
                abs(float(offer.elevation) - float(metres("1.24968")) + 1.345)
                for offer in both.offers
            ]
            if both
            else []
        )
        self.assertEqual(missed, sorted(missed))


class Passes(TestCase):
    """A point shot again is compared with its own pass."""

    def test_a_pass_begins_where_a_point_is_shot_again(self) -> None:
        twelve = [f"P{n}" for n in range(12)]
        self.assertEqual(same_pass(twelve, "P12"), tuple(range(12)))
        self.assertEqual(same_pass(twelve, "P0"), ())
        self.assertEqual(same_pass([*twelve, "P0", "P1"], "P2"), (12, 13))
        self.assertEqual(same_pass([*twelve, "P0", "P1", "P0"], "P2"), (14,))
        self.assertEqual(same_pass([], "P0"), ())

    @given(st.lists(st.integers(0, 6), max_size=30), st.integers(0, 6))
    def test_no_point_is_in_a_pass_twice_and_the_read_one_never(
        self, shot: list[int], point: int
    ) -> None:
        found = [shot[at] for at in same_pass(shot, point)]
        self.assertEqual(len(set(found)), len(found))
        self.assertNotIn(point, found)
        self.assertEqual(found, shot[len(shot) - len(found) :])


class WhatIsExpected(TestCase):
    """A plane where there are enough points off one line, else their mean."""

    @given(st.floats(-0.01, 0.01), st.floats(-0.01, 0.01), st.floats(-0.02, 0.02))
    def test_neighbors_on_a_plane_predict_the_plane(self, a: float, b: float, c: float) -> None:
        near = [Near(x, y, a * x + b * y + c) for x in (-1.0, 1.0, 3.0) for y in (-2.0, 1.0, 2.0)]
        expected = expected_at(near)
        assert expected is not None
        self.assertAlmostEqual(expected.off, c, places=9)
        self.assertAlmostEqual(expected.scatter or 0.0, 0.0, places=7)

    def test_it_is_the_least_squares_plane_with_what_it_predicts_by(self) -> None:
        rng = Random(11)
        near = [Near(rng.uniform(1, 6), rng.uniform(-2, 5), rng.gauss(0, 0.01)) for _ in range(7)]
        rows = np.array([(1.0, p.x, p.y) for p in near])
        plane, (rest,), *_ = np.linalg.lstsq(rows, [p.off for p in near])
        leverage = np.linalg.inv(rows.T @ rows)[0, 0]
        expected = expected_at(near)
        assert expected is not None
        self.assertAlmostEqual(expected.off, plane[0], places=12)
        self.assertAlmostEqual(expected.scatter or 0, sqrt(rest / 4), places=12)
        self.assertAlmostEqual(expected.spread or 0, sqrt(rest / 4 * (1 + leverage)), places=12)

    def test_few_or_in_a_row_predict_their_mean_and_none_nothing(self) -> None:
        self.assertIsNone(expected_at(()))
        self.assertIsNone(expected_at((Near(13.0, 0.0, 0.0),)))
        few = expected_at((Near(1, 0, 0.01), Near(2, 0, 0.03)))
        assert few is not None
        self.assertAlmostEqual(few.off, 0.02)
        self.assertAlmostEqual(few.scatter or 0, 0.0141421, places=6)
        self.assertAlmostEqual(few.spread or 0, 0.0141421 * 1.5**0.5, places=6)
        one = expected_at((Near(1, 0, 0.01),))
        self.assertEqual((one.scatter, one.spread) if one else None, (None, None))
        row = expected_at([Near(float(i), 0.0, 0.01) for i in range(8)])
        self.assertAlmostEqual(row.off if row else 0, 0.01)

    def test_the_scatter_about_a_plane_and_its_weakness_outside(self) -> None:
        rng = Random(5)
        near = [Near(rng.uniform(-3, 3), rng.uniform(-3, 3), rng.gauss(0, 0.01)) for _ in range(8)]
        inside = expected_at(near)
        beside = expected_at([Near(p.x + 8, p.y, p.off) for p in near])
        assert inside is not None
        assert beside is not None
        self.assertAlmostEqual(inside.scatter or 0, beside.scatter or 1, places=9)
        self.assertGreater(beside.spread or 0, 1.5 * (inside.spread or 1))

    def test_the_nearest_eight_count_and_the_nearest_few_share(self) -> None:
        near = [Near(float(i), 0.0, 0.01 * i) for i in range(1, 12)]
        expected = expected_at(list(reversed(near)))
        assert expected is not None
        self.assertEqual([point.x for point in expected.near], [float(i) for i in range(1, 9)])
        self.assertAlmostEqual(expected.nearest_to(0.08), 0.0)
        self.assertAlmostEqual(expected.nearest_to(0.08, 4), 0.04)

    def test_points_around_a_place(self) -> None:
        (near,) = near_points(place(1, 1), [(place(3, 4), metres("0.02"))])
        self.assertEqual((near.x, near.y), (2.0, 3.0))
        self.assertAlmostEqual(near.off, 0.02)


class OnAnyRod(TestCase):
    """What was meant lies on the rod, and is never the reading itself."""

    @given(st.integers(0, 3_900), st.sampled_from(sorted(GRADUATIONS)), st.sampled_from(Numbering))
    def test_every_explanation_is_another_reading_on_the_rod(
        self, millimetres: int, graduation: str, numbering: Numbering
    ) -> None:
        rod = Rod(numbering, GRADUATIONS[graduation], Length.from_feet(13))
        reading = Reading(rod.lowest.nanometres + millimetres * 1_000_000)
        for slip in usual_slips(rod, stood(reading), Reading(0)):
            self.assertNotEqual(slip.reading, reading)
            self.assertTrue(rod.has(slip.reading))
            self.assertEqual(slip.shift, abs(slip.reading.nanometres - reading.nanometres))


class FineSlipsOffDesign(TestCase):
    """Ground that lies off its design, all of it alike: what is odd is odd against the ground."""

    def explained(self, ground: float, off: float, meant: float, **changed: float) -> bool:
        scatter, spread = changed.get("scatter", 0.001), changed.get("spread", 0.002)
        near = flat(*(ground + one.off for one in LEVEL))
        expected = Expected(ground, scatter, spread, near)
        aim = Aim(Task.STONE, Elevation(0), TOLERANCE, changed.get("sure", SURE))
        return _explains_finely(0.030, off, meant, expected, aim)

    def test_the_ground_is_the_measure_on_either_side_of_the_design(self) -> None:
        for side in (1, -1):
            ground = side * 0.030
            self.assertTrue(self.explained(ground, ground + side * 0.030, ground))
            self.assertTrue(self.explained(ground, ground - side * 0.020, ground))
            self.assertFalse(self.explained(ground, ground, ground), "as all around it")
            away = self.explained(ground, ground + side * 0.030, -ground)
            self.assertFalse(away, "it lands elsewhere")

    def test_each_bound_is_where_it_is(self) -> None:
        ground = 0.030
        just = 4.5 * 0.002
        self.assertFalse(self.explained(ground, ground + just - 0.0001, ground))
        self.assertTrue(self.explained(ground, ground + just + 0.0001, ground))
        self.assertFalse(self.explained(ground, ground + 0.012, ground, sure=0.0125))
        self.assertTrue(self.explained(ground, ground + 0.013, ground, sure=0.0125))
        landing = 0.4 * 0.030
        self.assertTrue(self.explained(ground, ground + 0.030, ground + landing - 0.0001))
        self.assertFalse(self.explained(ground, ground + 0.030, ground - landing - 0.0001))
        self.assertTrue(self.explained(ground, ground + 0.030, ground, scatter=0.006))
        self.assertFalse(self.explained(ground, ground + 0.030, ground, scatter=0.0061))

    def test_a_reading_that_is_on_is_never_asked_about(self) -> None:
        ground = -0.020
        on = TOLERANCE + SURE
        self.assertFalse(self.explained(ground, on, ground))
        self.assertTrue(self.explained(ground, on + 0.0001, ground))
        self.assertFalse(self.explained(-ground, -on, -ground))

    def test_neighbors_that_say_nothing_of_themselves_explain_nothing(self) -> None:
        near = flat(*(one.off for one in LEVEL))
        aim = Aim(Task.STONE, Elevation(0), TOLERANCE, SURE)
        for expected in (
            Expected(0.0, None, 0.002, near),
            Expected(0.0, 0.001, None, near),
            Expected(0.0, 0.001, 0.002, near[:4]),
        ):
            self.assertFalse(_explains_finely(0.030, 0.030, 0.0, expected, aim))
        whole = Expected(0.0, 0.001, 0.002, near[:5])
        self.assertTrue(_explains_finely(0.030, 0.030, 0.0, whole, aim))
