"""The settings file of a server that is run for real: NAME=value, a line each."""

from __future__ import annotations

import stat
from pathlib import Path

from launcher.say import Trouble

DEFAULT_FILE = Path("/etc/yellow-peg/settings")
NEEDED = ("YP_SECRET_KEY", "YP_HOSTS", "YP_DB_PASSWORD")
KNOWN = {
    *NEEDED,
    "YP_ORIGINS", "YP_HTTPS", "YP_HSTS_DOMAIN", "YP_PROXIES",
    "YP_DB_HOST", "YP_DB_PORT", "YP_DB_NAME", "YP_DB_USER",
    "YP_HOME", "YP_BIND", "YP_WORKERS", "YP_THREADS", "YP_LONG_WORKERS", "YP_MIGRATE",
    "YP_METRICS", "YP_BACKUPS", "YP_BACKUP_HOURS", "YP_BACKUPS_KEPT", "YP_SIGN_UP",
    "YP_MAIL_HOST", "YP_MAIL_PORT", "YP_MAIL_USER", "YP_MAIL_PASSWORD", "YP_MAIL_TLS",
    "YP_MAIL_FROM",
}  # fmt: skip
DEFAULTS = {
    "YP_HOME": "/var/lib/yellow-peg",
    "YP_PROXIES": "1",
    "YP_HTTPS": "on",
    "YP_BIND": "127.0.0.1:8400",
    "YP_WORKERS": "4",
    "YP_THREADS": "8",
    "YP_LONG_WORKERS": "2",
    "YP_MIGRATE": "on",
    "YP_METRICS": "127.0.0.1:8490",
    "YP_BACKUPS": "",
    "YP_BACKUP_HOURS": "24",
    "YP_BACKUPS_KEPT": "14",
    "YP_DB_HOST": "127.0.0.1",
    "YP_DB_PORT": "3306",
    "YP_DB_NAME": "yellowpeg",
    "YP_DB_USER": "yp",
}
WHOLE_NUMBERS = (
    "YP_WORKERS", "YP_THREADS", "YP_LONG_WORKERS", "YP_PROXIES", "YP_BACKUP_HOURS",
    "YP_BACKUPS_KEPT", "YP_DB_PORT",
)  # fmt: skip


def read_settings(file: Path) -> dict[str, str]:
    """Return the settings of a file, with what it leaves unsaid.

    Raises :class:`Trouble` for a file others may read, a line that is none, a name nobody knows,
    a number that is none, and what has to be said and is not.
    """
    if not file.is_file():
        raise Trouble(f"there is no settings file {file}; docs/running.md says what stands in it.")
    if file.stat().st_mode & (stat.S_IRWXO | stat.S_IWGRP):
        raise Trouble(f"{file} holds secrets and others may read it: chmod 640 {file}")
    found = dict(DEFAULTS)
    for number, line in enumerate(file.read_text().splitlines(), start=1):
        if line.strip() and not line.lstrip().startswith("#"):
            name, value = _setting(line, f"{file}, line {number}")
            found[name] = value
    _check(found, file)
    return found


def _setting(line: str, where: str) -> tuple[str, str]:
    name, equals, value = line.partition("=")
    name, value = name.strip(), value.strip()
    if not equals:
        raise Trouble(f"{where}: “{line.strip()}” is no setting; write NAME=value.")
    if name not in KNOWN:
        raise Trouble(f"{where}: nobody knows {name}; docs/running.md names them all.")
    for quote in "\"'":
        if len(value) > 1 and value[0] == value[-1] == quote:
            value = value[1:-1]
    return name, value


def _check(found: dict[str, str], file: Path) -> None:
    for name in NEEDED:
        if not found.get(name):
            raise Trouble(f"{file} does not say {name}, which has no default.")
    for name in WHOLE_NUMBERS:
        if not found[name].isdecimal():
            raise Trouble(f"{file}: {name} is “{found[name]}”; give a whole number.")
    if found["YP_HTTPS"] == "on" and found["YP_PROXIES"] == "0":
        raise Trouble(f"{file}: HTTPS is on and no proxy stands in front; set YP_PROXIES to 1.")
