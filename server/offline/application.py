"""The server in a phone: a request in, an answer out, as through WSGI; nothing of a network."""

from __future__ import annotations

import io
import traceback
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any
from urllib.parse import unquote

from django.core.handlers.wsgi import WSGIHandler
from django.core.signals import got_request_exception

from server.offline.clock import ServersTime
from server.offline.models import KnownConcrete
from server.offline.store import Store
from server.sync.sheets import CarriedJob
from server.sync.take_in import check_shape, take_in

Write = Callable[[bytes], object]


@dataclass(frozen=True, slots=True)
class Answer:
    """An answer: its status, its headers, its body."""

    status: int
    headers: dict[str, str]
    body: bytes


class Phone:
    """A phone with its database files; the page asks it as it asks the server."""

    def __init__(self, folder: Path, empty: Path) -> None:
        self.store = Store(folder, empty)
        self.clock = ServersTime()
        self.clock.stand_in()
        self.handler = WSGIHandler()
        got_request_exception.connect(_say_what_failed, weak=False)

    def answer(self, method: str, path: str, headers: Mapping[str, str], body: bytes) -> Answer:
        """Return what the views answer; ``path`` may carry a query."""
        place, _, query = path.partition("?")
        environ = {
            "REQUEST_METHOD": method,
            "SCRIPT_NAME": "",
            "PATH_INFO": unquote(place, encoding="latin-1"),
            "QUERY_STRING": query,
            "SERVER_NAME": "phone",
            "SERVER_PORT": "80",
            "SERVER_PROTOCOL": "HTTP/1.1",
            "wsgi.url_scheme": "http",
            "wsgi.input": io.BytesIO(body),
            "wsgi.errors": io.StringIO(),
            "CONTENT_LENGTH": str(len(body)),
            **{_variable(name): value for name, value in headers.items()},
        }
        told: dict[str, Any] = {}

        def start(
            status: str, sent: list[tuple[str, str]], *_: object
        ) -> Callable[[bytes], object]:
            told.update(status=int(status.split(" ", 1)[0]), headers=dict(sent))
            return lambda _: None

        response = self.handler(environ, start)
        content = b"".join(response)
        response.close()
        return Answer(told["status"], told["headers"], content)

    def hear(self, carried: CarriedJob) -> None:
        """Take in what the server wrote of a job; the working file is made anew.

        Raises :class:`OtherShape` for what another version wrote; everything stands as it did.
        """
        check_shape(carried)
        with self.store.hearing():
            take_in(carried)
            for one in carried["concrete"]:
                KnownConcrete._default_manager.update_or_create(
                    floor=one["floor"],
                    defaults={name: one[name] for name in ("rests_on", "take_off", "map")},
                )


def _say_what_failed(**_: object) -> None:
    traceback.print_exc()


def _variable(header: str) -> str:
    name = header.upper().replace("-", "_")
    return name if name == "CONTENT_TYPE" else f"HTTP_{name}"
