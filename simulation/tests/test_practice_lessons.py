"""Every lesson: done with care it is passed; each mistake it is about is told by its name alone."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from simulation.ground import Ground, Place
from simulation.practice.faults import Fault
from simulation.practice.judge import Debrief, debrief
from simulation.practice.lesson import Expected, Lesson, TaskKind, is_right
from simulation.practice.lessons import BY_KEY, LESSONS
from simulation.practice.lessons.checks import is_half_way
from simulation.practice.lessons.parts import tenths_as_inches
from simulation.practice.lessons.stone import POINTS
from simulation.practice.lessons.trust import tells
from simulation.practice.on_site import begin, height_of
from simulation.practice.player import Player
from simulation.practice.record import Purpose, Read, Record, Said, heights_of
from simulation.practice.rod import FOOT, INCH
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip
from simulation.practice.stand import Stand

SEEDS = range(3)


def played(lesson: Lesson, seed: int, fault: Fault | None = None) -> tuple[Player, Debrief]:
    """Let a scripted person do a lesson, and tell what came of it."""
    player = Player(lesson, seed, fault)
    record = player.play()
    return player, debrief(lesson, player.scene, record)


class Played(TestCase):
    """By scripted people."""

    def test_with_care_every_lesson_is_passed_and_every_reading_is_near_the_truth(self) -> None:
        for lesson in LESSONS:
            for seed in SEEDS:
                with self.subTest(lesson=lesson.key, seed=seed):
                    player, told = played(lesson, seed)
                    self.assertEqual([task for task in told.tasks if not task.is_right], [])
                    self.assertTrue(told.is_passed)
                    rod, fine = player.scene.gear.rod, player.scene.gear.receiver.fine
                    for reading in told.readings:
                        self.assertLessEqual(
                            abs(reading.typed - reading.true), fine + rod.step / 2 + 1e-9
                        )
                        self.assertAlmostEqual(
                            reading.steps * rod.step, reading.typed - reading.true
                        )

    def test_each_mistake_is_told_by_its_name_and_no_other_is(self) -> None:
        for lesson in LESSONS:
            for fault in lesson.about:
                made = 0
                for seed in SEEDS:
                    player, told = played(lesson, seed, fault)
                    made += player.erred
                    with self.subTest(lesson=lesson.key, fault=fault, seed=seed):
                        self.assertEqual(told.faults, (fault,) if player.erred else ())
                        self.assertIs(told.is_passed, not player.erred)
                self.assertGreater(made, 0, (lesson.key, fault))

    def test_they_are_fourteen_and_more_and_say_what_and_why(self) -> None:
        self.assertGreaterEqual(len(LESSONS), 14)
        self.assertEqual(len(BY_KEY), len(LESSONS) + 1)  # and the open site
        for lesson in LESSONS:
            self.assertTrue(3 <= lesson.minutes <= 8, lesson.key)
            self.assertTrue(lesson.about)
            for words in (lesson.title, lesson.learn, lesson.why):
                self.assertNotIn("\n", words)
            tasks = lesson.tasks(lesson.scene(3))
            self.assertEqual(len({one.key for one in tasks}), len(tasks))
            self.assertTrue(any(one.hint for one in tasks), lesson.key)
            for task in tasks:
                self.assertEqual(task.asks.count("{}"), len(task.lengths), task.key)
                self.assertEqual(bool(task.choices), task.kind is TaskKind.CHOICE, task.key)

    def test_nothing_written_passes_nothing(self) -> None:
        for lesson in LESSONS:
            told = debrief(lesson, lesson.scene(1), Record())
            self.assertFalse(told.is_passed)
            self.assertEqual([task.answered for task in told.tasks], [None] * len(told.tasks))


class Sites(TestCase):
    """The same seed is the same site; another one is visibly another."""

    def test_the_same_seed(self) -> None:
        for lesson in LESSONS:
            self.assertEqual(lesson.scene(5), lesson.scene(5))
            self.assertEqual(lesson.scene(5).seed, 5)

    def test_ground_gear_and_papers_differ_from_seed_to_seed(self) -> None:
        for lesson in LESSONS:
            scenes = [lesson.scene(seed) for seed in range(24)]
            datums = {round(scene.told_by, 3) for scene in scenes}
            self.assertGreater(len(datums), 20, lesson.key)
            self.assertGreater(len({scene.gear.receiver.tells for scene in scenes}), 3, lesson.key)
            self.assertGreater(len({scene.surface.elevation(Place(3, 3)) for scene in scenes}), 20)
        markings = {one.scene(seed).gear.rod.marking for one in LESSONS for seed in range(24)}
        self.assertGreaterEqual(len(markings), 6)

    def test_at_most_two_things_go_wrong(self) -> None:
        for lesson in LESSONS:
            for seed in range(40):
                self.assertLessEqual(len(lesson.scene(seed).slipped.kinds), 2)

    def test_papers_are_whole_steps(self) -> None:
        for lesson in LESSONS:
            scene = lesson.scene(2)
            for mark in scene.marks:
                step = 0.005 if "m" in scene.gear.rod.marking else INCH / 8
                step = FOOT / 100 if scene.gear.rod.marking == "ft/100" else step
                self.assertAlmostEqual(mark.told / step, round(mark.told / step), 4, lesson.key)


class ByHand(TestCase):
    """Answers worked out beside the program, from readings written down by hand."""

    def told(self, lesson: Lesson, scene: Scene, reads: dict[str, float]) -> dict[str, Expected]:
        """Return what is expected once something was read from the first stand."""
        state = replace(
            begin(scene),
            stand=Stand(Place(1.0, 1.0), scene.surface.elevation(Place(1, 1)), 1.2, 0.0),
            stands=1,
            seconds=60.0,
        )
        marks = {mark.name for mark in scene.marks}
        record = Record(
            tuple(
                Read(
                    replace(state, spot=spot),
                    Purpose.BACKSIGHT if spot in marks else Purpose.SHOT,
                    typed,
                )
                for spot, typed in reads.items()
            )
        )
        tasks = {task.key: task.expects(scene, record) for task in lesson.tasks(scene)}
        return {key: one for key, one in tasks.items() if one is not None}

    def test_lower_is_more_and_higher_is_less(self) -> None:
        lesson = BY_KEY["move"]
        scene = replace(lesson.scene(1), amounts=(("lower", 0.235), ("higher", 0.09)))
        told = self.told(lesson, scene, {"BM1": 1.2})
        self.assertAlmostEqual(float(told["clamp-low"].right), 1.435)
        self.assertAlmostEqual(float(told["clamp-low"].mistakes[Fault.MIXES_THE_SIGN]), 0.965)
        self.assertAlmostEqual(float(told["clamp-high"].right), 1.11)
        self.assertAlmostEqual(float(told["clamp-high"].mistakes[Fault.MIXES_THE_SIGN]), 1.29)

    def test_tenths_are_a_sixth_short_as_inches(self) -> None:
        self.assertAlmostEqual(tenths_as_inches(5.2 * FOOT), 5 * FOOT + 2 * INCH)
        self.assertAlmostEqual(tenths_as_inches(5.25 * FOOT), 5 * FOOT + 2.5 * INCH)
        lesson = BY_KEY["units"]
        told = self.told(lesson, lesson.scene(1), {"BM1": 4.1 * FOOT, "S1": 4.62 * FOOT})
        self.assertAlmostEqual(float(told["lower"].right), 6.24 * INCH)
        self.assertAlmostEqual(float(told["lower"].mistakes[Fault.TENTHS_AS_INCHES]), 5.2 * INCH)

    def test_an_overhead_reading_is_taken_off(self) -> None:
        lesson = BY_KEY["above"]
        scene = lesson.scene(1)
        scene = replace(scene, marks=(replace(scene.marks[0], told=64.3),))
        told = self.told(lesson, scene, {"BM1": 0.415})
        self.assertAlmostEqual(float(told["beam"].right), 63.885)
        self.assertAlmostEqual(float(told["beam"].mistakes[Fault.ADDS_UPSIDE_DOWN]), 64.715)

    def test_a_smaller_reading_is_higher_stone(self) -> None:
        lesson = BY_KEY["stone"]
        scene = lesson.scene(1)
        known = scene.design + scene.told_by
        scene = replace(scene, marks=(replace(scene.marks[0], told=known + 0.2),))
        even = dict.fromkeys(("A1", "A2", "A3", "B1", "B3"), 1.201)
        told = self.told(lesson, scene, {"BM1": 1.0, **even, "B2": 1.17})
        self.assertEqual((told["which"].right, told["way"].right), ("B2", "take"))
        self.assertAlmostEqual(float(told["how-much"].right), 0.03)
        told = self.told(lesson, scene, {"BM1": 1.0, **even, "B2": 1.24})
        self.assertEqual((told["which"].right, told["way"].right), ("B2", "add"))

    def test_low_stone_is_more_concrete(self) -> None:
        lesson = BY_KEY["volume"]
        scene = lesson.scene(1)
        known = scene.design + scene.told_by
        amounts = (("length", 8.0), ("width", 5.0), ("thick", 0.1), ("step", 0.1))
        scene = replace(scene, marks=(replace(scene.marks[0], told=known + 0.2),), amounts=amounts)
        points = dict.fromkeys(POINTS, 1.23)
        told = self.told(lesson, scene, {"BM1": 1.0, **points})
        self.assertAlmostEqual(float(told["mean"].right), 0.13)
        self.assertAlmostEqual(float(told["order"].right), 5.8)  # 5.2 m3, and a tenth: 5.72
        self.assertAlmostEqual(float(told["order"].mistakes[Fault.FORGETS_WASTE]), 5.2)
        self.assertAlmostEqual(float(told["order"].mistakes[Fault.ORDERS_NOMINAL]), 4.4)

    def test_the_string_clears_the_highest_corner(self) -> None:
        lesson = BY_KEY["boards"]
        scene = lesson.scene(1)
        scene = replace(
            scene,
            marks=(replace(scene.marks[0], told=20.0),),
            amounts=(("over", 0.2), ("deep", 0.8), ("top", 19.6)),
        )
        reads = {"BM1": 1.0, "C1": 1.5, "C2": 1.2, "C3": 1.1, "C4": 1.6, "H1": 1.9}
        told = self.told(lesson, scene, reads)
        self.assertAlmostEqual(float(told["string"].right), 20.1)
        self.assertAlmostEqual(float(told["string"].mistakes[Fault.FIRST_CORNER]), 19.7)
        self.assertAlmostEqual(float(told["tallest"].right), 0.7)
        self.assertAlmostEqual(float(told["tube"].right), 1.3)  # 19.6 over 19.1 - 0.8
        self.assertAlmostEqual(float(told["tube"].mistakes[Fault.FORGETS_THE_DEPTH]), 0.5)

    def test_the_low_end_is_lower(self) -> None:
        lesson = BY_KEY["fall"]
        scene = lesson.scene(1)
        high, drop = scene.target("F1").level + scene.told_by, scene.amount("drop")
        scene = replace(scene, marks=(replace(scene.marks[0], told=high),))
        told = self.told(lesson, scene, {"BM1": 1.0})
        self.assertAlmostEqual(float(told["low"].right), high - drop)
        self.assertAlmostEqual(float(told["clamp"].right), 1.0 + drop)
        self.assertAlmostEqual(float(told["clamp"].mistakes[Fault.FALLS_UPHILL]), 1.0 - drop)
        self.assertAlmostEqual(float(told["clamp"].mistakes[Fault.FORGETS_THE_FALL]), 1.0)
        self.assertAlmostEqual(drop, scene.amount("run") / scene.amount("ratio"))

    def test_half_way_is_half_of_the_longer_sight(self) -> None:
        self.assertTrue(is_half_way((10.0, 10.0)))
        self.assertTrue(is_half_way((10.0, 5.01)))
        self.assertFalse(is_half_way((5.0, 10.0)))
        self.assertFalse(is_half_way((1.5, 18.0)))

    def test_the_gap_is_twice_the_error(self) -> None:
        player, told = played(BY_KEY["two-positions"], 4)
        by_key = {task.key: task for task in told.tasks}
        gap, error = float(by_key["gap"].right or 0), float(by_key["error"].right or 0)
        self.assertAlmostEqual(gap, 2 * error)
        away = [
            stand.state.stand.place.distance(player.scene.spots["A"])
            for stand in player.record.stood()
            if stand.state.stand is not None
        ]
        other = [
            stand.state.stand.place.distance(player.scene.spots["B"])
            for stand in player.record.stood()
            if stand.state.stand is not None
        ]
        swing = (other[0] - away[0]) - (other[1] - away[1])
        cone = abs(player.scene.gear.instrument.cone)
        self.assertAlmostEqual(gap, cone * swing, delta=2.5 * player.scene.gear.rod.step + 0.002)


class WhatWasNoticed(TestCase):
    """A knock in the middle of a floor."""

    def test_heights_of_the_last_shot_count_by_their_own_set_up(self) -> None:
        player, told = played(BY_KEY["knock"], 2)
        scene = player.scene
        self.assertTrue(scene.slipped.has(Slip.KNOCKED))
        self.assertEqual(len(player.record.stood()), 2)
        heights = heights_of(scene, player.record)
        for name, height in heights.items():
            walks = player.record.reads(Purpose.SHOT)[-1].state.walks
            true = height_of(scene, name, walks) + scene.told_by
            self.assertAlmostEqual(height, true, delta=tells(scene) + 0.002)
        self.assertTrue(told.is_passed)

    def test_a_knock_that_is_ignored_leaves_points_off_by_it(self) -> None:
        player, told = played(BY_KEY["knock"], 2, Fault.IGNORES_THE_KNOCK)
        wrong = [task for task in told.tasks if not task.is_right and task.answered is not None]
        self.assertTrue(wrong)
        for one in wrong:
            self.assertIsInstance(one.answered, float)
            off = float(one.answered or 0) - float(one.right or 0)
            self.assertAlmostEqual(abs(off), abs(player.scene.slipped.knock_by), delta=0.012)

    def test_a_struck_reading_counts_for_nothing(self) -> None:
        state = begin(BY_KEY["match"].scene(1))
        spot = replace(state, spot="BM1")
        good, bad = Read(spot, Purpose.SHOT, 1.0), Read(spot, Purpose.SHOT, 2.0, is_struck=True)
        self.assertEqual(Record((good, bad)).last("BM1", Purpose.SHOT), good)
        self.assertIsNone(Record((bad,)).last("BM1", Purpose.SHOT))
        self.assertIsNone(Record((bad,)).from_stand(0, "BM1"))

    def test_the_last_word_counts(self) -> None:
        state = begin(BY_KEY["match"].scene(1))
        record = Record((Said(state, "a", 1.0), Said(state, "b", 3.0), Said(state, "a", 2.0)))
        last = record.said("a")
        self.assertEqual(last.amount if last else None, 2.0)
        self.assertIsNone(record.said("c"))

    def test_right_is_right_up_to_its_width(self) -> None:
        expected = Expected(1.0, {}, 0.01)
        self.assertTrue(is_right(1.0099, expected))
        self.assertFalse(is_right(1.0101, expected))
        self.assertTrue(is_right("go", Expected("go")))
        self.assertFalse(is_right("hold", Expected("go")))
        self.assertFalse(is_right("1.0", expected))

    def test_flat_ground_reads_as_it_is_drawn(self) -> None:
        scene = replace(BY_KEY["knock"].scene(2), surface=Ground(3.0))
        self.assertEqual(height_of(scene, "A1", 0), 3.0 - scene.slipped.stone_low)
