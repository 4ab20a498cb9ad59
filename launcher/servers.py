"""The servers of an instance: the one of the pages, the ones of long work, the one of figures."""

from __future__ import annotations

from pathlib import Path
from socket import create_server, socket

from launcher.children import Child
from launcher.place import PYTHON
from launcher.say import Trouble


def web_server(folder: Path, env: dict[str, str], listener: socket | None = None) -> Child:
    """Return the server of the pages and the API, on its own address or a socket it is given."""
    command = [
        str(PYTHON),
        "-m",
        "gunicorn",
        "server.entry.wsgi",
        "--config=python:server.platform.gunicorn",
    ]
    log, ready = folder / "server.log", "ready to serve"
    if listener is None:
        return Child(command, ready=ready, log=log, env=env)
    own = {"YP_BIND": f"fd://{listener.fileno()}"}
    return Child(command, ready=ready, log=log, env=env | own, sockets=[listener.fileno()])


def listening(address: str) -> socket:
    """Return a socket that listens; raises :class:`Trouble` where it can't."""
    host, _, port = address.rpartition(":")
    try:
        return create_server((host, int(port)), backlog=2048)
    except (OSError, ValueError) as failed:
        raise Trouble(f"can't listen on YP_BIND, which is “{address}”: {failed}") from failed


def long_worker(folder: Path, env: dict[str, str], number: int = 0) -> Child:
    """Return one that carries out long work."""
    log = folder / (f"work-{number}.log" if number else "work.log")
    return Child(_django("work"), ready="ready for work", log=log, env=env)


def figures_server(folder: Path, env: dict[str, str]) -> Child:
    """Return the one that serves the figures of all processes, on an address of its own."""
    log = folder / "figures.log"
    return Child(_django("figures"), ready="serving figures", log=log, env=env)


def _django(command: str) -> list[str]:
    return [str(PYTHON), "-m", "django", command]
