"""The database as it must be, and the demo on it."""

from __future__ import annotations

from typing import Any

from django.core.management import CommandError, call_command
from django.db import DataError, OperationalError, connection
from django.db.migrations.recorder import MigrationRecorder
from django.test import TestCase, TransactionTestCase

from demo.ids import demo_id
from demo.load import load_demo
from server.crews.models import Membership, User
from server.fieldbook.models import Shot, Strike
from server.overview.job_sheet import job_sheet
from server.platform.database.steps import NOTES


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


SCHEMA = {
    "columns": "table_name, column_name, column_type, is_nullable, column_default, column_key",
    "statistics": "table_name, index_name, seq_in_index, column_name, non_unique",
    "table_constraints": "table_name, constraint_name, constraint_type",
}


class CutOff(Exception):
    """The machine went down."""


class MigrationsCutOff(TransactionTestCase):
    """A server that goes down in the middle of an update comes up and ends it.

    Each migration goes back as well.
    """

    every = 23

    def setUp(self) -> None:
        self.seen: set[str] = set()
        self.addCleanup(call_command, "migrate", verbosity=0)

    def schema(self) -> list[list[tuple[Any, ...]]]:
        where = f"WHERE table_schema = DATABASE() AND table_name <> '{NOTES}'"
        tables = [
            asked(f"SELECT {columns} FROM information_schema.{table} {where}")
            for table, columns in SCHEMA.items()
        ]
        done = asked("SELECT app, name FROM django_migrations")
        return [sorted(rows, key=str) for rows in (*tables, done)]

    def cutter(self, execute: Any, sql: Any, params: Any, many: bool, context: Any) -> Any:
        """Go down after every so many statements that changed a table and had not been done."""
        found = execute(sql, params, many, context)
        if str(sql).startswith(("ALTER", "CREATE", "DROP", "RENAME")) and str(sql) not in self.seen:
            self.seen.add(str(sql))
            if len(self.seen) % self.every == 0:
                raise CutOff
        return found

    def test_down_to_nothing_and_up_cut_off_again_and_again_to_the_same_tables(self) -> None:
        whole = self.schema()
        for app in ("fieldbook", "jobs", "gear"):
            call_command("migrate", app, "zero", verbosity=0)
        self.assertEqual(asked("SHOW TABLES LIKE 'fieldbook\\_%%'"), [])
        cuts = 0
        while True:
            try:
                with connection.execute_wrapper(self.cutter):
                    call_command("migrate", verbosity=0)
                break
            except CutOff:
                cuts += 1
        self.assertGreater(cuts, len(self.seen) // self.every - 1)
        self.assertGreater(cuts, 7)
        self.assertEqual(self.schema(), whole)
        self.assertEqual(asked(f"SELECT * FROM {NOTES}"), [])

    def test_what_is_there_already_is_an_error_in_a_migration_nobody_began(self) -> None:
        ((last,),) = asked("SELECT MAX(name) FROM django_migrations WHERE app = 'imports'")
        MigrationRecorder(connection).record_unapplied("imports", last)
        with self.assertRaises(OperationalError):
            call_command("migrate", verbosity=0)
        call_command("migrate", verbosity=0)
        self.assertEqual(asked(f"SELECT * FROM {NOTES}"), [])


class BeforeTheFirstRelease(TransactionTestCase):
    """A data folder whose tables this version never made is told so, and left as it is."""

    def test_it_is_refused_in_one_sentence_and_nothing_is_changed(self) -> None:
        self.addCleanup(MigrationRecorder(connection).record_unapplied, "crews", "0001_initial")
        MigrationRecorder(connection).record_applied("crews", "0001_initial")
        before = asked("SELECT app, name FROM django_migrations ORDER BY id")
        with self.assertRaisesMessage(CommandError, "made before the first release"):
            call_command("migrate", verbosity=0)
        self.assertEqual(asked("SELECT app, name FROM django_migrations ORDER BY id"), before)


class Demo(TestCase):
    """The demo loads once, through the services, and has something for every screen."""

    def test_it_loads_once_and_is_half_done(self) -> None:
        self.assertTrue(load_demo())
        self.assertFalse(load_demo())
        self.assertEqual(Membership.objects.count(), 5)
        self.assertEqual(Strike.objects.count(), 2)
        marek = User.objects.get(username="marek")
        studio = job_sheet(marek, demo_id("Pottery studio, kiln room"))
        shelter = job_sheet(marek, demo_id("Bicycle shelter"))
        self.assertEqual({s["key"]: s["state"] for s in studio["steps"]}["stone"], "next")
        self.assertEqual({s["key"]: s["state"] for s in shelter["steps"]}["concrete"], "done")
        self.assertEqual((studio["style"], shelter["style"]), ("ft-in/8", "m"))
        self.assertGreater(Shot.objects.count(), 20)
