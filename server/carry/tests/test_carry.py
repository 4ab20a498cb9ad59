"""What a phone takes along: all it needs, nothing more, and only what changed since."""

from __future__ import annotations

import json
import sqlite3
from typing import Any, ClassVar
from unittest import TestCase
from uuid import UUID

from django.conf import settings
from django.db import connection

from core.tasks import Task
from server.carry.tables import ALL, CARRIED, OF_A_PERSON
from server.crews.models import Membership, Role
from server.jobs.models import Floor, Point
from server.jobs.plan.planned_key import planned_key
from server.phone.tests.node import PhoneInNode
from server.tests.site import SiteTestCase, person

READING = "3' 7\""
EMPTY = settings.ROOT / "web" / "phone" / "made" / "empty.sqlite"


class SiteWithShots(SiteTestCase):
    """A floor, a set-up, and two shots on it."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        rod, instrument = self.add_rod(), self.add_instrument()
        path = f"jobs/{self.job}/set-ups"
        self.set_up = self.ok(self.foreman, path, self.set_up_body(rod, instrument))["id"]
        self.grid = list(Point.objects.filter(floor=UUID(self.floor)))
        self.shoot(self.grid[0])

    def shoot(self, point: Point) -> None:
        """Log a reading on a point."""
        self.ok(self.helper, "shots", self.shot_body(self.set_up, str(point.pk), READING))

    def carried(self, **held: str) -> Any:
        """Return what the foreman's phone takes along of the job."""
        query = "&".join(f"{name}={value}" for name, value in held.items())
        return self.get(f"jobs/{self.job}/carried?{query}".replace("+", "%2B"))

    def since(self, carried: Any) -> dict[str, str]:
        """Return what is sent back for what changed since."""
        digests = ",".join(f"{name}:{digest}" for name, digest in carried["digests"].items())
        return {"since": carried["at"], "digests": digests}


class Carrying(SiteWithShots):
    """A job on its way to a phone."""

    def test_it_holds_the_job_its_gear_and_the_people_it_names(self) -> None:
        tables = self.carried()["tables"]
        for name in ("job", "floors", "points_of_floors", "set_ups", "shots", "rod", "instrument"):
            self.assertTrue(tables[name]["rows"], name)
        names = {row[1] for row in tables["people"]["rows"]}
        self.assertEqual(len(names), 2, "who planned it and who shot it")
        self.assertEqual(len(tables["places"]["rows"]), 1, "the one place of who asks")

    def test_it_tells_no_password_and_no_address_of_anybody(self) -> None:
        self.assertEqual({f.name for f in ALL["people"].columns}, set(OF_A_PERSON))
        self.assertNotIn("md5$", json.dumps(self.carried()))

    def test_another_crew_gets_nothing(self) -> None:
        self.get(f"jobs/{self.job}/carried", self.outsider, 404)
        self.get(f"crews/{self.crew.pk}/carried", self.outsider, 404)
        other = person(self.crew, Role.HELPER)
        self.get(f"jobs/{self.job}/carried", other)
        Membership.objects.filter(crew=self.crew).delete()
        self.get(f"jobs/{self.job}/carried", other, 404)

    def test_where_nothing_changed_nothing_is_sent(self) -> None:
        first = self.carried()
        again = self.carried(**self.since(first))
        changing = {name for name, table in ALL.items() if not table.is_append_only}
        self.assertEqual(set(again["tables"]) & changing, set())
        self.assertEqual(again["digests"], first["digests"])

    def test_a_shot_more_is_sent_and_the_floors_are_not(self) -> None:
        first = self.carried()
        self.shoot(self.grid[1])
        again = self.carried(**self.since(first))
        self.assertFalse(again["tables"]["shots"]["is_whole"])
        self.assertNotIn("floors", again["tables"])
        self.assertNotIn("points_of_floors", again["tables"])

    def test_a_changed_floor_is_sent_whole(self) -> None:
        first = self.carried()
        Floor.objects.filter(pk=self.floor).update(name="Renamed")
        sent = self.carried(**self.since(first))["tables"]["floors"]
        self.assertTrue(sent["is_whole"])
        self.assertIn("Renamed", json.dumps(sent["rows"]))

    def test_a_crew_alone_holds_its_gear_and_no_job(self) -> None:
        tables = self.get(f"crews/{self.crew.pk}/carried")["tables"]
        self.assertTrue(tables["rod"]["rows"])
        own = {table.name for table in CARRIED if table.is_the_jobs}
        self.assertEqual(set(tables) & own, set())

    def test_a_planned_point_has_the_key_of_its_place(self) -> None:
        floor, first = UUID(self.floor), self.grid[0].place
        for point in self.grid:
            self.assertEqual(point.pk, planned_key(floor, Task.STONE, point.name, point.place))
        self.assertEqual(len({point.pk for point in self.grid}), len(self.grid))
        self.assertNotEqual(planned_key(floor, Task.STONE, self.grid[-1].name, first), point.pk)


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
        self.assertFalse(self.phone.call("hear", json.dumps(other)))
        self.assertEqual(self.ask(f"floors/{self.floor}")["status"], 200)

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
