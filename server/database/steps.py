"""Steps of a migration that change rows: each is done once, however often it is cut off.

What is begun and what is done stands in a table of its own until the migration has ended. A
step's rows and the note that it is done are one transaction.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.migrations import RunPython

NOTES = "yp_migrations_begun"
MAKE = (
    "CREATE TABLE IF NOT EXISTS yp_migrations_begun"
    " (app VARCHAR(100), name VARCHAR(200), PRIMARY KEY (app, name))"
)
NOTE = "INSERT INTO yp_migrations_begun VALUES (%s, %s)"
NOTED = "SELECT 1 FROM yp_migrations_begun WHERE app = %s AND name = %s"
CROSS_OUT = "DELETE FROM yp_migrations_begun WHERE app = %s"


def noted(connection: BaseDatabaseWrapper, app: str, name: str) -> bool:
    """Note a migration or a step of one; returns False where it was noted before."""
    with connection.cursor() as cursor:
        cursor.execute(NOTED, [app, name])
        if cursor.fetchone() is not None:
            return False
        cursor.execute(NOTE, [app, name])
        return True


class Once(RunPython):
    """A change of rows that is never done twice, and has no way back to go."""

    def __init__(self, code: Callable[[Any, Any], None]) -> None:
        super().__init__(code, RunPython.noop)
        self.name = f"rows: {code.__name__}"

    def deconstruct(self) -> tuple[str, list[Any], dict[str, Any]]:
        """Return how it is written in a migration."""
        return type(self).__name__, [self.code], {}

    def database_forwards(
        self, app_label: str, schema_editor: Any, from_state: Any, to_state: Any
    ) -> None:
        """Change the rows, unless that is done."""
        if noted(schema_editor.connection, app_label, self.name):
            super().database_forwards(app_label, schema_editor, from_state, to_state)
