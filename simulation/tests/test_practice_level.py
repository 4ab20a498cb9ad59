"""The optical level: its bubble and screws, its focus, what is seen, and a helper gone astray."""

from __future__ import annotations

from dataclasses import replace
from math import hypot, radians, tan
from unittest import TestCase

from simulation.ground import Ground, Place
from simulation.practice.acts import A_JOG, ROUGH, Carry, Focus, SetLegs, StandUp, TurnScrews, act
from simulation.practice.lessons.open_site import Chosen, open_scene
from simulation.practice.noticed import has_happened, was_noticed
from simulation.practice.on_site import SPAN, CantBeDone, OnSite, begin
from simulation.practice.record import Purpose, Read, Record
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip, Slipped
from simulation.practice.stand import COMPENSATES, SCREWS_REACH


def site() -> Scene:
    """Return an open site with an optical level that is true, on level ground."""
    scene = open_scene(3, Chosen("even", "slab", "mm", "optical-level"))
    truth = replace(scene.gear.instrument, cone=0.0, farthest=90.0)
    return replace(
        scene,
        surface=Ground(scene.design),
        slipped=Slipped(),
        clods=frozenset(),
        gear=replace(scene.gear, instrument=truth, has_bubble=True),
    )


def stood(scene: Scene | None = None) -> OnSite:
    """Stand it up with its legs about right; the bubble is still out."""
    state = act(begin(scene or site()), StandUp(Place(2.5, 2.5), 1.4), 0)
    for _ in range(3):
        state = act(state, SetLegs(), 30)
    assert state.stand is not None
    return replace(state, stand=replace(state.stand, legs_out=1.0, front=0.0))


def level(state: OnSite) -> OnSite:
    """Bring its bubble into the middle."""
    assert state.stand is not None
    return act(state, TurnScrews(*state.stand.bubble), 60)


class Bubble(TestCase):
    """Legs, two screws and one."""

    def test_two_screws_move_it_one_way_and_the_one_across(self) -> None:
        state = stood()
        assert state.stand is not None
        self.assertAlmostEqual(state.stand.bubble[0], 1.0)
        self.assertAlmostEqual(state.stand.bubble[1], 0.0)
        turned = act(state, TurnScrews(pair=0.4), 50).stand
        assert turned is not None
        self.assertAlmostEqual(turned.bubble[0], 0.6)
        self.assertAlmostEqual(turned.bubble[1], 0.0)
        turned = act(state, TurnScrews(single=-0.3), 50).stand
        assert turned is not None
        self.assertAlmostEqual(turned.bubble[1], 0.3)

    def test_the_line_is_true_in_the_ring_and_leans_toward_the_bubble_outside(self) -> None:
        state = act(level(stood()), Carry("A3"), 90)
        true = state.beam()
        assert state.stand is not None
        away = state.stand.place.distance(state.place)
        east = (state.place.x - state.stand.place.x) / away
        for out, leans in ((0.9 * COMPENSATES, 0.0), (1.1 * COMPENSATES, 1.1 * COMPENSATES)):
            off = replace(state, stand=replace(state.stand, pair=1.0 - out))
            rise = tan(radians(leans)) * away * east
            self.assertAlmostEqual(off.beam() - true, rise, 9)
        self.assertGreater(east, 0.5)

    def test_a_screw_has_an_end_and_a_laser_has_none(self) -> None:
        state = stood()
        with self.assertRaises(CantBeDone):
            act(state, TurnScrews(pair=SCREWS_REACH * 1.01), 60)
        act(state, TurnScrews(pair=-SCREWS_REACH * 0.99), 60)
        laser = begin(open_scene(3, Chosen("even", "slab", "mm", "laser")))
        laser = act(laser, StandUp(Place(2.5, 2.5), 1.4), 0)
        for done in (TurnScrews(0.1), Focus(10.0)):
            with self.assertRaises(CantBeDone):
                act(laser, done, 5)
            with self.assertRaises(CantBeDone):
                act(begin(site()), done, 5)


