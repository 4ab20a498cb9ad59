"""The end of a lesson in the person's own units, and what is said of the site on the way."""

from __future__ import annotations

from dataclasses import replace
from uuid import UUID

from core.lengths import parse_length
from server.practice.end import UNANSWERED, debrief_sheet
from server.practice.run import STYLES, Run, run_of
from server.practice.tests.site import CUBIC_YARD, PracticeTestCase
from simulation.practice.lesson import TaskKind
from simulation.practice.record import Purpose, Read, StoodUp
from simulation.practice.rod import MARKINGS
from simulation.practice.slips import Slip, Slipped
from simulation.practice.stand import Knocked


class TheEnd(PracticeTestCase):
    """What is written at the end."""

    def run_of(self, lesson: str, seed: int = 9, metric: bool | None = None) -> Run:
        """Begin a lesson, in feet or in meters where that is asked for."""
        while True:
            run = run_of(UUID(self.begin(lesson, seed)))
            if metric is None or run.style.kind.is_metric is metric:
                return run
            seed += 1

    def test_every_printing_has_its_units(self) -> None:
        self.assertEqual(set(STYLES), set(MARKINGS))

    def test_an_order_is_told_in_what_concrete_is_sold_by(self) -> None:
        for metric, unit, size in ((True, "cubic meters", 1.0), (False, "cubic yards", CUBIC_YARD)):
            run = self.run_of("volume", metric=metric)
            key, _, _ = self.through("volume", run.scene.seed)
            told = self.ask(f"/{key}/end", {})
            order = next(
                answer for answer in told["answers"] if "how much do you order" in answer["asks"]
            )
            self.assertTrue(order["right"].endswith(unit), order)
            amount = float(order["right"].split()[0])
            step = 0.1 if metric else 0.25
            self.assertAlmostEqual(amount / step, round(amount / step), 1)
            said = run_of(UUID(key)).record.said("order")
            assert said is not None
            self.assertAlmostEqual(said.amount / size, amount, delta=0.06 * amount)

    def test_a_mark_is_told_in_the_papers_heights(self) -> None:
        key, _, _ = self.through("match", 9)
        run = run_of(UUID(key))
        told = self.ask(f"/{key}/end", {})
        known = run.scene.mark("BM1")
        for answer in told["answers"][1:]:
            right = parse_length(answer["right"], run.style.kind)
            self.assertAlmostEqual(float(right.metres), known.told, delta=0.0032)
            typed = parse_length(answer["typed"], run.style.kind)
            self.assertAlmostEqual(float(typed.metres), known.told, delta=0.009)

    def test_a_reading_is_told_in_the_rods_own_steps(self) -> None:
        key = self.begin("match", 5)
        state = self.ready(key, "BM1")
        step = state.rod.step
        off = round(state.true_value() / step) * step + 4 * step
        self.answer(key, "read", typed=f"{off:.9f} m")
        told = self.ask(f"/{key}/end", {})
        (reading,) = told["readings"]
        self.assertEqual(reading["spot"], "BM1")
        self.assertAlmostEqual(reading["steps"], 4.0, delta=0.6)
        self.assertIn("high", reading["off"])
        self.assertFalse(told["answers"][0]["is_right"])

    def test_what_was_left_out_is_said_first(self) -> None:
        told = self.ask(f"/{self.begin()}/end", {})
        self.assertEqual(told["next_time"][0], UNANSWERED)
        self.assertEqual(len(told["next_time"]), 3)
        self.assertEqual(told["points"], 0)
        self.assertEqual([answer["typed"] for answer in told["answers"]], [""] * 5)

    def test_points_never_fall_below_nothing(self) -> None:
        key = self.begin()
        for task in ("clamp-low", "clamp-high"):
            self.ask(f"/{key}/hints", {"task": task})
        self.assertEqual(self.ask(f"/{key}/end", {})["points"], 0)

    def test_what_went_wrong_is_noticed_by_what_puts_it_right(self) -> None:
        run = self.run_of("match")
        kinds = (Slip.COARSE, Slip.UPSIDE_DOWN, Slip.SECTION_SHORT, Slip.KNOCKED)
        run.scene = replace(run.scene, slipped=Slipped(kinds))
        knocked = (Knocked(0.0, 0.01),)
        state = replace(self.ready(str(run.job), "BM1"), knocks=knocked, drawn_out=2)
        state = replace(state, is_coarse=True, is_upside_down=True, is_home=False)
        stood = StoodUp(replace(state, knocks=()))
        run.state, run.entries = state, [stood, Read(state, Purpose.SHOT, 1.0)]
        seen = [slip["was_noticed"] for slip in debrief_sheet(run)["slips"]]
        self.assertEqual(seen, [False, False, False, False])
        for changed, noticed in (
            (replace(state, is_coarse=False), [True, False, False, False]),
            (replace(state, is_upside_down=False), [False, True, False, False]),
            (replace(state, is_home=True), [False, False, True, False]),
        ):
            run.state, run.entries = changed, [stood, Read(changed, Purpose.SHOT, 1.0)]
            seen = [slip["was_noticed"] for slip in debrief_sheet(run)["slips"]]
            self.assertEqual(seen, noticed)
        run.state, run.entries = state, [stood, StoodUp(state)]
        self.assertEqual(
            [slip["was_noticed"] for slip in debrief_sheet(run)["slips"]], [False] * 3 + [True]
        )

    def test_what_a_choice_was_is_told_in_its_words(self) -> None:
        key, _, _ = self.through("go-or-hold", 9)
        told = self.ask(f"/{key}/end", {})
        self.assertIn(told["answers"][-1]["right"], ("GO", "HOLD"))
        self.assertEqual(told["answers"][-1]["typed"], told["answers"][-1]["right"])


