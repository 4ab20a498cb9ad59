"""Django's own backend, but for a migration that is taken up again."""

from __future__ import annotations

from typing import Any

from django.db import DatabaseError
from django.db.backends.mysql import base, schema

#: There already, or gone already: a table, a column, a key, a constraint.
DONE_ALREADY = {1022, 1050, 1051, 1054, 1060, 1061, 1068, 1091, 1146, 1826}
CANT_CREATE, BECAUSE_IT_STANDS = 1005, "errno: 121"


class DatabaseSchemaEditor(schema.DatabaseSchemaEditor):
    """Passes over what a migration that was cut off had done before."""

    connection: DatabaseWrapper

    def execute(self, sql: Any, params: Any = ()) -> Any:
        """Execute a statement; in a migration that is taken up again it may be done already."""
        try:
            return super().execute(sql, params)
        except DatabaseError as failed:
            if not self.connection.takes_up_again or not _is_done_already(failed):
                raise
            return None

    def _alter_field(self, model: Any, old_field: Any, new_field: Any, *args: Any) -> None:
        """Alter a column; the reference it lost when it was cut off is given back."""
        super()._alter_field(model, old_field, new_field, *args)  # type: ignore[misc]
        if self.connection.takes_up_again and new_field.remote_field and new_field.db_constraint:
            name = "_fk_%(to_table)s_%(to_column)s"
            self.execute(self._create_fk_sql(model, new_field, name))  # type: ignore[attr-defined]


class DatabaseWrapper(base.DatabaseWrapper):
    """A connection that knows whether its migration was begun before."""

    SchemaEditorClass = DatabaseSchemaEditor
    takes_up_again = False


def _is_done_already(failed: DatabaseError) -> bool:
    number, *rest = failed.args or (None,)
    return number in DONE_ALREADY or (number == CANT_CREATE and BECAUSE_IT_STANDS in str(rest))
