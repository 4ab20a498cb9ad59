"""Calls Django with the settings of one instance."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Sequence

from launcher.children import run
from launcher.database import Database
from launcher.place import PYTHON, ROOT


def environment(database: Database, secret_key: str, **more: str) -> dict[str, str]:
    """Return the environment of the server for one instance, on plain loopback HTTP."""
    return {
        **os.environ,
        **database.settings(),
        "DJANGO_SETTINGS_MODULE": "server.settings",
        "PYTHONPATH": str(ROOT),
        "YP_SECRET_KEY": secret_key,
        "YP_HTTPS": "off",
        **more,
    }


def manage(env: dict[str, str], *arguments: str, what: str) -> None:
    """Run one of Django's commands; raises :class:`Trouble` where it fails."""
    run([str(PYTHON), "-m", "django", *arguments], cwd=ROOT, env=env, what=what)


def manage_openly(env: dict[str, str], *arguments: str) -> int:
    """Run one of Django's commands with its output shown; returns its exit code."""
    return subprocess.run(command(*arguments), cwd=ROOT, env=env, check=False).returncode


def command(*arguments: str, under: Sequence[str] = ()) -> list[str]:
    """Return how one of Django's commands is run, by Python itself or under another tool."""
    return [*(under or (str(PYTHON),)), "-m", "django", *arguments]