class OnTheWay(PracticeTestCase):
    """What a page is told while a lesson lasts."""

    def test_a_section_that_is_not_home_is_drawn_as_if_it_were(self) -> None:
        key = self.begin("match", 5)
        run = run_of(UUID(key))
        run.scene = replace(run.scene, slipped=Slipped((Slip.SECTION_SHORT,), section_short=0.03))
        run.state = replace(run.state, scene=run.scene)
        shown = self.act(key, "draw-out", sections=2)["rod"]
        self.assertEqual(shown["drawn_out"], 2)
        self.assertGreater(shown["reach"], run.state.rod.reach)
        pushed = self.act(key, "click")["rod"]
        self.assertEqual(pushed, shown)

    def test_the_whole_numbers_of_the_rod_are_told_for_what_is_drawn_out(self) -> None:
        key = self.begin("match", 5)
        short = self.ask(f"/{key}")["rod"]["numbers"]
        long = self.act(key, "draw-out", sections=3)["rod"]["numbers"]
        self.assertGreater(len(long), len(short))
        self.assertEqual(long[: len(short)], short)
        self.assertEqual(sorted(long, key=lambda one: float(one["height"])), long)

    def test_a_stand_is_done_in_its_turn(self) -> None:
        key = self.begin("two-pegs", 5)
        run = run_of(UUID(key))
        stands = [task.key for task in run.tasks if task.kind is TaskKind.STAND]
        done = [one for one in self.ask(f"/{key}")["tasks"] if one["key"] in stands]
        self.assertEqual([one["is_done"] for one in done], [False, False])
        for count in (1, 2):
            tasks = self.act(key, "stand-up", x=8, y=3, height=1.3)["tasks"]
            done = [one["is_done"] for one in tasks if one["key"] in stands]
            self.assertEqual(done, [number < count for number in range(2)])

    def test_the_bubble_comes_nearer_to_the_middle_and_is_none_without_one(self) -> None:
        seen: set[bool] = set()
        for seed in range(12):
            key = self.begin("match", seed)
            carried = self.act(key, "carry", spot="BM1")["rod"]
            centered = self.act(key, "center")["rod"]
            seen.add(carried["has_bubble"])
            if carried["has_bubble"]:
                self.assertLess(centered["bubble"], carried["bubble"])
                self.assertLessEqual(carried["bubble"], 1.0)
            else:
                self.assertEqual((carried["bubble"], centered["bubble"]), (0.0, 0.0))
        self.assertEqual(seen, {True, False})

    def test_the_receiver_shows_how_it_is_switched_and_clamped(self) -> None:
        key = self.begin("match", 5)
        for kind, shown in (
            ("coarse", {"is_coarse": True}),
            ("turn", {"is_upside_down": True}),
            ("fine", {"is_coarse": False}),
            ("turn", {"is_upside_down": False}),
        ):
            receiver = self.act(key, kind)["receiver"]
            self.assertEqual({name: receiver[name] for name in shown}, shown)

    def test_what_was_typed_last_is_what_is_shown_and_what_counts(self) -> None:
        key = self.begin("match", 5)
        self.ready(key, "BM1")
        for typed in ("1 m", "1.1 m"):
            sheet = self.answer(key, "read", typed=typed)
        self.assertEqual(sheet["tasks"][0]["typed"], "1.1 m")
        last = run_of(UUID(key)).record.last("BM1", *Purpose)
        assert last is not None
        self.assertAlmostEqual(last.typed, 1.1)
