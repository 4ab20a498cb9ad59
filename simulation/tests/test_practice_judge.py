"""What a record is held against: one answer, one watch, one mark at a time."""

from __future__ import annotations

from dataclasses import replace
from random import Random
from unittest import TestCase

from simulation.ground import Place
from simulation.practice.draw import FEET, METERS, bench_of, drawing, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.judge import Debrief, debrief
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind, near_enough
from simulation.practice.lessons import BY_KEY
from simulation.practice.lessons.checks import checked_half_way, from_ends
from simulation.practice.lessons.parts import mark_at, places, was_coarse
from simulation.practice.lessons.stone import was_on_a_clod
from simulation.practice.lessons.trust import (
    ALLOWED,
    ignored_the_knock,
    never_closed,
    skipped_the_reread,
    tells,
)
from simulation.practice.on_site import OnSite, begin
from simulation.practice.record import (
    Entry,
    MarkMade,
    Purpose,
    Read,
    Record,
    Said,
    StoodUp,
    heights_of,
)
from simulation.practice.rod import FOOT, INCH, Zero
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip, Slipped
from simulation.practice.stand import Stand
from simulation.tests.practice_site import site

BACK, SHOT, AGAIN = Purpose.BACKSIGHT, Purpose.SHOT, Purpose.REREAD


def stood(scene: Scene, number: int = 1, at: Place | None = None) -> OnSite:
    """Return a state with the instrument stood up so many times."""
    place = at or Place(6.0, 6.0)
    stand = Stand(place, scene.surface.elevation(place), 1.3, 10.0 * number)
    return replace(begin(scene), stand=stand, stands=number, seconds=10.0 * number + 60)


def read(state: OnSite, spot: str, purpose: Purpose, typed: float) -> Read:
    """Return a reading at a spot."""
    return Read(replace(state, spot=spot), purpose, typed)


class OneTask(TestCase):
    """An answer against what is right, and against what each mistake would give."""

    def told(
        self, expected: Expected | None, *entries: Entry, kind: TaskKind = TaskKind.LENGTH
    ) -> Debrief:
        task = Task("one", kind, "How much?", lambda *_: expected, spot="A1")
        other = Task("two", TaskKind.LENGTH, "And this?", lambda *_: expected)
        lesson = Lesson(
            "x", "X", "x", "x", 3, (Fault.FIRST_CORNER,), lambda _: site(), lambda _: (task, other)
        )
        return debrief(lesson, site(), Record(entries))

    def said(self, amount: float, task: str = "one") -> Said:
        return Said(begin(site()), task, amount)

    def test_a_mistake_is_named_where_it_gives_the_answer(self) -> None:
        expected = Expected(1.0, {Fault.MIXES_THE_SIGN: -1.0, Fault.FIRST_CORNER: 3.0}, 0.01)
        told = self.told(expected, self.said(-1.009))
        self.assertEqual(told.faults, (Fault.MIXES_THE_SIGN,))
        self.assertEqual((told.tasks[0].right, told.tasks[0].is_right), (1.0, False))
        self.assertEqual(self.told(expected, self.said(-1.011)).faults, ())
        self.assertTrue(self.told(expected, self.said(1.0099)).tasks[0].is_right)

    def test_of_two_that_give_the_same_the_one_that_explains_more_is_named(self) -> None:
        both = Expected(1.0, {Fault.FORGETS_WASTE: 2.0, Fault.ORDERS_NOMINAL: 2.0}, 0.01)
        only = Expected(1.0, {Fault.ORDERS_NOMINAL: 5.0}, 0.01)
        one = Task("one", TaskKind.LENGTH, "?", lambda *_: both)
        two = Task("two", TaskKind.LENGTH, "?", lambda *_: only)
        lesson = Lesson("x", "X", "x", "x", 3, (), lambda _: site(), lambda _: (one, two))
        record = Record((self.said(2.0), self.said(5.0, "two")))
        self.assertEqual(debrief(lesson, site(), record).faults, (Fault.ORDERS_NOMINAL,))

    def test_what_can_not_be_known_yet_is_not_right(self) -> None:
        told = self.told(None, self.said(1.0))
        self.assertEqual((told.tasks[0].answered, told.tasks[0].right), (1.0, None))
        self.assertFalse(told.is_passed)

    def test_a_mark_is_judged_by_where_it_is(self) -> None:
        state = replace(begin(site()), spot="A1", foot_above=0.25)
        told = self.told(Expected(2.25, {}, 0.002), MarkMade(state), kind=TaskKind.MARK)
        self.assertTrue(told.tasks[0].is_right)
        low = MarkMade(replace(state, foot_above=0.247))
        self.assertFalse(
            self.told(Expected(2.25, {}, 0.002), low, kind=TaskKind.MARK).tasks[0].is_right
        )
        both = self.told(Expected(2.25, {}, 0.002), low, MarkMade(state), kind=TaskKind.MARK)
        self.assertTrue(both.tasks[0].is_right)

    def test_a_mark_that_a_mistake_explains(self) -> None:
        expects = mark_at(2.1, **{Fault.MIXES_THE_SIGN: 2.5})
        told = expects(site(), Record())
        assert told is not None
        self.assertEqual((told.right, told.mistakes), (2.1, {Fault.MIXES_THE_SIGN: 2.5}))
        self.assertAlmostEqual(told.within, near_enough(site()))

    def test_near_enough_grows_with_the_readings_and_the_rod(self) -> None:
        scene = site()
        step, fine = scene.gear.rod.step, scene.gear.receiver.fine
        self.assertAlmostEqual(near_enough(scene, 1), fine + step + 0.0005)
        self.assertAlmostEqual(near_enough(scene, 2), 2 * fine + 1.5 * step + 0.0005)


