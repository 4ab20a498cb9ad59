"""What is sensed on a practice site: the rod's face, the receiver's tone, whom the beam reaches."""

from __future__ import annotations

from dataclasses import replace
from math import cos, radians
from random import Random
from typing import Any
from unittest import TestCase

from simulation.ground import Place
from simulation.instrument import Tilt
from simulation.practice.acts import (
    Act,
    Carry,
    Center,
    Click,
    DrawOut,
    KickAway,
    Lift,
    SetLegs,
    Slide,
    StandUp,
    Switch,
    Turn,
    act,
)
from simulation.practice.on_site import CLOD, SEEN, CantBeDone, Holding, OnSite
from simulation.practice.receiver import (
    FAST,
    SLOW,
    TURNED_OFF_BY,
    WINDOW,
    PracticeReceiver,
    Shows,
    Tells,
)
from simulation.practice.rod import FOOT, INCH, MARKINGS, LineSize, PracticeRod, Zero
from simulation.practice.slips import Slip, Slipped, drawn
from simulation.practice.stand import (
    InstrumentTruth,
    Knocked,
    Stand,
    Unseen,
    Wall,
    beam_of,
    unseen_at,
)
from simulation.tests.practice_site import BENCH, POINT, on, site

NEAR = 6
RODS = (1.5, 1.4, 1.3)


class TheRodsFace(TestCase):
    """Lines and numbers stand where they are printed."""

    def number_at(self, rod: PracticeRod, height: float) -> str:
        lines = rod.face(height - 0.0004, height + 0.0004)
        return next(line.number for line in lines if line.number)

    def test_feet_and_inches(self) -> None:
        rod = PracticeRod(RODS, "ft-in/8")
        self.assertEqual(self.number_at(rod, 4 * FOOT), "4")
        self.assertEqual(self.number_at(rod, 4 * FOOT + 7 * INCH), "7")
        (foot,) = [line for line in rod.face(1.2, 1.24) if line.is_whole]
        self.assertEqual(foot.number, "4")
        sizes = [line.size for line in rod.face(INCH * 0.999, INCH * 2.001)]
        self.assertEqual(sizes, [3, 0, 1, 0, 2, 0, 1, 0, 3])

    def test_tenths_and_hundredths(self) -> None:
        rod = PracticeRod(RODS, "ft/100")
        self.assertEqual(self.number_at(rod, 3.4 * FOOT), "4")
        self.assertEqual(len(rod.face(3.4 * FOOT - 1e-6, 3.5 * FOOT + 1e-6)), 11)
        middle = rod.face(3.45 * FOOT - 1e-6, 3.45 * FOOT + 1e-6)
        self.assertEqual([(line.size, line.number) for line in middle], [(LineSize.MIDDLE, "")])

    def test_meters_and_inches_that_run_on(self) -> None:
        self.assertEqual(self.number_at(PracticeRod(RODS, "m/cm"), 1.0), "1")
        self.assertEqual(self.number_at(PracticeRod(RODS, "m/cm"), 1.3), "3")
        self.assertEqual(self.number_at(PracticeRod(RODS, "in/16"), 31 * INCH), "31")

    def test_zero_on_top_and_in_the_middle(self) -> None:
        rod = PracticeRod((2.0,), "mm", Zero.TOP)
        self.assertAlmostEqual(rod.value(0.5), 1.5)
        self.assertEqual(self.number_at(rod, 2.0 - 0.37), "37")
        rule = PracticeRod((2.0,), "in/8", Zero.CENTER, center=1.0)
        self.assertAlmostEqual(rule.value(0.9), -0.1)
        self.assertEqual(self.number_at(rule, 1.0 - 3 * INCH), "-3")
        self.assertEqual(self.number_at(rule, 1.0 + 3 * INCH), "3")

    def test_every_line_reads_what_the_rod_says_there_on_every_marking(self) -> None:
        rng = Random(4)
        for name, marking in MARKINGS.items():
            for zero in Zero:
                rod = PracticeRod(
                    RODS, name, zero, drawn_out=2, short_by=rng.uniform(0, 0.03), center=1.1
                )
                low = rng.uniform(0, 2.5)
                lines = rod.face(low, low + 2 * SEEN)
                self.assertGreater(len(lines), 2, name)
                for line in lines:
                    steps = rod.value(line.height) / marking.step
                    self.assertAlmostEqual(steps, round(steps), NEAR, msg=name)
                    has_number = round(steps) % marking.in_unit == 0
                    self.assertEqual(line.number != "", has_number)
                    self.assertEqual(line.size is LineSize.LONG, has_number)

    def test_a_section_that_is_not_home_hides_what_slid_in_and_reads_too_much(self) -> None:
        rod = PracticeRod(RODS, "mm", drawn_out=2, short_by=0.02)
        self.assertAlmostEqual(rod.value(1.4), 1.4)
        self.assertAlmostEqual(rod.value(1.6), 1.62)
        self.assertAlmostEqual(rod.reach, 2.88)
        values = [rod.value(line.height) for line in rod.face(1.47, 1.53)]
        self.assertEqual([value for value in values if 1.5005 < value < 1.5195], [])
        self.assertEqual(replace(rod, drawn_out=1).value(1.4), 1.4)
        self.assertEqual(replace(rod, drawn_out=1).reach, 1.5)

    def test_one_finds_ones_way_by_whole_feet_or_every_tenth_inch(self) -> None:
        feet = PracticeRod(RODS, "ft-in/8").numbers()
        self.assertEqual([line.number for line in feet], ["0", "1", "2", "3", "4"])
        self.assertAlmostEqual(feet[3].height, 3 * FOOT)
        inches = PracticeRod((1.0,), "in/16", Zero.CENTER, center=0.5).numbers()
        self.assertEqual([line.number for line in inches], ["-10", "0", "10"])
        self.assertAlmostEqual(inches[0].height, 0.5 - 10 * INCH)
        self.assertEqual(len(PracticeRod(RODS, "mm", drawn_out=2).numbers()), 3)

    def test_nothing_is_seen_past_its_ends(self) -> None:
        lines = PracticeRod(RODS, "mm").face(-0.05, 0.01)
        self.assertEqual(len(lines), 11)
        self.assertEqual(PracticeRod(RODS, "mm").face(1.6, 1.7), ())


