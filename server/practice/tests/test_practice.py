"""A lesson over the phone's addresses: what is done, and what is sensed."""

from __future__ import annotations

from uuid import UUID, uuid4

from core.lengths import Length
from server.practice.run import length_of, run_of
from server.practice.tests.site import PracticeTestCase
from simulation.practice.lessons import LESSONS
from simulation.practice.stand import LEVELING


class Beginning(PracticeTestCase):
    """What is asked first."""

    def test_every_lesson_is_begun_and_asks_in_its_own_units(self) -> None:
        rows = self.ask("")["lessons"]
        self.assertEqual([one["key"] for one in rows], [lesson.key for lesson in LESSONS])
        for row in rows:
            sheet = self.ask("", {"id": str(uuid4()), "lesson": row["key"], "seed": 11})
            self.assertEqual(sheet["lesson"], row)
            self.assertIsNone(sheet["stand"])
            for task in sheet["tasks"]:
                self.assertNotIn("{", task["asks"])
                self.assertEqual((task["typed"], task["is_done"], task["hint"]), ("", False, ""))

    def test_the_same_key_is_the_same_lesson(self) -> None:
        key = self.begin("match", 3)
        self.act(key, "stand-up", x=5, y=5, height=1.3)
        again = self.ask("", {"id": key, "lesson": "match", "seed": 3})
        self.assertIsNotNone(again["stand"])

    def test_what_can_not_be_begun(self) -> None:
        for wrong, status in (
            ({"lesson": "nothing"}, 404),
            ({"seed": "seven"}, 400),
            ({"seed": -1}, 400),
            ({"seed": 10**9}, 400),
            ({"seed": 1.5}, 400),
            ({"id": "5"}, 400),
        ):
            body = {"id": str(uuid4()), "lesson": "match", "seed": 3} | wrong
            for error in self.ask("", body, status)["errors"]:
                self.assertTrue(error["why"] and error["accepts"], error)
        self.ask(f"/{uuid4()}", status=404)
        self.ask(f"/{uuid4()}/end", {}, status=404)

    def test_two_lessons_know_nothing_of_each_other(self) -> None:
        one, other = self.begin("match", 1), self.begin("match", 1)
        self.act(one, "stand-up", x=5, y=5, height=1.3)
        self.assertIsNone(self.ask(f"/{other}")["stand"])