class HowItWasDone(TestCase):
    """Mistakes that show in how something was done."""

    def test_the_benchmark_is_read_again_behind_the_last_point(self) -> None:
        scene = BY_KEY["knock"].scene(1)
        state = stood(scene)
        shots = [read(state, name, SHOT, 1.0) for name in ("A1", "A2")]
        again = read(state, "BM1", AGAIN, 1.0)
        self.assertTrue(skipped_the_reread(scene, Record()))
        self.assertTrue(skipped_the_reread(scene, Record(tuple(shots))))
        self.assertFalse(skipped_the_reread(scene, Record((*shots, again))))
        self.assertTrue(skipped_the_reread(scene, Record((shots[0], again, shots[1]))))

    def test_what_stands_on_a_set_up_that_moved_is_ignored_only_until_it_is_shot_again(
        self,
    ) -> None:
        scene = BY_KEY["knock"].scene(1)
        first, second = stood(scene), stood(scene, 2)
        moved = 2 * tells(scene)
        begun = [read(first, "BM1", BACK, 1.0), read(first, "A1", SHOT, 1.3)]
        again = read(first, "BM1", AGAIN, 1.0 + moved)
        self.assertTrue(ignored_the_knock(scene, Record((*begun, again))))
        good = read(first, "BM1", AGAIN, 1.0 + 0.5 * tells(scene))
        self.assertFalse(ignored_the_knock(scene, Record((*begun, good))))
        anew = [read(second, "BM1", BACK, 1.1), read(second, "A1", SHOT, 1.4)]
        self.assertFalse(ignored_the_knock(scene, Record((*begun, again, *anew))))
        other = [read(second, "BM1", BACK, 1.1), read(second, "A2", SHOT, 1.4)]
        self.assertTrue(ignored_the_knock(scene, Record((*begun, again, *other))))

    def test_a_coarse_rod_tells_less_and_none_tells_under_the_limit(self) -> None:
        fine = site(gear=replace(site().gear, rod=replace(site().gear.rod, marking="mm")))
        fine = replace(fine, gear=replace(fine.gear, receiver=replace(fine.gear.receiver, fine=0)))
        self.assertEqual(tells(fine), ALLOWED)
        self.assertEqual(tells(site()), near_enough(site()))

    def test_a_run_ends_on_something_known(self) -> None:
        scene = BY_KEY["run"].scene(1)
        state = stood(scene)
        self.assertTrue(never_closed(scene, Record((read(state, "T2", SHOT, 1.0),))))
        self.assertFalse(never_closed(scene, Record((read(state, "BM2", SHOT, 1.0),))))

    def test_the_band_and_the_clod_show_in_what_was_read(self) -> None:
        scene = site()
        fine = read(stood(scene), "A1", SHOT, 1.0)
        coarse = Read(replace(fine.state, is_coarse=True), SHOT, 1.0)
        lifted = Read(replace(fine.state, is_on_a_clod=True), SHOT, 1.0)
        self.assertFalse(was_coarse(scene, Record((fine, lifted))))
        self.assertTrue(was_coarse(scene, Record((fine, coarse))))
        self.assertTrue(was_coarse(scene, Record((MarkMade(coarse.state),))))
        self.assertFalse(was_on_a_clod(scene, Record((fine, coarse))))
        self.assertTrue(was_on_a_clod(scene, Record((lifted,))))

    def test_a_check_from_half_way_twice_is_found_by_where_one_stood(self) -> None:
        scene = BY_KEY["two-pegs"].scene(1)
        a, b = scene.target("A").place, scene.target("B").place
        middle = Place((a.x + b.x) / 2, a.y)
        for at, is_half in ((middle, True), (Place(a.x + 1.5, a.y), False)):
            entries: list[Entry] = []
            for number, place in ((1, middle), (2, at)):
                state = stood(scene, number, place)
                entries += [StoodUp(state), read(state, "A", SHOT, 1), read(state, "B", SHOT, 1)]
            self.assertIs(checked_half_way(scene, Record(tuple(entries))), is_half)
        away = from_ends(scene, Record(tuple(entries)), 2)
        assert away is not None
        self.assertAlmostEqual(away[0], 1.5)
        self.assertAlmostEqual(away[0] + away[1], a.distance(b))
        self.assertIsNone(from_ends(scene, Record(), 1))

    def test_two_pegs_are_told_apart_from_half_way_first(self) -> None:
        lesson = BY_KEY["two-pegs"]
        scene = lesson.scene(1)
        a, b = scene.target("A").place, scene.target("B").place
        near, far = Place(a.x + 1.5, a.y), Place(b.x - 1.5, b.y)
        middle = Place((a.x + b.x) / 2, a.y)
        off = next(task for task in lesson.tasks(scene) if task.key == "off")
        for pair, proves in (((middle, near), True), ((far, near), False), ((near, middle), False)):
            entries: list[Entry] = []
            for number, place in enumerate(pair, 1):
                state = stood(scene, number, place)
                entries += [StoodUp(state), read(state, "A", SHOT, 1), read(state, "B", SHOT, 1)]
            self.assertIs(off.expects(scene, Record(tuple(entries))) is not None, proves, pair)

    def test_two_positions_have_to_be_two_ends(self) -> None:
        lesson = BY_KEY["two-positions"]
        scene = lesson.scene(1)
        a, b = scene.target("A").place, scene.target("B").place
        ends = Place(a.x + 1.5, a.y), Place(b.x - 1.5, b.y)
        middle = Place((a.x + b.x) / 2, a.y)
        gap = next(task for task in lesson.tasks(scene) if task.key == "gap")
        for pair, proves in (
            (ends, True), (ends[::-1], True), ((middle, middle), False),
            ((ends[0], middle), False), ((ends[0], ends[0]), False),
        ):  # fmt: skip
            entries: list[Entry] = []
            for number, place in enumerate(pair, 1):
                state = stood(scene, number, place)
                entries += [StoodUp(state), read(state, "A", SHOT, 1), read(state, "B", SHOT, 1)]
            self.assertIs(gap.expects(scene, Record(tuple(entries))) is not None, proves, pair)

    def test_a_height_is_of_its_own_set_up(self) -> None:
        scene = site()
        first, second = stood(scene), stood(scene, 2)
        record = Record(
            (
                read(first, "BM1", BACK, 1.0),
                read(first, "A1", SHOT, 1.4),
                read(second, "BM1", BACK, 2.0),
            )
        )
        self.assertAlmostEqual(heights_of(scene, record)["A1"], 82.4 + 1.0 - 1.4)
        more = Record((*record.entries, read(second, "A1", SHOT, 2.5)))
        self.assertAlmostEqual(heights_of(scene, more)["A1"], 82.4 + 2.0 - 2.5)
        self.assertEqual(heights_of(scene, Record((read(first, "A1", SHOT, 1.4),))), {})


