"""The database of an instance that is there: a server's by its settings file, or one's own."""

from __future__ import annotations

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from launcher.database import Database, mariadb, reached_at
from launcher.django import environment
from launcher.place import ROOT, home, is_held, kept_secrets, only_one
from launcher.settings import read_settings

PORT_FILE = "database.json"


def production_environment(settings: dict[str, str]) -> dict[str, str]:
    """Return the environment of Django's commands under the settings of a file."""
    ours = ("YP_", "DJANGO_")
    bare = {name: value for name, value in os.environ.items() if not name.startswith(ours)}
    own = {"DJANGO_SETTINGS_MODULE": "server.platform.settings", "PYTHONPATH": str(ROOT)}
    return {**bare, **settings, **own, "YP_DEMO": "off"}


def note_port(folder: Path, database: Database) -> None:
    """Note where an instance's own database is reached, for who makes a backup meanwhile."""
    (folder / PORT_FILE).write_text(json.dumps({"port": database.port}))


@contextmanager
def instance(settings: Path | None, *, alone: bool = False) -> Iterator[dict[str, str]]:
    """Give Django's environment on an instance's database, started where it does not run.

    ``alone`` is for what nobody may use meanwhile: one's own instance must be stopped then.
    """
    if settings is not None:
        yield production_environment(read_settings(settings))
        return
    folder = home()
    secrets = kept_secrets(folder)
    if is_held(folder) and not alone:
        port = json.loads((folder / PORT_FILE).read_text())["port"]
        yield environment(reached_at(port, secrets["database"]), secrets["secret_key"])
        return
    with only_one(folder), mariadb(folder, secrets["database"], secrets["root"]) as database:
        yield environment(database.settings(), secrets["secret_key"])
