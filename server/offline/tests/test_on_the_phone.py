"""A job taken in on a phone, which then answers for it; and the database a phone begins with."""

from __future__ import annotations

import json
import sqlite3
from typing import Any, ClassVar
from unittest import TestCase

from django.conf import settings
from django.db import connection

from server.crews.models import Membership, Role
from server.jobs.models import Floor
from server.offline.tests.node import PhoneInNode
from server.sync.tables import ALL
from server.sync.tests.site import READING, SiteWithShots

EMPTY = settings.ROOT / "web" / "phone" / "made" / "empty.sqlite"


class OnThePhone(SiteWithShots):
    """A job taken in on a phone, which then answers for it."""

    phone: ClassVar[PhoneInNode]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.phone = PhoneInNode()
        cls.addClassCleanup(cls.phone.end)

    def setUp(self) -> None:
        super().setUp()
        self.phone.call("load", None)
        self.person = str(Membership.objects.get(crew=self.crew, role=Role.FOREMAN).user_id)

    def ask(self, path: str, method: str = "GET", body: str = "") -> Any:
        """Ask the phone."""
        headers = {"X-Person": self.person, "Content-Type": "application/json"}
        asked = {"method": method, "path": f"/api/v1/{path}", "headers": headers, "body": body}
        return self.phone.call("answer", asked)

    def hear(self, **held: str) -> bool:
        """Let the phone take in what the server writes."""
        heard: bool = self.phone.call("hear", json.dumps(self.carried(**held)))
        return heard

    def test_it_answers_with_the_servers_own_figures_while_they_stand(self) -> None:
        for point in self.grid[1:6]:
            self.shoot(point)
        self.hear()
        path = f"floors/{self.floor}"
        self.assertEqual(json.loads(self.ask(path)["body"]), self.get(path))
        own = json.loads(self.ask(f"{path}/map")["body"])
        self.assertEqual(own, self.get(f"{path}/map"))
        shot = self.shot_body(self.set_up, str(self.grid[7].pk), READING)
        self.assertEqual(self.ask("shots", "POST", json.dumps(shot))["status"], 201)
        self.assertIn("wait for a signal", json.loads(self.ask(path)["body"])["take_off"]["waits"])
        self.assertIn("wait for a signal", json.loads(self.ask(f"{path}/map")["body"])["why_none"])

    def test_a_map_of_too_few_shots_waits_for_shots_and_not_for_a_signal(self) -> None:
        self.hear()
        shot = self.shot_body(self.set_up, str(self.grid[1].pk), READING)
        self.assertEqual(self.ask("shots", "POST", json.dumps(shot))["status"], 201)
        told = json.loads(self.ask(f"floors/{self.floor}/map")["body"])["why_none"]
        self.ok(self.helper, "shots", shot)
        self.assertEqual(told, self.get(f"floors/{self.floor}/map")["why_none"])
        self.assertIn("A surface needs three", told)

    def test_its_day_follows_what_is_recorded_on_it_and_what_it_hears(self) -> None:
        self.hear()
        first, left = self.carried(), self.left_on_its_day()
        self.assertEqual(left, self.get("day")["jobs"][0]["stands"]["left"])
        shot = self.shot_body(self.set_up, str(self.grid[1].pk), READING)
        self.assertEqual(self.ask("shots", "POST", json.dumps(shot))["status"], 201)
        self.assertEqual(self.left_on_its_day(), left - 1)
        self.ok(self.helper, "shots", shot)
        for point in self.grid[2:4]:
            self.shoot(point)
        self.hear(**self.since(first))
        self.assertEqual(self.left_on_its_day(), left - 3)

    def left_on_its_day(self) -> int:
        """Return how many points the phone's day says are left of the job."""
        (job,) = json.loads(self.ask("day")["body"])["jobs"]
        left: int = job["stands"]["left"]
        return left

    def test_what_changed_since_takes_the_place_of_what_was(self) -> None:
        self.hear()
        first = self.carried()
        self.shoot(self.grid[1])
        Floor.objects.filter(pk=self.floor).update(name="Renamed")
        self.hear(**self.since(first))
        path = f"jobs/{self.job}/stages/stone"
        self.assertEqual(json.loads(self.ask(path)["body"]), self.get(path))
        self.assertEqual(
            json.loads(self.ask(f"floors/{self.floor}")["body"])["plan"]["name"], "Renamed"
        )

    def test_what_another_version_wrote_is_not_taken_in(self) -> None:
        self.hear()
        other = self.carried() | {"shape": "of another version"}
        shot = self.shot_body(self.set_up, str(self.grid[1].pk), READING)
        self.assertEqual(self.ask("shots", "POST", json.dumps(shot))["status"], 201)
        self.assertFalse(self.phone.call("hear", json.dumps(other)))
        book = self.ask(f"set-ups/{self.set_up}/book")["body"]
        self.assertIn(shot["id"], book, "what is not sent stands as it did")

    def test_nobody_else_and_nothing_of_the_office_is_answered(self) -> None:
        self.hear()
        for path in ("records", "job.json", "carried", "records/digest"):
            told = self.ask(f"jobs/{self.job}/{path}")
            self.assertEqual((told["status"], "needs a signal" in told["body"]), (503, True), path)
        self.person = "0"
        self.assertEqual(self.ask(f"floors/{self.floor}")["status"], 401)

    def test_what_waits_is_told_in_words(self) -> None:
        self.hear()
        shot = self.shot_body(self.set_up, str(self.grid[1].pk), READING)
        set_up = {"backsight": "4' 2\"", "benchmark": str(self.benchmark)}
        for path, body, words in (
            ("shots", shot, f"{READING} on {self.grid[1].name} of Floor"),
            (f"floors/{self.floor}", {}, "Changed: Floor"),
            (f"set-ups/{self.set_up}/knocks", {}, "Knocked: set-up 1"),
            (f"jobs/{self.job}/set-ups", set_up, "Set-up, 4' 2\" on BM1, Shed"),
            ("something/new", {}, "Recorded: new"),
        ):
            asked = {"method": "POST", "path": f"/api/v1/{path}", "headers": {}}
            told = self.phone.call("words", asked | {"body": json.dumps(body)})
            self.assertEqual(told, words)


class EmptyDatabase(TestCase):
    """The database a phone begins with."""

    def test_it_has_the_tables_and_columns_of_the_servers_own(self) -> None:
        with sqlite3.connect(EMPTY) as phone, connection.cursor() as cursor:
            for table in ALL.values():
                name = table.model._meta.db_table
                rows = phone.execute(f"PRAGMA table_info({name})").fetchall()
                described = connection.introspection.get_table_description(cursor, name)
                self.assertEqual({row[1] for row in rows}, {column.name for column in described})
                self.assertTrue(set(rows), name)

    def test_nobody_and_nothing_is_in_it(self) -> None:
        with sqlite3.connect(EMPTY) as phone:
            for table in ALL.values():
                counted = phone.execute(f"SELECT COUNT(*) FROM {table.model._meta.db_table}")
                self.assertEqual(counted.fetchone(), (0,), table.name)
