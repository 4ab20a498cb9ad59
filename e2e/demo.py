"""The demo, loaded once a run and copied from then on."""

from __future__ import annotations

from django.apps import apps
from django.db import connection

from demo import load as demo

KEPT = "kept_"


def load_demo() -> None:
    """Load the demo; the first time as people would, then from a copy the database keeps."""
    tables = [model._meta.db_table for model in apps.get_models() if model._meta.managed]
    kept = [name for name in connection.introspection.table_names() if name.startswith(KEPT)]
    with connection.cursor() as cursor:
        if kept:
            cursor.execute("SET FOREIGN_KEY_CHECKS = 0")
            for name in kept:
                cursor.execute(f"INSERT IGNORE INTO {name.removeprefix(KEPT)} SELECT * FROM {name}")
            cursor.execute("SET FOREIGN_KEY_CHECKS = 1")
            return
        demo.load_demo()
        for name in tables:
            cursor.execute(f"CREATE TABLE {KEPT}{name} AS SELECT * FROM {name}")
