"""What is shown: done as it says, every task comes out right; it earns nothing."""

from __future__ import annotations

from uuid import UUID

from core.lengths import parse_length
from server.practice.doing import KINDS, MARK
from server.practice.run import Run, run_of
from server.practice.show import _STEPS
from server.practice.tests.book import Book
from server.practice.tests.site import Body, PracticeTestCase
from simulation.practice.acts import Act
from simulation.practice.judge import debrief
from simulation.practice.lesson import TaskKind
from simulation.practice.lessons import LESSONS
from simulation.practice.record import Purpose, Read

OWN = {
    "stand-up": ("x", "y", "height"), "carry": ("spot", "holding"), "screws": ("pair", "single"),
    "focus": ("focus",), "draw-out": ("sections",), "mark": ("receiver", "above"),
}  # fmt: skip


class Shown(PracticeTestCase):
    """By the page's own means."""

    def follow(self, run: Run, task: str) -> Body:
        """Do on the site what is shown for a task."""
        shown = self.ask(f"/{run.job}/shown", {"task": task})
        for step in shown["steps"]:
            if step["kind"] in ("slide", "lift"):
                continue  # by the page alone
            own = {name: step[name] for name in OWN.get(step["kind"], ())}
            self.act(str(run.job), step["kind"], **own)
        answer: Body = {name: shown[name] for name in ("typed", "choice")}
        return answer

    def test_done_as_it_is_shown_every_lesson_comes_out_right_and_earns_nothing(self) -> None:
        for lesson in LESSONS:
            if lesson.key == "knock":
                continue  # what follows from a knock is not one task
            with self.subTest(lesson.key):
                run = run_of(UUID(self.begin(lesson.key, 6)))
                book = Book(run, self.client) if lesson.is_on_the_job else None
                for task in run.tasks:
                    answer = self.follow(run, task.key)
                    if book is not None and task.kind in (TaskKind.READ, TaskKind.HEIGHT):
                        value = float(parse_length(answer["typed"], run.style.kind).metres)
                        purpose = Purpose.REREAD if task.is_again else Purpose.SHOT
                        book.write(Read(run.state, purpose, value, of=task.spot))
                    elif answer["typed"] or answer["choice"]:
                        self.answer(str(run.job), task.key, **answer)
                told = self.ask(f"/{run.job}/end", {})
                self.assertEqual([one for one in told["answers"] if not one["is_right"]], [])
                self.assertTrue(debrief(run.lesson, run.scene, run.record).is_passed)
                self.assertFalse(told["is_passed"], "it was shown, not done")
                self.assertEqual(told["points"], 0)

    def test_one_that_is_shown_earns_nothing_and_its_hint_costs_nothing_more(self) -> None:
        key = self.begin("move")
        run = run_of(UUID(key))
        for task in run.tasks[:2]:
            answer = self.follow(run, task.key)
            self.answer(key, task.key, **answer)
        self.ask(f"/{key}/hints", {"task": run.tasks[1].key})
        self.assertEqual(self.ask(f"/{key}/end", {})["points"], 0)

    def test_nothing_is_done_or_written_by_showing_it(self) -> None:
        key = self.begin("move")
        run = run_of(UUID(key))
        before, entries = run.state, list(run.entries)
        self.ask(f"/{key}/shown", {"task": run.tasks[0].key})
        self.assertEqual((run.state, run.entries), (before, entries))

    def test_what_can_not_be_shown(self) -> None:
        key = self.begin("move")
        self.ask(f"/{key}/shown", {"task": "nothing"}, 404)
        run = run_of(UUID(key))
        self.act(key, "stand-up", x=0.2, y=0.2, height=0.9)
        (error,) = self.ask(f"/{key}/shown", {"task": run.tasks[0].key}, 409)["errors"]
        self.assertIn("elsewhere", error["accepts"])
        self.ask(f"/{key}/end", {})
        self.ask(f"/{key}/shown", {"task": run.tasks[0].key}, 409)

    def test_every_act_has_its_step_and_every_step_is_one_of_the_pages(self) -> None:
        self.assertEqual(set(_STEPS), set(Act.__args__))
        kinds = {*KINDS, MARK, "lift"}
        for name in OWN:
            self.assertIn(name, kinds)
