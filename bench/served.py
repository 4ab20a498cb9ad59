"""The server as it is served, and a browser's connection to it."""

from __future__ import annotations

import http.client
import json
import os
import signal
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.conf import settings

from bench.site import Site


@dataclass(frozen=True, slots=True)
class Served:
    """The application as it is served."""

    port: int
    process: subprocess.Popen[str]

    def kill(self) -> None:
        """Kill it and its workers at once, as a lost machine would."""
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()


@contextmanager
def served(database: str = "", port: int = 0) -> Iterator[Served]:
    """Serve over loopback with the bare view beside the application.

    ``database`` is another one's name than the environment's; ``port`` the one to serve on, any
    that is free by default.
    """
    command = [
        sys.executable, "-m", "gunicorn", "bench.wsgi", f"--bind=127.0.0.1:{port}",
        "--worker-class=gthread", "--threads=2", "--keep-alive=60", "--no-control-socket",
    ]  # fmt: skip
    env = {**os.environ, **({"YP_DB_NAME": database} if database else {})}
    process = subprocess.Popen(  # noqa: S603 - ours
        command, stderr=subprocess.PIPE, text=True, env=env, start_new_session=True
    )
    try:
        yield Served(_port(process), process)
    finally:
        process.terminate()
        process.wait()
        assert process.stderr is not None
        process.stderr.close()


def _port(process: subprocess.Popen[str]) -> int:
    assert process.stderr is not None
    port = 0
    for line in process.stderr:
        if "Listening at" in line:
            port = int(line.split("127.0.0.1:")[1].split(" ")[0])
        if "Booting worker" in line:
            return port
    raise RuntimeError("the server did not start")


class Connection:
    """A kept-open connection, signed in, that posts JSON as the web does."""

    def __init__(self, port: int, site: Site) -> None:
        self._http = http.client.HTTPConnection("127.0.0.1", port)
        session = site.browser.cookies[settings.SESSION_COOKIE_NAME].value
        token = "t" * 32
        self._headers = {
            "Content-Type": "application/json",
            "Cookie": f"{settings.SESSION_COOKIE_NAME}={session}; csrftoken={token}",
            "X-CSRFToken": token,
        }

    def post(self, path: str, body: dict[str, Any]) -> None:
        """Post a body; raises unless it was taken."""
        self._http.request("POST", path, json.dumps(body), self._headers)
        answer = self._http.getresponse()
        text = answer.read()
        if answer.status >= 300:
            raise RuntimeError(f"{answer.status}: {text[:300]!r}")
