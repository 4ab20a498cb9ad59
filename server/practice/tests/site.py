"""A phone for the tests of practice, and lessons begun on it."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from django.test import Client, TestCase, override_settings

from server.practice.run import Run, forget_all, run_of
from server.practice.tests.book import Book
from simulation.practice.lesson import TaskKind
from simulation.practice.on_site import OnSite
from simulation.practice.player import Player
from simulation.practice.record import Entry, MarkMade, Purpose, Read, Said, StoodUp

Body = dict[str, Any]
CUBIC_YARD = 0.764554857984


#: What of the server's a phone has, and the session by which a test is somebody.
MIDDLEWARE = [
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "server.common.senders.SenderMiddleware",
    "server.practice.booked.BookedMiddleware",
]


@override_settings(ROOT_URLCONF="server.practice.tests.addresses", MIDDLEWARE=MIDDLEWARE)
class PracticeTestCase(TestCase):
    """A phone, and a lesson begun on it."""

    def setUp(self) -> None:
        forget_all()
        self.addCleanup(forget_all)
        self.client = Client()
        self.seconds = 0.0

    def ask(self, path: str, body: Body | None = None, status: int = 200) -> Any:
        """Ask the phone; with a body it is posted."""
        address = f"/api/v1/practice{path}"
        answer = (
            self.client.get(address)
            if body is None
            else self.client.post(address, body, content_type="application/json")
        )
        self.assertEqual(answer.status_code, status, answer.content[:500])
        return answer.json()

    def begin(self, lesson: str = "move", seed: int = 4) -> str:
        """Begin a lesson; returns its key."""
        key = str(uuid4())
        self.ask("", {"id": key, "lesson": lesson, "seed": seed})
        return key

    def act(self, run: str, kind: str, status: int = 200, **more: Any) -> Any:
        """Do one thing, a while after the one before."""
        self.seconds += 20
        body = {"id": str(uuid4()), "kind": kind, "at": self.seconds, **more}
        return self.ask(f"/{run}/acts", body, status)

    def answer(self, run: str, task: str, status: int = 200, **more: Any) -> Any:
        """Write an answer down."""
        return self.ask(f"/{run}/answers", {"id": str(uuid4()), "task": task, **more}, status)

    def sense(self, run: str, receiver: float, above: float = 0.0) -> Any:
        """Hear and see what there is with the receiver somewhere on the rod."""
        return self.ask(f"/{run}/sense?receiver={receiver}&at={self.seconds}&above={above}")

    def ready(self, key: str, spot: str) -> OnSite:
        """Stand up where a careful person would, and carry the rod to a spot."""
        run = run_of(UUID(key))
        player = Player(run.lesson, run.scene.seed)
        player.stand_up(tuple(run.scene.spots))
        stand = player.state.stand
        assert stand is not None
        self.act(key, "stand-up", x=stand.place.x, y=stand.place.y, height=stand.height)
        for _ in range(3):
            self.act(key, "set-legs")
        self.act(key, "carry", spot=spot)
        self.act(key, "center")
        self.act(key, "fine")
        return run.state

    def through(self, lesson: str, seed: int) -> tuple[str, Player, list[Any]]:
        """Send all that a careful scripted person writes down; return every answer on the way."""
        key = self.begin(lesson, seed)
        run = run_of(UUID(key))
        player = Player(run.lesson, seed)
        player.play()
        told: list[Any] = [self.ask(f"/{key}")]
        book = Book(run, self.client) if run.lesson.is_on_the_job else None
        for entry in player.entries:
            run.state = entry.state
            if book is not None and isinstance(entry, Read):
                book.write(entry)
                told.append(self.ask(f"/{key}"))
            else:
                told.append(self._written(key, run, entry))
        return key, player, told

    def _written(self, key: str, run: Run, entry: Entry) -> Any:
        if isinstance(entry, StoodUp | MarkMade):
            run.entries.append(entry)
            return self.ask(f"/{key}")
        if isinstance(entry, Read):
            kinds = (TaskKind.READ, TaskKind.HEIGHT)
            is_again = entry.purpose is Purpose.REREAD
            fits = [
                one
                for one in run.tasks
                if (one.spot, one.is_again) == (entry.spot, is_again) and one.kind in kinds
            ]
            task = next((fit for fit in fits if fit.key not in run.typed), fits[-1])
            return self.answer(key, task.key, typed=f"{entry.typed:.9f} m")
        assert isinstance(entry, Said)
        if entry.choice:
            return self.answer(key, entry.task, choice=entry.choice)
        task = next(one for one in run.tasks if one.key == entry.task)
        if task.kind is TaskKind.VOLUME:
            amount = entry.amount if run.style.kind.is_metric else entry.amount / CUBIC_YARD
            return self.answer(key, entry.task, typed=f"{amount:.6f}")
        return self.answer(key, entry.task, typed=f"{entry.amount:.9f} m")
