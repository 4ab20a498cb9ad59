"""Run for real: health, logs that give no key away, and what is thrown away each day."""

from __future__ import annotations

import logging
import threading
from datetime import timedelta
from unittest import mock

from axes.models import AccessAttempt
from django.core.cache import cache
from django.db import OperationalError
from django.test import Client, SimpleTestCase, TestCase
from django.utils import timezone

from server.crews.models import CacheRow, Session, User
from server.entry.management.commands.work import SECONDS_WHILE_AWAY, Worker
from server.entry.tidying import EVERY, tidy_daily
from server.platform.health import WORKER, HealthMiddleware, say_a_worker_is_here
from server.platform.logs import LOGGING

NEXT = "server.entry.management.commands.work.carry_out_next"


class HealthAddress(TestCase):
    """What a load balancer is told."""

    def ask(self) -> tuple[int, dict[str, bool]]:
        answer = Client(headers={"host": "by.any.name"}).get("/health")
        self.assertEqual(answer["Cache-Control"], "no-store")
        return answer.status_code, answer.json()

    def test_all_is_well_once_a_worker_has_looked(self) -> None:
        self.assertEqual(self.ask(), (200, {"database": True, "migrations": True, "worker": False}))
        say_a_worker_is_here()
        self.assertEqual(self.ask(), (200, {"database": True, "migrations": True, "worker": True}))

    def test_without_a_database_it_takes_no_requests(self) -> None:
        away = OperationalError(2002, "can't connect")
        with (
            mock.patch("server.platform.health.connection.cursor", side_effect=away),
            mock.patch("server.platform.health.connection.close"),
            self.assertLogs("server.platform.health", "WARNING"),
        ):
            status, told = self.ask()
        self.assertEqual((status, told["database"]), (503, False))

    def test_with_tables_of_another_version_it_takes_none_until_they_are_its_own(self) -> None:
        middleware = HealthMiddleware(lambda request: self.fail("it is answered here"))
        request = mock.Mock(path="/health")
        plan = "server.platform.health.MigrationExecutor.migration_plan"
        with mock.patch("server.platform.health._seen", []):
            with mock.patch(plan, return_value=[("a migration", False)]):
                self.assertEqual(middleware(request).status_code, 503)
            self.assertEqual(middleware(request).status_code, 200)


class Logs(SimpleTestCase):
    """Whoever reads the log opens nothing with it."""

    def line(self, *said: object, exc_info: object = None) -> str:
        formatter = LOGGING["formatters"]["lines"]  # type: ignore[index]
        made = formatter["()"](**{k: v for k, v in formatter.items() if k != "()"})
        record = logging.LogRecord("x", logging.ERROR, "", 1, said[0], said[1:], exc_info)  # type: ignore[arg-type]
        return str(made.format(record))

    def test_a_customers_link_is_hidden_wherever_it_stands(self) -> None:
        for path in (
            "/api/v1/links/{0}", "/api/v1/links/{0}/notice.pdf", "/notice/{0}?a=1",
            "/join/{0}", "/api/v1/joining/{0}/newcomer", "/new-password/MQ/{0}",
            "/api/v1/passwords/MQ/{0}",
        ):  # fmt: skip
            address = path.format("eyJ-secret:1uX")
            for said in (("Internal Server Error: %s", address), (f"GET {address} failed",)):
                line = self.line(*said)
                self.assertNotIn("secret", line)
                self.assertIn(path.partition("{0}")[0] + "…", line)

    def test_nor_in_what_an_error_says(self) -> None:
        failed = ValueError("/notice/secret-1 is no page")
        line = self.line("it failed", exc_info=(ValueError, failed, None))
        self.assertIn("ValueError", line)
        self.assertNotIn("secret-1", line)

    def test_a_database_that_is_away_is_said_in_a_word(self) -> None:
        failed = OperationalError(2002, "can't connect")
        told = (OperationalError, failed, None)
        self.assertNotIn("connect", self.line("Service Unavailable: /x", exc_info=told))
        self.assertIn("connect", self.line("Internal Server Error: /x", exc_info=told))

    def test_other_addresses_stand_as_they_are(self) -> None:
        self.assertIn("/api/v1/notices/12/spoken", self.line("/api/v1/notices/12/spoken"))


