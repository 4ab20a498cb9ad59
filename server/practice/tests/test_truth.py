"""What was true is told at the end, and nothing gives it away before."""

from __future__ import annotations

import json
from typing import Any
from uuid import UUID

from server.practice.run import run_of
from server.practice.tests.site import PracticeTestCase
from server.practice.words import FAULTS, SLIPS, TELLS, UNSEEN
from simulation.practice.faults import Fault
from simulation.practice.judge import debrief
from simulation.practice.lessons import LESSONS
from simulation.practice.player import Player
from simulation.practice.receiver import Tells
from simulation.practice.slips import Slip
from simulation.practice.stand import Unseen

NEVER_NAMED = {
    "truth", "true", "slips", "slipped", "right", "is_right", "knocks", "error", "off", "crossing",
    "elevation", "is_home", "beam", "lean", "short_by", "told_by", "mistake", "steps",
}  # fmt: skip


def names_in(told: Any) -> set[str]:
    """Return the names of all fields of an answer."""
    if isinstance(told, dict):
        return set(told).union(*(names_in(one) for one in told.values()))
    return set().union(*(names_in(one) for one in told)) if isinstance(told, list) else set()


class TheTruth(PracticeTestCase):
    """By careful people, and by one who is not."""

    def test_a_careful_person_passes_every_lesson(self) -> None:
        for lesson in LESSONS:
            with self.subTest(lesson.key):
                key, player, _ = self.through(lesson.key, 9)
                told = self.ask(f"/{key}/end", {})
                wrong = [one for one in told["answers"] if not one["is_right"]]
                self.assertEqual(wrong, [])
                self.assertTrue(told["is_passed"])
                self.assertEqual(told["points"], told["of"])
                self.assertEqual(len(told["slips"]), len(player.scene.slipped.kinds))
                self.assertEqual(len(told["next_time"]), 3)
                own = debrief(lesson, player.scene, player.record)
                self.assertEqual(len(told["readings"]), len(own.readings))
                for answer in told["answers"]:
                    self.assertTrue(answer["right"], answer)

    def test_nothing_told_before_the_end_holds_a_figure_of_the_truth(self) -> None:
        for lesson in LESSONS:
            _, player, told = self.through(lesson.key, 9)
            said, scene = json.dumps(told), player.scene
            slipped = scene.slipped
            hidden = [
                scene.told_by,
                *(slipped.knock_by, slipped.section_short, slipped.cone, slipped.tilt.slope),
                *(slipped.benchmark_moved, slipped.stone_low, slipped.dug_by),
                *(mark.elevation for mark in scene.marks),
                *(scene.surface.elevation(place) for place in scene.spots.values()),
                *(entry.state.beam() for entry in player.entries if entry.state.spot),
            ]
            for figure in hidden:
                if abs(figure) > 1e-6:
                    self.assertNotIn(f"{abs(figure):.7f}"[:8], said, (lesson.key, figure))
            self.assertEqual(names_in(told) & NEVER_NAMED, set(), lesson.key)

    def test_asked_for_early_it_is_refused(self) -> None:
        key = self.begin()
        (error,) = self.ask(f"/{key}/end", status=403)["errors"]
        self.assertIn("at the end", error["why"])
        first = self.ask(f"/{key}/end", {})
        self.assertFalse(first["is_passed"])
        self.assertEqual(self.ask(f"/{key}/end"), first)
        self.assertEqual(self.ask(f"/{key}/end", {}), first)
        self.act(key, "center", 409)
        self.answer(key, "clamp-low", 409, typed="1 ft")

    def test_a_hint_is_shown_when_asked_for_and_costs(self) -> None:
        key, _, _ = self.through("move", 9)
        sheet = self.ask(f"/{key}")
        self.assertEqual({task["hint"] for task in sheet["tasks"]}, {""})
        shown = self.ask(f"/{key}/hints", {"task": "clamp-low"})["tasks"]
        self.assertTrue(shown[1]["hint"])
        self.ask(f"/{key}/hints", {"task": "clamp-low"})
        told = self.ask(f"/{key}/end", {})
        self.assertEqual(told["points"], told["of"] - 5)
        self.ask(f"/{key}/hints", {"task": "nothing"}, 404)

    def test_a_mistake_is_told_by_its_name_with_what_to_do(self) -> None:
        key = self.begin("move", 9)
        run = run_of(UUID(key))
        player = Player(run.lesson, 9, Fault.MIXES_THE_SIGN)
        player.play()
        run.entries = player.entries
        told = self.ask(f"/{key}/end", {})
        self.assertEqual(told["mistakes"], ["You turned the sign round."])
        self.assertIn("up the rod", told["next_time"][0])
        self.assertFalse(told["is_passed"])
        self.assertLess(told["points"], told["of"])

    def test_what_was_noticed_is_said(self) -> None:
        for fault, was_noticed in ((None, True), (Fault.IGNORES_THE_KNOCK, False)):
            key = self.begin("knock", 9)
            run = run_of(UUID(key))
            player = Player(run.lesson, 9, fault)
            player.play()
            run.entries, run.state = player.entries, player.state
            (slip,) = self.ask(f"/{key}/end", {})["slips"]
            self.assertEqual(slip["words"], "Somebody knocked its legs.")
            self.assertIs(slip["was_noticed"], was_noticed)

    def test_there_are_words_for_everything(self) -> None:
        self.assertEqual(set(FAULTS), set(Fault))
        self.assertEqual(set(SLIPS), set(Slip))
        self.assertEqual(set(TELLS), set(Tells))
        self.assertEqual(set(UNSEEN), set(Unseen))
