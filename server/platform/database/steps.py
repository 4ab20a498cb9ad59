"""Which migrations are begun: kept in a table of its own until each has ended."""

from __future__ import annotations

from django.db.backends.base.base import BaseDatabaseWrapper

NOTES = "yp_migrations_begun"
MAKE = (
    "CREATE TABLE IF NOT EXISTS yp_migrations_begun"
    " (app VARCHAR(100), name VARCHAR(200), PRIMARY KEY (app, name))"
)
NOTE = "INSERT INTO yp_migrations_begun VALUES (%s, %s)"
NOTED = "SELECT 1 FROM yp_migrations_begun WHERE app = %s AND name = %s"
CROSS_OUT = "DELETE FROM yp_migrations_begun WHERE app = %s"


def noted(connection: BaseDatabaseWrapper, app: str, name: str) -> bool:
    """Note that a migration begins; returns False where that was noted before."""
    with connection.cursor() as cursor:
        cursor.execute(NOTED, [app, name])
        if cursor.fetchone() is not None:
            return False
        cursor.execute(NOTE, [app, name])
        return True
