"""Calls Django with the settings of one instance."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Sequence

from launcher.children import run
from launcher.place import PYTHON, ROOT
from launcher.say import say


def environment(database: dict[str, str], secret_key: str, **more: str) -> dict[str, str]:
    """Return the environment of the server for one instance, on plain loopback HTTP.

    ``database`` is the part of it that tells where its database is reached.
    """
    return {
        **os.environ,
        **database,
        "DJANGO_SETTINGS_MODULE": "server.platform.settings",
        "PYTHONPATH": str(ROOT),
        "YP_SECRET_KEY": secret_key,
        "YP_HTTPS": "off",
        **more,
    }


def manage(env: dict[str, str], *arguments: str, what: str) -> str:
    """Run one of Django's commands and return its output; raises :class:`Trouble`."""
    return run([str(PYTHON), "-m", "django", *arguments], cwd=ROOT, env=env, what=what)


def say_set_up_code(env: dict[str, str]) -> None:
    """Say the code that the first crew is begun with, where nobody signs in yet."""
    told = manage(env, "set_up_code", what="looking whether anybody is here").strip()
    if told:
        say(told)


def succeeds(env: dict[str, str], *arguments: str) -> bool:
    """Tell whether one of Django's commands ends well, whatever it says."""
    done = subprocess.run(command(*arguments), cwd=ROOT, env=env, capture_output=True, check=False)
    return done.returncode == 0


def manage_openly(env: dict[str, str], *arguments: str) -> int:
    """Run one of Django's commands with its output shown; returns its exit code."""
    return subprocess.run(command(*arguments), cwd=ROOT, env=env, check=False).returncode


def command(*arguments: str, under: Sequence[str] = ()) -> list[str]:
    """Return how one of Django's commands is run, by Python itself or under another tool."""
    return [*(under or (str(PYTHON),)), "-m", "django", *arguments]
