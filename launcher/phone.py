"""Builds what runs in a phone: an empty database by our own migrations, and the modules."""

from __future__ import annotations

import os
import sysconfig
from pathlib import Path

from launcher.children import run
from launcher.place import PYTHON, ROOT, VENV, WEB
from launcher.say import say
from launcher.stamps import digest_of, is_stamped, stamp

BUILT = WEB / "public" / "phone"
MADE = WEB / "phone" / "made"
EMPTY = MADE / "empty.sqlite"


def phone_files() -> None:
    """Build what a phone runs where any of it changed."""
    packages = ("core", "server", "simulation")
    python = [file for package in packages for file in _python(package)]
    sources = [*python, *(WEB / "phone").glob("*.mjs"), *(WEB / "phone").rglob("*.py")]
    pins = [ROOT / "requirements.lock", WEB / "package-lock.json"]
    made_from = digest_of([*sources, *pins])
    if is_stamped(BUILT, made_from):
        return
    _empty_database()
    say("building what runs in a phone")
    libraries = sysconfig.get_path("purelib", vars={"base": str(VENV)})
    build = ["node", "phone/build.mjs", str(EMPTY), libraries, str(BUILT)]
    run(build, cwd=WEB, what="building what runs in a phone")
    stamp(BUILT, made_from)


def _python(package: str) -> list[Path]:
    return [path for path in (ROOT / package).rglob("*.py") if "tests" not in path.parts]


def _empty_database() -> None:
    """Make the database a phone begins with, by the migrations the server runs."""
    migrations = [path for path in _python("server") if path.parent.name == "migrations"]
    made_from = digest_of([*migrations, ROOT / "requirements.lock"])
    if EMPTY.exists() and is_stamped(MADE, made_from):
        return
    say("building a phone's empty database")
    MADE.mkdir(parents=True, exist_ok=True)
    EMPTY.unlink(missing_ok=True)
    env = {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "server.offline.settings",
        "PYTHONPATH": str(ROOT),
        "YP_SECRET_KEY": "nothing is signed here",
        "YP_PHONE_DATABASE": str(EMPTY),
    }
    migrate = [str(PYTHON), "-m", "django", "migrate"]
    run(migrate, cwd=ROOT, env=env, what="building a phone's empty database")
    stamp(MADE, made_from)