class OnTheSite(PracticeTestCase):
    """What is done, and what comes of it."""

    def test_the_legs_are_set_and_it_takes_its_time(self) -> None:
        key = self.begin()
        run = run_of(UUID(key))
        sheet = self.act(key, "stand-up", x=6, y=6, height=1.2)
        assert run.state.stand is not None
        self.assertEqual(sheet["stand"]["legs_out"], 0.0 if run.state.stand.levels else 1.0)
        self.act(key, "carry", spot="BM1")
        for _ in range(3):
            sheet = self.act(key, "set-legs")
        self.assertEqual(sheet["stand"]["legs_out"], 0.0)
        self.assertIn("leveling", self.sense(key, 0.5)["unseen"])
        self.seconds += LEVELING
        self.assertEqual(self.sense(key, 0.5)["unseen"], "")

    def test_eye_level_is_said(self) -> None:
        key = self.begin()
        for height, is_at_eyes in ((1.2, False), (1.6, True)):
            sheet = self.act(key, "stand-up", x=6, y=6, height=height)
            self.assertIs(sheet["stand"]["is_at_eye_level"], is_at_eyes)

    def test_the_tone_is_steady_where_the_beam_crosses_the_rod_and_sensing_does_nothing(
        self,
    ) -> None:
        key = self.begin("match", 5)
        state = self.ready(key, "BM1")
        crossing = state.crossing
        told = self.sense(key, crossing)
        self.assertTrue(told["is_steady"] or told["shows"] == "level")
        for away in (0.02, -0.02):
            told = self.sense(key, crossing + away)
            self.assertFalse(told["is_steady"] or told["shows"] == "level")
        self.assertEqual(run_of(UUID(key)).state, state)
        self.assertTrue(any(line["number"] for line in told["lines"]))

    def test_a_mark_is_made_where_the_lifted_rod_is_steady(self) -> None:
        key = self.begin("match", 5)
        clamp = self.ready(key, "BM1").crossing
        self.act(key, "carry", spot="S1")
        self.act(key, "center")
        run = run_of(UUID(key))
        above = run.state.crossing - clamp
        told = self.sense(key, clamp, above)
        self.assertTrue(told["is_steady"] or told["shows"] == "level")
        sheet = self.act(key, "mark", receiver=clamp, above=above)
        self.assertTrue(sheet["tasks"][1]["is_done"])
        made = run.record.marked("S1")
        assert made is not None
        self.assertAlmostEqual(made.height, run.scene.mark("BM1").elevation, delta=0.001)

    def test_what_can_not_be_done_says_why_in_the_lessons_units(self) -> None:
        key = self.begin("match", 5)
        for kind, more, said in (
            ("set-legs", {}, "stands nowhere"),
            ("stand-up", {"x": 5, "y": 5, "height": 0.3}, "legs do not reach"),
            ("stand-up", {"x": 500, "y": 5, "height": 1.3}, "off the site"),
            ("stand-up", {}, "legs do not reach"),
            ("carry", {"spot": "Z9"}, "no such spot"),
            ("draw-out", {"sections": 9}, "sections"),
            ("slide", {"receiver": 9.0}, "off the rod"),
            ("slide", {"receiver": -0.5}, "off the rod"),
        ):
            with self.subTest(kind, more=more):
                (error,) = self.act(key, kind, 400, **more)["errors"]
                self.assertIn(said, error["why"])
                self.assertNotIn("{", error["why"] + error["accepts"])
        self.act(key, "fly", 400)
        self.act(key, "carry", 400, spot="BM1", holding="sideways")
        self.ask(f"/{key}/sense?receiver=9&at=1", status=400)
        self.ask(f"/{key}/sense?receiver=nan&at=1", status=400)
        self.ask(f"/{key}/sense", status=400)

    def test_the_same_act_twice_is_done_once(self) -> None:
        key = self.begin()
        body = {"id": str(uuid4()), "kind": "stand-up", "at": 5, "x": 6, "y": 6, "height": 1.2}
        for _ in range(2):
            self.ask(f"/{key}/acts", body)
        self.assertEqual(run_of(UUID(key)).state.stands, 1)

    def test_a_reading_is_of_the_spot_the_rod_is_on(self) -> None:
        key = self.begin("match", 5)
        (error,) = self.answer(key, "read", 400, typed="1 m")["errors"]
        self.assertIn("no beam", error["why"])
        self.ready(key, "S1")
        (error,) = self.answer(key, "read", 400, typed="1 m")["errors"]
        self.assertIn("on S1", error["why"])
        self.act(key, "carry", spot="BM1")
        for wrong in ("", "a yard", "-5"):
            self.answer(key, "read", 400, typed=wrong)
        sheet = self.answer(key, "read", typed="1 m")
        self.assertTrue(sheet["tasks"][0]["is_done"])
        self.assertEqual(sheet["tasks"][0]["typed"], "1 m")
        self.answer(key, "S1", 409, typed="1")
        self.answer(key, "nothing", 404, typed="1")

    def test_choices_and_amounts_that_can_not_be(self) -> None:
        key = self.begin("volume", 5)
        self.answer(key, "talk", 400, choice="never")
        self.answer(key, "talk", 400)
        for wrong in ("", "some", "-1", "nan", "inf", "99999999"):
            (error,) = self.answer(key, "order", 400, typed=wrong)["errors"]
            self.assertIn("cubic", error["accepts"])
        self.assertTrue(self.answer(key, "order", typed="4.25")["tasks"][-2]["is_done"])

    def test_a_length_is_told_to_the_nanometre(self) -> None:
        self.assertEqual(length_of(1.2345), Length(1_234_500_000))
        self.assertEqual(length_of(-0.0000000012), Length(-1))
