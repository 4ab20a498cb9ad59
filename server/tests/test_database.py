"""The database as it must be, and the demo on it."""

from __future__ import annotations

from contextlib import suppress
from typing import Any

from django.core.management import call_command
from django.db import DataError, OperationalError, connection
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.recorder import MigrationRecorder
from django.db.transaction import atomic
from django.test import TestCase, TransactionTestCase

from server.crews.models import Membership, User
from server.database.steps import CROSS_OUT, MAKE, NOTES, Once
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

    every = 53

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

    def test_a_change_of_rows_is_done_once_and_one_that_failed_again(self) -> None:
        def fails_once(*_: Any) -> None:
            User.objects.create(username=f"made {len(tries)}")
            tries.append(1)
            if len(tries) == 1:
                raise CutOff

        tries: list[int] = []
        step = Once(fails_once)
        state = MigrationExecutor(connection).loader.project_state()
        with connection.cursor() as cursor:
            cursor.execute(MAKE)
        for _ in range(3):
            with suppress(CutOff), connection.schema_editor() as editor, atomic():
                step.database_forwards("papers", editor, state, state)
        self.assertEqual([user.username for user in User.objects.all()], ["made 1"])
        with connection.cursor() as cursor:
            cursor.execute(CROSS_OUT, ["papers"])

    def test_what_is_there_already_is_an_error_in_a_migration_nobody_began(self) -> None:
        ((last,),) = asked("SELECT MAX(name) FROM django_migrations WHERE app = 'traced'")
        MigrationRecorder(connection).record_unapplied("traced", last)
        with self.assertRaises(OperationalError):
            call_command("migrate", verbosity=0)
        call_command("migrate", verbosity=0)
        self.assertEqual(asked(f"SELECT * FROM {NOTES}"), [])


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