class Tidying(TestCase):
    """Once a day, on one machine."""

    def test_what_ran_out_goes_and_what_holds_stays(self) -> None:
        now = timezone.now()
        for name, days in (("gone", -1), ("holds", 1)):
            Session.objects.create(session_key=name, expire_date=now + timedelta(days=days))
        for name, age in (("old", 2 * EVERY), ("fresh", EVERY / 2)):
            attempt = AccessAttempt.objects.create(username=name, failures_since_start=1)
            AccessAttempt.objects.filter(pk=attempt.pk).update(attempt_time=now - age)
        CacheRow.objects.create(cache_key="over", value="", expires=now - EVERY)
        self.assertTrue(tidy_daily())
        self.assertEqual([session.session_key for session in Session.objects.all()], ["holds"])
        self.assertEqual([one.username for one in AccessAttempt.objects.all()], ["fresh"])
        self.assertFalse(CacheRow.objects.filter(cache_key="over").exists())
        self.assertFalse(tidy_daily(), "another machine did it today")


class WorkersLooks(TestCase):
    """The worker lives through a database that is away."""

    def setUp(self) -> None:
        self.worker = Worker(threading.Event())
        for name in ("connections.close_all", "close_old_connections"):
            closed = mock.patch(f"server.entry.management.commands.work.{name}")
            closed.start()
            self.addCleanup(closed.stop)

    def test_it_waits_and_looks_again(self) -> None:
        away = OperationalError(2013, "lost connection")
        with mock.patch(NEXT, side_effect=[away, away, True, False]), self.assertLogs() as logged:
            pauses = [self.worker.look() for _ in range(4)]
        self.assertEqual(pauses, [SECONDS_WHILE_AWAY, SECONDS_WHILE_AWAY, 0.0, 0.5])
        self.assertEqual(len(logged.output), 2)
        self.assertIsNotNone(cache.get(WORKER))

    def test_what_is_no_blip_ends_it(self) -> None:
        with (
            mock.patch(NEXT, side_effect=OperationalError(1054, "no such column")),
            self.assertRaises(OperationalError),
        ):
            self.worker.look()


class KnownPhones(TestCase):
    """Tries of others lock nobody out of the phone that was signed in before."""

    def setUp(self) -> None:
        self.person = User.objects.create_user("ann", password="a plumb bob 7")
        self.phone, self.stranger = Client(), Client()
        self.assertEqual(self.sign_in(self.phone), 200)

    def sign_in(self, client: Client, password: str = "a plumb bob 7", name: str = "ann") -> int:
        body = {"username": name, "password": password}
        answer = client.post("/api/v1/session", body, content_type="application/json")
        return answer.status_code

    def lock(self) -> None:
        for _ in range(9):
            self.sign_in(self.stranger, "wrong")
        self.assertEqual(self.sign_in(self.stranger), 429)

    def test_the_right_password_on_a_known_phone_gets_in(self) -> None:
        self.phone.delete("/api/v1/session")
        self.lock()
        self.assertEqual(self.sign_in(self.phone, "wrong"), 400)
        self.assertEqual(self.sign_in(self.phone), 200)

    def test_a_phone_is_known_for_its_person_alone_and_until_the_password_changes(self) -> None:
        User.objects.create_user("bob", password="a plumb bob 7")
        for _ in range(9):
            self.sign_in(self.stranger, "wrong", "bob")
        self.assertEqual(self.sign_in(self.phone, name="bob"), 429)
        self.lock()
        self.person.set_password("another one 8")
        self.person.save()
        self.assertEqual(self.sign_in(self.phone, "another one 8"), 429)

    def test_a_forged_word_is_none(self) -> None:
        self.stranger.cookies["yp_known"] = self.phone.cookies["yp_known"].value[:-3] + "xyz"
        self.lock()

    def test_a_word_no_phone_of_ours_holds_does_no_harm(self) -> None:
        for word in ("x" * 3000, "a:b\x7f", ":", "é"):
            self.stranger.cookies["yp_known"] = word
            self.assertEqual(self.sign_in(self.stranger), 200, word[:9])

    def test_even_there_tries_are_bounded(self) -> None:
        answers = {self.sign_in(self.phone, "wrong") for _ in range(25)}
        self.assertEqual(answers, {400, 429})
        self.assertEqual(self.sign_in(self.phone), 429)
