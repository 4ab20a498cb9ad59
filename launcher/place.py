"""Where things lie: the checkout, the data folder, ports and secrets."""

from __future__ import annotations

import fcntl
import json
import os
import secrets
import socket
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from launcher.say import Trouble

ROOT = Path(__file__).resolve().parent.parent
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
DEFAULT_PORT = 8400


def home() -> Path:
    """Return the data folder, made where it is missing, closed to other accounts."""
    folder = Path(os.environ.get("YP_HOME", ROOT / ".yp")).resolve()
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    return folder


def free_port() -> int:
    """Return a loopback port nothing listens on."""
    with closing(socket.socket()) as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def is_free(port: int) -> bool:
    """Tell whether nothing listens on a loopback port."""
    with closing(socket.socket()) as probe:
        return probe.connect_ex(("127.0.0.1", port)) != 0


def web_port() -> int:
    """Return the port to serve on: YP_PORT, or the first free one from 8400."""
    asked = os.environ.get("YP_PORT")
    if asked:
        if not is_free(int(asked)):
            raise Trouble(f"port {asked} is in use; set YP_PORT to another.")
        return int(asked)
    return next(port for port in range(DEFAULT_PORT, DEFAULT_PORT + 200) if is_free(port))


def kept_secrets(folder: Path) -> dict[str, str]:
    """Return the instance's own secrets, made at its first start and readable by its owner."""
    file = folder / "secrets.json"
    if not file.exists():
        made = {name: secrets.token_urlsafe(48) for name in ("secret_key", "database", "root")}
        with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as out:
            json.dump(made, out)
    kept: dict[str, str] = json.loads(file.read_text())
    return kept


def is_held(folder: Path) -> bool:
    """Tell whether an instance uses a data folder."""
    try:
        with only_one(folder):
            return False
    except Trouble:
        return True


@contextmanager
def only_one(folder: Path) -> Iterator[None]:
    """Hold the data folder; raises :class:`Trouble` where another instance has it."""
    with (folder / "lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as held:
            raise Trouble(
                f"another instance uses {folder}; stop it, or set YP_HOME to another folder."
            ) from held
        yield