class TheReceiver(TestCase):
    """It tells as its record says, on the band it is on."""

    def test_each_way_of_telling(self) -> None:
        for tells, high, low in (
            (Tells.FAST_IS_HIGH, (FAST, Shows.DOWN), (SLOW, Shows.UP)),
            (Tells.FAST_IS_LOW, (SLOW, Shows.DOWN), (FAST, Shows.UP)),
            (Tells.ARROWS, (0.0, Shows.DOWN), (0.0, Shows.UP)),
            (Tells.LIGHTS, (0.0, Shows.DOWN), (0.0, Shows.UP)),
        ):
            receiver = PracticeReceiver(tells, fine=0.001, coarse=0.004)
            told = receiver.told(0.02)
            self.assertEqual((told.beeps, told.shows), high, tells)
            told = receiver.told(-0.02)
            self.assertEqual((told.beeps, told.shows), low, tells)
            self.assertFalse(told.is_steady)

    def test_faster_the_nearer_and_without_a_side(self) -> None:
        receiver = PracticeReceiver(Tells.FASTER_NEARER, fine=0.001, coarse=0.004)
        beeps = [receiver.told(off).beeps for off in (0.05, 0.03, 0.01, -0.01)]
        self.assertEqual(sorted(beeps[:3]), beeps[:3])
        self.assertEqual(beeps[2], beeps[3])
        self.assertLess(beeps[2], FAST)
        self.assertEqual(receiver.told(0.02).shows, Shows.NOTHING)

    def test_steady_within_its_band_and_silent_out_of_its_window(self) -> None:
        receiver = PracticeReceiver(Tells.FAST_IS_HIGH, fine=0.001, coarse=0.004)
        coarse = replace(receiver, is_coarse=True)
        self.assertTrue(receiver.told(0.001).is_steady)
        self.assertFalse(receiver.told(0.0011).is_steady)
        self.assertTrue(coarse.told(-0.004).is_steady)
        self.assertFalse(coarse.told(0.0041).is_steady)
        self.assertEqual(receiver.told(WINDOW + 1e-6).beeps, 0)
        self.assertGreater(receiver.told(WINDOW).beeps, 0)
        arrows = PracticeReceiver(Tells.ARROWS, fine=0.001, coarse=0.004)
        self.assertEqual((arrows.told(0).is_steady, arrows.told(0).shows), (False, Shows.LEVEL))

    def test_upside_down_it_turns_round_and_is_off_its_mark(self) -> None:
        receiver = PracticeReceiver(
            Tells.FAST_IS_HIGH, fine=0.001, coarse=0.004, is_upside_down=True
        )
        self.assertEqual(receiver.told(0.04).shows, Shows.UP)
        self.assertTrue(receiver.told(TURNED_OFF_BY).is_steady)
        self.assertFalse(receiver.told(0.0).is_steady)


