"""Django's migrate; a migration that was cut off is taken up where it was.

MariaDB keeps every change of a table at once, so that one cut off is half there. It is noted
down before its first change and crossed out after its last.
"""

from __future__ import annotations

from typing import Any, cast

from django.core.management.base import CommandError
from django.core.management.commands import migrate
from django.db import connections
from django.db.migrations import Migration
from django.db.migrations.recorder import MigrationRecorder

from server.platform.database.base import DatabaseWrapper
from server.platform.database.steps import CROSS_OUT, MAKE, noted

TOO_OLD = (
    "These tables were made before the first release and can't be read; nothing was changed."
    " Start with another data folder (YP_HOME), or move the old one away."
)


class Command(migrate.Command):
    """Notes which migration is begun, and which has ended."""

    database = "default"

    def handle(self, *args: Any, **options: Any) -> None:
        """Migrate one database."""
        self.database = options["database"]
        if ("crews", "0001_initial") in MigrationRecorder(self._connection()).applied_migrations():
            raise CommandError(TOO_OLD)
        super().handle(*args, **options)

    def migration_progress_callback(
        self, action: str, migration: Migration | None = None, fake: bool = False
    ) -> None:
        """Note a migration down as it begins, and cross it out as it ends."""
        if migration is not None and action == "apply_start":
            self._begin(migration)
        super().migration_progress_callback(action, migration, fake)
        if migration is not None and action == "apply_success":
            self._end(migration)

    def _begin(self, migration: Migration) -> None:
        connection = self._connection()
        with connection.cursor() as cursor:
            cursor.execute(MAKE)
        connection.takes_up_again = not noted(connection, migration.app_label, migration.name)

    def _end(self, migration: Migration) -> None:
        connection = self._connection()
        connection.takes_up_again = False
        with connection.cursor() as cursor:
            cursor.execute(CROSS_OUT, [migration.app_label])

    def _connection(self) -> DatabaseWrapper:
        return cast("DatabaseWrapper", connections[self.database])
