"""What is noticed, what it costs, and the open site: worked out beside the program."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from simulation.ground import Ground, Place
from simulation.practice.acts import Carry, SetLegs, StandUp, act
from simulation.practice.cost import A_MARK, A_SET_UP, A_SHOT, HARMLESS, cost_of
from simulation.practice.judge import debrief
from simulation.practice.lessons.open_site import (
    ANY,
    GROUNDS,
    OPEN_SITE,
    RODS,
    Chosen,
    open_scene,
)
from simulation.practice.lessons.stone import POINTS
from simulation.practice.noticed import has_happened, was_noticed
from simulation.practice.on_site import Holding, OnSite, begin
from simulation.practice.record import (
    Entry,
    MarkMade,
    Note,
    Noted,
    Purpose,
    Read,
    Record,
    StoodUp,
    heights_of,
)
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip, Slipped

BACK, SHOT, AGAIN = Purpose.BACKSIGHT, Purpose.SHOT, Purpose.REREAD


def flat(**more: object) -> Scene:
    """Return an open site whose stone lies flat at its design, with nothing wrong."""
    scene = open_scene(3, Chosen("even", "slab", "m/cm"))
    even = Ground(scene.design)
    return replace(scene, surface=even, slipped=Slipped(), clods=frozenset(), **more)  # type: ignore[arg-type]


def stood(scene: Scene, seconds: float = 0.0) -> OnSite:
    """Stand the instrument up on a site."""
    state = act(begin(scene), StandUp(Place(2, 2), 1.4), seconds)
    for _ in range(3):
        state = act(state, SetLegs(), seconds + 20)
    return state


def at(state: OnSite, spot: str, **more: object) -> OnSite:
    """Return the rod carried to a spot."""
    return replace(act(state, Carry(spot), state.seconds + 10), **more)  # type: ignore[arg-type]


class WhatItCosts(TestCase):
    """On a floor that lies exactly where it should."""

    def written(self, off: dict[str, float]) -> tuple[Scene, Record]:
        """Write every point down so much too high as is said."""
        scene = flat()
        state = stood(scene)
        mark = scene.marks[0]
        beam = mark.told + 1.0
        entries: list[Entry] = [StoodUp(state), Read(at(state, mark.name), BACK, 1.0)]
        for name in POINTS:
            true = scene.design + scene.told_by
            entries.append(Read(at(state, name), SHOT, beam - true - off.get(name, 0.0)))
        return scene, Record(tuple(entries))

    def test_what_is_right_costs_nothing(self) -> None:
        cost = cost_of(*self.written({}))
        self.assertEqual((cost.again, cost.minutes), ((), 0))
        self.assertAlmostEqual(cost.concrete, 0.0)
        self.assertEqual([point.spot for point in cost.points], list(POINTS))

    def test_stone_written_too_high_takes_more_concrete_than_written(self) -> None:
        scene, record = self.written(dict.fromkeys(POINTS, 0.01))
        cost = cost_of(scene, record)
        area = scene.amount("length") * scene.amount("width")
        self.assertAlmostEqual(cost.concrete, 0.01 * area)
        self.assertEqual(cost.again, POINTS)
        self.assertEqual(cost.minutes, A_SHOT * 6 + A_SET_UP)
        self.assertTrue(all(abs(point.off - 0.01) < 1e-9 for point in cost.points))

    def test_fewer_than_half_of_the_points_tell_nothing_of_the_floor(self) -> None:
        scene, record = self.written(dict.fromkeys(POINTS, 0.02))
        for shots, is_told in ((2, False), (3, True)):
            cost = cost_of(scene, Record(record.entries[: 2 + shots]))
            self.assertEqual(cost.concrete > 0, is_told)

    def test_a_point_is_done_again_from_more_than_harmless_on(self) -> None:
        scene, record = self.written({"A2": -HARMLESS * 1.02, "B1": HARMLESS * 0.98})
        self.assertEqual(cost_of(scene, record).again, ("A2",))

    def test_a_mark_is_set_again_by_its_own_height(self) -> None:
        scene = flat()
        state = stood(scene)
        on, off = at(state, "A1"), replace(at(state, "A2"), foot_above=0.02)
        cost = cost_of(scene, Record((MarkMade(on), MarkMade(off))))
        self.assertEqual((cost.again, cost.minutes), (("A2",), A_MARK + A_SET_UP))
        self.assertEqual(cost.took, round(off.seconds / 60))


class Heights(TestCase):
    """As they follow from what was written."""

    def test_a_rod_upside_down_hangs_above_the_beam(self) -> None:
        scene = flat()
        state = stood(scene)
        mark = scene.marks[0]
        over = replace(at(state, mark.name), holding=Holding.UPSIDE_DOWN)
        reads = (Read(over, BACK, 0.6), Read(at(state, "A1"), SHOT, 1.1))
        self.assertAlmostEqual(heights_of(scene, Record(reads))["A1"], mark.told - 0.6 - 1.1)
        as_written = (replace(reads[0], held=Holding.STANDING), reads[1])
        self.assertAlmostEqual(heights_of(scene, Record(as_written))["A1"], mark.told + 0.6 - 1.1)

    def test_over_a_turning_point_and_by_the_books_own_height(self) -> None:
        scene = flat()
        first = stood(scene)
        mark = scene.marks[0]
        second = replace(first, stands=2)
        reads = (
            Read(at(first, mark.name), BACK, 1.0, known=50.0),
            Read(at(first, "A1"), SHOT, 1.5),
            Read(at(second, "A1"), BACK, 2.0),
            Read(at(second, "B3"), SHOT, 0.25),
        )
        heights = heights_of(scene, Record(reads))
        self.assertAlmostEqual(heights["A1"], 49.5)
        self.assertAlmostEqual(heights["B3"], 51.25)


class Noticed(TestCase):
    """By what was done."""

    def tell(self, slip: Slip, entries: tuple[object, ...], now: OnSite | None = None) -> bool:
        scene = self.scene_of(slip)
        put_right = replace(stood(scene), is_coarse=False, is_upside_down=False)
        return was_noticed(slip, scene, Record(entries), now or put_right)  # type: ignore[arg-type]

    def scene_of(self, slip: Slip) -> Scene:
        """Return a flat site with one thing wrong."""
        return replace(flat(), slipped=Slipped((slip,), knock_at=1, knock_by=0.02, dug_at=2))

    def test_each_is_noticed_by_what_finds_it_and_by_nothing_less(self) -> None:
        scene = flat()
        state, mark, other = stood(scene), scene.marks[0].name, scene.marks[1].name
        shots = tuple(Read(at(state, name), SHOT, 1.0) for name in POINTS[:3])
        coarse = Read(at(state, "A1", is_coarse=True), SHOT, 1.0)
        turned = Read(at(state, "A1", is_upside_down=True), SHOT, 1.0)
        short = Read(at(state, "A1", drawn_out=2, is_home=False), SHOT, 1.0)
        folded = Read(at(state, "A1", drawn_out=1, is_home=False), SHOT, 1.0)
        two = (Read(at(state, mark), BACK, 1.0), Read(at(state, other), AGAIN, 1.0))
        for slip, finds, misses in (
            (Slip.COARSE, shots, (coarse, *shots)),
            (Slip.UPSIDE_DOWN, shots, (turned, *shots)),
            (Slip.SECTION_SHORT, (folded,), (short, folded)),
            (Slip.SINKS, (Read(at(state, mark), AGAIN, 1.0),), shots),
            (Slip.OUT_OF_TRUE, (Noted(state, Note.CHECK),), (Noted(state, Note.KNOCK),)),
            (Slip.BENCHMARK_MOVED, two, two[:1]),
            (Slip.NUMBER_MISREAD, two, two[1:]),
            (Slip.STONE_LOW, shots, shots[:2]),
        ):
            with self.subTest(slip):
                self.assertTrue(self.tell(slip, finds))
                self.assertFalse(self.tell(slip, misses))
                self.assertFalse(self.tell(slip, ()))
        self.assertFalse(self.tell(Slip.COARSE, shots, replace(state, is_coarse=True)))

    def test_a_knock_is_noticed_by_a_word_a_new_backsight_or_a_new_stand(self) -> None:
        scene = self.scene_of(Slip.KNOCKED)
        before = stood(scene)
        after = at(before, "A1")
        self.assertFalse(has_happened(Slip.KNOCKED, before))
        self.assertTrue(has_happened(Slip.KNOCKED, after))
        self.assertEqual(len(after.knocks), 1)
        mark = scene.marks[0].name
        early = Read(replace(before, spot=mark), BACK, 1.0)
        late = Read(replace(after, spot=mark), BACK, 1.0)
        ignored = replace(late, purpose=AGAIN)
        for entries, is_noticed in (
            ((), False), ((early,), False), ((late,), True), ((ignored,), False),
            ((Noted(after, Note.KNOCK),), True), ((Noted(after, Note.CHECK),), False),
            ((StoodUp(before),), False), ((StoodUp(before), StoodUp(after)), True),
        ):  # fmt: skip
            self.assertIs(was_noticed(Slip.KNOCKED, scene, Record(entries), after), is_noticed)

    def test_two_readings_on_two_marks_from_two_stands_disagree_with_nothing(self) -> None:
        scene = flat()
        first, mark, other = stood(scene), *(one.name for one in scene.marks)
        second = replace(first, stands=2)
        reads = (Read(at(first, mark), BACK, 1.0), Read(at(second, other), BACK, 1.0))
        self.assertFalse(self.tell(Slip.BENCHMARK_MOVED, reads))

    def test_ground_that_was_dug_is_noticed_by_shooting_it_again(self) -> None:
        scene = self.scene_of(Slip.DUG_SINCE)
        state = stood(scene)
        early, late = replace(at(state, "A1"), walks=1), replace(at(state, "A1"), walks=2)
        old, new = Read(early, SHOT, 1.0), Read(late, SHOT, 1.05)
        self.assertFalse(has_happened(Slip.DUG_SINCE, early))
        self.assertTrue(has_happened(Slip.DUG_SINCE, late))
        for entries, now, is_noticed in (
            ((old,), late, False), ((old, new), late, True),
            ((), late, False), ((new, Read(replace(early, spot="A2"), SHOT, 1.0)), late, False),
        ):  # fmt: skip
            told = was_noticed(Slip.DUG_SINCE, scene, Record(entries), now)
            self.assertIs(told, is_noticed)


class OpenSites(TestCase):
    """Drawn, or chosen."""

    def test_what_is_chosen_is_so_and_the_rest_is_drawn_as_before(self) -> None:
        for rod in RODS:
            scene = open_scene(8, Chosen(ANY, "slab-beside-a-wall", rod))
            self.assertEqual(scene.gear.rod.marking, rod)
            self.assertEqual(len(scene.walls), 1)
        self.assertEqual(open_scene(8).seed, 8)
        self.assertEqual(open_scene(8), open_scene(8, Chosen()))
        self.assertEqual(open_scene(8, Chosen("even", "slab", "mm")).walls, ())

    def test_grounds_differ_as_they_are_called(self) -> None:
        def spread(ground: str) -> float:
            total = 0.0
            for seed in range(12):
                scene = open_scene(seed, Chosen(ground, "slab", "mm"))
                heights = [scene.surface.elevation(target.place) for target in scene.targets]
                total += max(heights) - min(heights)
            return total / 12

        even, sloping, rough = (spread(ground) for ground in GROUNDS)
        self.assertLess(even, 0.03)
        self.assertGreater(sloping, 0.1)
        self.assertTrue(even < rough < sloping, (even, rough, sloping))

    def test_at_most_two_things_go_wrong_and_each_of_them_somewhere(self) -> None:
        kinds = [open_scene(seed).slipped.kinds for seed in range(120)]
        self.assertLessEqual(max(len(kind) for kind in kinds), 2)
        self.assertEqual({slip for kind in kinds for slip in kind}, set(Slip))
        self.assertIn((), kinds)

    def test_it_has_no_tasks_and_tells_of_mistakes_all_the_same(self) -> None:
        scene = flat()
        self.assertEqual(OPEN_SITE.tasks(scene), ())
        state = stood(scene)
        entries = (Read(at(state, "A1", is_on_a_clod=True), SHOT, 1.0),)
        told = debrief(OPEN_SITE, scene, Record(entries))
        self.assertFalse(told.is_passed)
        self.assertEqual(
            [str(fault) for fault in told.faults], ["on-a-clod", "skips-the-reread", "heights-off"]
        )

    def test_heights_that_are_off_and_a_site_nobody_shot_get_no_good_word(self) -> None:
        scene = flat()
        state, mark = stood(scene), scene.marks[0]
        again = Read(at(state, mark.name), AGAIN, 1.0)
        beam, true = mark.told + 1.0, scene.design + scene.told_by
        for off, faults in ((0.0, []), (0.05, ["heights-off"]), (-0.05, ["heights-off"])):
            shot = Read(at(state, "A1"), SHOT, beam - true - off)
            entries = (Read(at(state, mark.name), BACK, 1.0), shot, again)
            told = debrief(OPEN_SITE, scene, Record(entries))
            self.assertEqual([str(fault) for fault in told.faults], faults)
        self.assertFalse(debrief(OPEN_SITE, scene, Record((again,))).is_passed)

    def test_both_benchmarks_agree_unless_one_was_moved(self) -> None:
        for seed in range(30):
            scene = open_scene(seed)
            first, second = scene.marks
            is_moved = scene.slipped.has(Slip.BENCHMARK_MOVED)
            moved = scene.slipped.benchmark_moved if is_moved else 0.0
            off = (first.elevation + scene.told_by) - first.told
            self.assertAlmostEqual(off, moved)
            self.assertAlmostEqual(second.elevation + scene.told_by, second.told)