class TheBeam(TestCase):
    """Where an instrument stands, how long it takes, whom it reaches."""

    truth = InstrumentTruth(nearest=1.0, farthest=30.0, posts=(0.0, 180.0), post_width=3.0)
    stand = Stand(Place(5.0, 5.0), 2.0, 1.3, at_seconds=100.0, front=90.0)

    def unseen(self, x: float, y: float, seconds: float = 200.0, **more: Any) -> Unseen | None:
        walls = (Wall(Place(10.0, 0.0), Place(10.0, 4.0)),)
        stand = replace(self.stand, **more) if more else self.stand
        return unseen_at(self.truth, stand, walls, Place(x, y), seconds)

    def test_what_hides_it(self) -> None:
        self.assertIsNone(self.unseen(8.0, 5.0))
        self.assertIs(unseen_at(self.truth, None, (), Place(8, 5), 0), Unseen.NOT_STOOD)
        self.assertIs(self.unseen(8.0, 5.0, seconds=105.9), Unseen.LEVELING)
        self.assertIsNone(self.unseen(8.0, 5.0, seconds=106.0))
        self.assertIs(self.unseen(8.0, 5.0, legs_out=4.1), Unseen.LEGS_OUT)
        self.assertIsNone(self.unseen(8.0, 5.0, legs_out=4.0))
        self.assertIs(self.unseen(5.9, 5.0), Unseen.TOO_NEAR)
        self.assertIs(self.unseen(36.0, 5.0), Unseen.TOO_FAR)
        self.assertIs(self.unseen(15.0, 1.0), Unseen.WALL)
        self.assertIsNone(self.unseen(15.0, 9.0))
        self.assertIsNone(self.unseen(9.0, 1.0))

    def test_its_own_posts_stand_where_its_front_looks(self) -> None:
        self.assertIs(self.unseen(5.0, 12.0), Unseen.POST)
        self.assertIs(self.unseen(5.0, 1.0), Unseen.POST)
        self.assertIsNone(self.unseen(5.5, 12.0))
        self.assertIsNone(self.unseen(12.0, 5.1))

    def test_a_wall_behind_the_rod_hides_nothing(self) -> None:
        wall = Wall(Place(10.0, -5.0), Place(10.0, 5.0))
        self.assertFalse(wall.hides(Place(0.0, 0.0), Place(9.0, 0.0)))
        self.assertTrue(wall.hides(Place(0.0, 0.0), Place(11.0, 0.0)))
        self.assertFalse(wall.hides(Place(0.0, 6.0), Place(20.0, 6.0)))

    def test_it_sinks_so_far_and_no_farther(self) -> None:
        truth = replace(self.truth, sinks=0.004, sinks_by=0.01)
        self.assertAlmostEqual(beam_of(truth, self.stand, (), 100.0).beam, 3.3)
        self.assertAlmostEqual(beam_of(truth, self.stand, (), 160.0).beam, 3.296)
        self.assertAlmostEqual(beam_of(truth, self.stand, (), 9_000.0).beam, 3.29)

    def test_a_knock_counts_from_its_moment_until_it_is_stood_up_anew(self) -> None:
        knock = Knocked(150.0, 0.02, Tilt(0.0003, 10.0))
        self.assertAlmostEqual(beam_of(self.truth, self.stand, (knock,), 149.0).beam, 3.3)
        after = beam_of(self.truth, self.stand, (knock,), 150.0)
        self.assertAlmostEqual(after.beam, 3.32)
        self.assertEqual(after.tilt.slope, 0.0003)
        anew = replace(self.stand, at_seconds=151.0)
        self.assertAlmostEqual(beam_of(self.truth, anew, (knock,), 200.0).beam, 3.3)

    def test_eye_level_is_told(self) -> None:
        for height, is_at_eyes in ((1.44, False), (1.45, True), (1.75, True), (1.76, False)):
            self.assertIs(replace(self.stand, height=height).is_at_eye_level, is_at_eyes)


