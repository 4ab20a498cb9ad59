"""The database as it must be, and the demo on it."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.db import DataError, connection
from django.test import TestCase, TransactionTestCase

from server.crews.models import Membership, User
from server.fieldbook.models import Shot, Strike
from server.overview.job_sheet import job_sheet
from server.webapp.demo import load_demo
from server.webapp.demo_ids import demo_id


def asked(sql: str, *values: Any) -> list[tuple[Any, ...]]:
    with connection.cursor() as cursor:
        cursor.execute(sql, values)
        return list(cursor.fetchall())


class Tables(TestCase):
    """InnoDB, utf8mb4, strict, exact."""

    def test_engine_and_characters(self) -> None:
        found = asked(
            "SELECT DISTINCT engine, table_collation FROM information_schema.tables"
            " WHERE table_schema = DATABASE()"
        )
        self.assertEqual(found, [("InnoDB", "utf8mb4_unicode_ci")])

    def test_every_length_is_a_decimal_of_metres(self) -> None:
        found = asked(
            "SELECT DISTINCT column_type FROM information_schema.columns WHERE"
            " table_schema = DATABASE() AND column_name IN"
            " ('elevation', 'reading', 'backsight', 'thickness', 'x', 'y', 'length')"
        )
        self.assertEqual(found, [("decimal(15,9)",)])

    def test_too_long_is_an_error_never_cut(self) -> None:
        self.assertRaises(DataError, User.objects.create, username="x" * 300)


class Migrations(TransactionTestCase):
    """Each migration goes back as well."""

    def tearDown(self) -> None:
        call_command("migrate", verbosity=0)

    def test_down_to_nothing_and_up_again(self) -> None:
        for app in ("fieldbook", "jobs", "gear"):
            call_command("migrate", app, "zero", verbosity=0)
        self.assertEqual(asked("SHOW TABLES LIKE 'fieldbook\\_%%'"), [])
        call_command("migrate", verbosity=0)
        self.assertEqual(len(asked("SHOW TABLES LIKE 'fieldbook\\_%%'")), 15)


class Demo(TestCase):
    """The demo loads once, through the services, and has something for every screen."""

    def test_it_loads_once_and_is_half_done(self) -> None:
        self.assertTrue(load_demo())
        self.assertFalse(load_demo())
        self.assertEqual(Membership.objects.count(), 3)
        self.assertEqual(Strike.objects.count(), 2)
        marek = User.objects.get(username="marek")
        studio = job_sheet(marek, demo_id("Pottery studio, kiln room"))
        shelter = job_sheet(marek, demo_id("Bicycle shelter"))
        self.assertEqual({s["key"]: s["state"] for s in studio["steps"]}["stone"], "next")
        self.assertEqual({s["key"]: s["state"] for s in shelter["steps"]}["concrete"], "done")
        self.assertEqual((studio["style"], shelter["style"]), ("ft-in/8", "m"))
        self.assertGreater(Shot.objects.count(), 20)