class Drawn(TestCase):
    """What a site is drawn from."""

    def test_papers_are_rounded_to_what_is_printed_on_rods_there(self) -> None:
        for marking in FEET:
            draw = drawing(1, "x", (marking,))
            step = FOOT / 100 if marking == "ft/100" else INCH / 8
            self.assertAlmostEqual(draw.step, step)
            self.assertAlmostEqual(draw.round(1.0) / step, round(1.0 / step))
        for marking in METERS:
            self.assertEqual(drawing(1, "x", (marking,)).round(1.2337), 1.235)

    def test_gear_is_within_what_a_crew_can_buy(self) -> None:
        for seed in range(60):
            draw = drawing(seed, "gear")
            gear = gear_of(draw, Slipped())
            self.assertTrue(0.0003 <= gear.receiver.fine <= 0.001)
            self.assertAlmostEqual(gear.receiver.coarse, 4 * gear.receiver.fine)
            self.assertTrue(0.5 <= gear.instrument.nearest <= 1.2)
            self.assertTrue(60 <= gear.instrument.farthest <= 180)
            self.assertIn(len(gear.instrument.posts), (2, 4))
            self.assertEqual(len(gear.rod.sections), 3)
            single = gear_of(drawing(seed, "gear"), Slipped(), zero=Zero.CENTER).rod
            self.assertEqual(single.center, single.length / 2)
            self.assertEqual(len(single.sections), 1)

    def test_what_is_out_of_true_is_in_the_gear(self) -> None:
        slipped = Slipped((Slip.OUT_OF_TRUE,), cone=0.001, sinks=0.003, sinks_by=0.02)
        truth = gear_of(drawing(1, "gear"), slipped).instrument
        self.assertEqual((truth.cone, truth.sinks, truth.sinks_by), (0.001, 0.003, 0.02))

    def test_a_benchmark_that_was_moved_says_what_it_was(self) -> None:
        moved = Slipped((Slip.BENCHMARK_MOVED,), benchmark_moved=0.03)
        for slipped, off in ((Slipped(), 0.0), (moved, 0.03)):
            mark = bench_of(drawing(3, "b"), "BM1", Place(1, 1), 2.0, 80.0, slipped)
            self.assertAlmostEqual(mark.elevation - (mark.told - 80.0), off)
            self.assertAlmostEqual(mark.told, 82.0, delta=0.003)

    def test_places_lie_apart_and_inside(self) -> None:
        found = places(Random(5), (16.0, 11.0), 5, 3.0)
        self.assertEqual(len(found), 5)
        for number, one in enumerate(found):
            self.assertTrue(1.5 <= one.x <= 14.5 and 1.5 <= one.y <= 9.5)
            for other in found[:number]:
                self.assertGreaterEqual(one.distance(other), 3.0)

    def test_ground_falls_no_more_than_asked(self) -> None:
        for seed in range(30):
            ground = ground_of(drawing(seed, "g"), (16.0, 11.0), fall=0.004)
            self.assertLessEqual(abs(ground.rise_x), 0.004)
            self.assertLessEqual(abs(ground.rise_y), 0.004)
            self.assertGreater(len(ground.bumps), 2)