class OnTheSite(TestCase):
    """A person with a rod."""

    def after(self, *acts: Act, state: OnSite | None = None) -> OnSite:
        state = state or on(site())
        for number, one in enumerate(acts):
            state = act(state, one, 10.0 * (number + 1))
        return state

    def stood(self, state: OnSite | None = None) -> OnSite:
        legs = [SetLegs()] * 3
        return self.after(StandUp(Place(6.0, 9.0), 1.3), *legs, state=state)

    def found(self, state: OnSite) -> float:
        """Slide until the tone is steady, as a person does; returns the middle of where it is."""
        steady = [
            height / 10_000
            for height in range(int(state.rod.reach * 10_000))
            if replace(state, at=height / 10_000).told().is_steady
        ]
        return (steady[0] + steady[-1]) / 2

    def test_the_middle_of_the_tone_is_where_the_beam_crosses_the_rod(self) -> None:
        state = act(act(self.stood(), Carry(POINT), 900.0), Center(), 905.0)
        above = state.beam() - 2.0
        self.assertAlmostEqual(self.found(state), above / cos(radians(state.lean)), 3)
        bench = act(act(state, Carry(BENCH), 950.0), Center(), 955.0)
        self.assertAlmostEqual(self.found(bench), above - 0.4, 3)

    def test_upside_down_it_hangs_from_the_spot(self) -> None:
        high = replace(site().marks[0], elevation=4.2)
        state = self.stood(on(site(marks=(high,))))
        state = act(act(state, Carry(BENCH, Holding.UPSIDE_DOWN), 900.0), Center(), 905.0)
        self.assertAlmostEqual(self.found(state), 4.2 - state.beam(), 3)
        numbers = [line for line in replace(state, at=0.9).seen() if line.number]
        self.assertLess(numbers[-1].height, numbers[0].height)

    def test_a_clod_lifts_it_until_it_is_kicked_away(self) -> None:
        state = act(self.stood(on(site(clods=frozenset({POINT})))), Carry(POINT), 900.0)
        self.assertAlmostEqual(state.foot(), 2.0 + CLOD)
        self.assertAlmostEqual(act(state, KickAway(), 901.0).foot(), 2.0)
        lifted = act(act(state, KickAway(), 901.0), Lift(0.3), 902.0)
        self.assertAlmostEqual(lifted.foot(), 2.3)
        self.assertAlmostEqual(act(lifted, Carry(BENCH), 903.0).foot(), 2.4)

    def test_a_bubble_makes_it_more_upright(self) -> None:
        state = act(self.stood(), Carry(POINT), 900.0)
        centered = act(state, Center(), 901.0)
        self.assertLess(centered.lean, state.lean)
        bare = on(site(gear=replace(site().gear, has_bubble=False)))
        eyed = act(act(self.stood(bare), Carry(POINT), 900.0), Center(), 901.0)
        self.assertGreater(eyed.lean, centered.lean)

    def test_what_goes_wrong_is_nowhere_to_be_seen_and_can_be_put_right(self) -> None:
        slips = Slipped((Slip.SECTION_SHORT, Slip.KNOCKED), knock_at=2, knock_by=0.02,
                        section_short=0.02)  # fmt: skip
        state = self.stood(on(site(slipped=slips)))
        state = act(act(state, DrawOut(2), 800.0), Carry(BENCH), 810.0)
        self.assertAlmostEqual(state.rod.reach, 2.88)
        self.assertAlmostEqual(act(state, Click(), 811.0).rod.reach, 2.9)
        before = state.beam()
        knocked = act(state, Carry(POINT), 820.0)
        self.assertAlmostEqual(knocked.beam() - before, 0.02, 4)
        self.assertEqual(len(act(knocked, Carry(BENCH), 830.0).knocks), 1)
        anew = act(knocked, StandUp(Place(6.0, 9.0), 1.3), 840.0)
        self.assertAlmostEqual(anew.beam(), 3.3, 4)

    def test_a_section_that_is_not_home_is_told_by_no_refusal(self) -> None:
        slips = Slipped((Slip.SECTION_SHORT,), section_short=0.02)
        state = act(on(site(slipped=slips)), DrawOut(2), 5.0)
        self.assertAlmostEqual(act(state, Slide(2.9), 6.0).at, 2.88)
        with self.assertRaises(CantBeDone) as raised:
            act(state, Slide(2.91), 7.0)
        self.assertAlmostEqual(raised.exception.lengths[0], 2.9)

    def test_ground_is_dug_while_the_rod_is_carried(self) -> None:
        slips = Slipped((Slip.DUG_SINCE, Slip.STONE_LOW), dug_at=2, dug_by=0.05, stone_low=0.03)
        state = act(self.stood(on(site(slipped=slips))), Carry(POINT), 900.0)
        self.assertAlmostEqual(state.foot(), 1.97)
        again = act(act(state, Carry(BENCH), 901.0), Carry(POINT), 902.0)
        self.assertAlmostEqual(again.foot(), 1.92)

    def test_the_same_acts_end_alike_and_another_seed_elsewhere(self) -> None:
        acts = (StandUp(Place(6.0, 9.0), 1.3), SetLegs(), Carry(POINT), Center())
        self.assertEqual(self.after(*acts), self.after(*acts))
        other = self.after(*acts, state=on(site(seed=8)))
        self.assertNotEqual(self.after(*acts).lean, other.lean)

    def test_touching_its_legs_moves_the_beam(self) -> None:
        state = self.stood()
        touched = act(state, SetLegs(), 900.0)
        assert state.stand is not None
        assert touched.stand is not None
        self.assertNotEqual(touched.stand.height, state.stand.height)
        self.assertEqual(touched.stand.at_seconds, 900.0)

    def test_what_can_not_be_is_refused_with_what_can(self) -> None:
        state = act(self.stood(), Carry(POINT), 900.0)
        for refused, said in (
            (StandUp(Place(6.0, 9.0), 0.8), "legs do not reach"),
            (StandUp(Place(6.0, 9.0), 1.96), "legs do not reach"),
            (StandUp(Place(-0.1, 9.0), 1.3), "off the site"),
            (StandUp(Place(6.0, 16.1), 1.3), "off the site"),
            (Carry("Z9"), "no such spot"),
            (DrawOut(0), "3 sections"),
            (DrawOut(4), "3 sections"),
            (Slide(1.51), "off the rod"),
            (Slide(-0.01), "off the rod"),
            (Lift(0.91), "stake does not reach"),
        ):
            with self.assertRaises(CantBeDone) as raised:
                act(state, refused, 901.0)
            self.assertIn(said, raised.exception.why)
            self.assertTrue(raised.exception.accepts)
        with self.assertRaises(CantBeDone):
            act(on(site()), SetLegs(), 1.0)

    def test_the_receiver_stays_on_a_rod_that_is_pushed_together(self) -> None:
        state = self.after(DrawOut(3), Slide(4.0), DrawOut(1))
        self.assertEqual(state.at, 1.5)

    def test_switch_and_turn(self) -> None:
        state = self.after(Switch(is_coarse=True), Turn())
        self.assertEqual((state.receiver.half_band, state.receiver.is_upside_down), (0.004, True))
        self.assertFalse(act(state, Turn(), 50.0).receiver.is_upside_down)