class Seen(TestCase):
    """Through the telescope."""

    def at_a3(self, focus: float) -> OnSite:
        state = replace(act(level(stood()), Carry("A3"), 90), lean=0.0)
        return replace(state, focus=focus)

    def test_the_reading_stands_at_the_cross_hair(self) -> None:
        state = self.at_a3(1.0)
        assert state.stand is not None
        away = state.stand.place.distance(state.place)
        state = replace(state, focus=away)
        self.assertEqual(state.blur, 0.0)
        lines = state.seen()
        nearest = min(lines, key=lambda one: abs(one.height))
        millimetre = round(state.true_value() * 1000) / 1000
        self.assertAlmostEqual(nearest.height, millimetre - state.true_value(), 9)
        self.assertAlmostEqual(state.span, max(SPAN * away, 0.13))
        self.assertTrue(all(abs(line.height) <= state.span / 2 for line in lines))
        self.assertEqual((state.told().beeps, state.told().is_steady), (0.0, False))

    def test_out_of_focus_it_blurs_alike_both_ways_until_nothing_is_told_apart(self) -> None:
        away = self.at_a3(1.0)
        assert away.stand is not None
        distance = away.stand.place.distance(away.place)
        near, far = self.at_a3(distance / 1.2), self.at_a3(distance * 1.2)
        self.assertAlmostEqual(near.blur, far.blur)
        self.assertTrue(0 < near.blur < 1)
        self.assertTrue(near.seen())
        for ratio in (0.5, 2.0):
            gone = self.at_a3(distance * ratio)
            self.assertEqual((gone.blur, gone.seen()), (1.0, ()))

    def test_turned_roughly_the_level_is_jogged_and_gently_it_is_not(self) -> None:
        state = replace(level(stood()), focus=2.0)
        assert state.stand is not None
        gently = act(state, Focus(2.0 * ROUGH * 0.99), 70).stand
        assert gently is not None
        self.assertEqual(gently, state.stand)
        for to in (2.0 * ROUGH * 1.01, 2.0 / ROUGH * 1.5, 0.5):
            roughly = act(replace(state, focus=to * ROUGH * 1.5), Focus(to), 70).stand
            assert roughly is not None
            out = hypot(*roughly.bubble)
            self.assertTrue(A_JOG[0] <= out <= A_JOG[1], out)
        for senseless in (0.0, 0.4, 1e6):
            with self.assertRaises(CantBeDone):
                act(state, Focus(senseless), 70)

    def test_it_needs_no_time_to_level_itself(self) -> None:
        state = act(level(stood()), Carry("A3"), 60)
        self.assertIsNone(state.unseen)


class Helper(TestCase):
    """Who holds the rod where told, and once on the point beside."""

    def test_once_on_the_nearest_other_point_and_it_is_seen(self) -> None:
        scene = replace(site(), slipped=Slipped((Slip.HELPER_ELSEWHERE,), helper_at=2))
        first = act(stood(scene), Carry("A1"), 70)
        self.assertEqual((first.spot, has_happened(Slip.HELPER_ELSEWHERE, first)), ("A1", False))
        second = act(first, Carry("A3"), 90)
        self.assertNotEqual(second.spot, "A3")
        near = {
            target.name: target.place.distance(scene.target("A3").place) for target in scene.targets
        }
        del near["A3"]
        self.assertEqual(near[second.spot], min(near.values()))
        self.assertTrue(has_happened(Slip.HELPER_ELSEWHERE, second))
        self.assertEqual(act(second, Carry("A3"), 110).spot, "A3")
        believed = Read(second, Purpose.SHOT, 1.0, of="A3")
        seen = Read(second, Purpose.SHOT, 1.0, of=second.spot)
        for read, is_noticed in ((believed, False), (seen, True)):
            told = was_noticed(Slip.HELPER_ELSEWHERE, scene, Record((read,)), second)
            self.assertIs(told, is_noticed)

    def test_a_benchmark_is_never_mistaken(self) -> None:
        scene = replace(site(), slipped=Slipped((Slip.HELPER_ELSEWHERE,), helper_at=1))
        self.assertEqual(act(stood(scene), Carry("BM1"), 70).spot, "BM1")