class WhatIsDrawn(TestCase):
    """What goes wrong comes from the seed, and never more than two at once."""

    def test_what_a_lesson_is_about_is_always_there_and_at_most_one_more(self) -> None:
        seen: set[Slip] = set()
        for seed in range(300):
            slipped = drawn(Random(seed), (Slip.KNOCKED,), tuple(Slip), walks=12)
            self.assertEqual(slipped.kinds[0], Slip.KNOCKED)
            self.assertLessEqual(len(slipped.kinds), 2)
            self.assertEqual(len(set(slipped.kinds)), len(slipped.kinds))
            self.assertTrue(4 <= slipped.knock_at <= 6)
            self.assertTrue(0.012 <= abs(slipped.knock_by) <= 0.03)
            seen.update(slipped.kinds)
        self.assertEqual(seen, set(Slip))

    def test_nothing_is_off_that_did_not_go_wrong(self) -> None:
        slipped = drawn(Random(3), (), (), walks=10)
        self.assertEqual(slipped, Slipped())

    def test_an_optical_level_is_out_by_a_cone_and_a_laser_by_a_plane(self) -> None:
        cone = drawn(Random(3), (Slip.OUT_OF_TRUE,), (), walks=10, has_cone=True)
        plane = drawn(Random(3), (Slip.OUT_OF_TRUE,), (), walks=10)
        self.assertEqual((cone.tilt.slope, plane.cone), (0.0, 0.0))
        self.assertTrue(0.0006 <= abs(cone.cone) <= 0.0012)
        self.assertTrue(0.0006 <= plane.tilt.slope <= 0.0012)
