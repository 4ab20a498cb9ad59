"""Asks a phone all that is asked of the server, and holds the answers against each other."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Any
from unittest.mock import patch

from django.db import connection
from django.http import HttpResponse
from django.test import Client
from django.test.client import FakePayload

from server.common.senders import Sender, sent_by
from server.concrete.services.take_off import WAITS
from server.crews.models import Phone, User
from server.jobs.models import Job
from server.offline.tests.node import PhoneInNode
from server.pours import facts
from server.sync.write import Held, carried_crew, carried_job

PREFIX = "/api/v1/"
NEEDS_A_LINE = 503
#: A pour rests on the concrete, which a phone knows again with the next news.
POUR = re.compile(r"/pours/")
WRITES = re.compile(r"\s*(INSERT|UPDATE|DELETE|REPLACE)", re.IGNORECASE)
#: What may differ by the moment of asking: both answer in their own time.
MOMENT = re.compile(r"\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?(Z|\+00:00)")


class Mirror:
    """A phone that is kept beside the server while tests ask it.

    It takes along what the server holds whenever something was written past the API; after that
    it goes on by itself from the same requests.
    """

    def __init__(self, phone: PhoneInNode) -> None:
        self.phone = phone
        self.is_behind = True
        self.is_asking = False
        self.known: set[str] = set()
        self.compared = 0
        self.differing: list[str] = []

    @contextmanager
    def watching(self) -> Iterator[None]:
        """Compare every answer of the API while this lasts."""
        asked = Client.request

        def request(client: Client, **environ: Any) -> Any:
            return self._both(client, environ, lambda: asked(client, **environ))

        with patch.object(Client, "request", request), connection.execute_wrapper(self._note):
            yield

    def _note(self, execute: Any, sql: str, params: Any, many: bool, context: Any) -> Any:
        if not self.is_asking and WRITES.match(sql):
            self.is_behind = True
        return execute(sql, params, many, context)

    def _both(self, client: Client, environ: Any, ask: Callable[[], Any]) -> Any:
        person = client.session.get("_auth_user_id")
        if not environ["PATH_INFO"].startswith(PREFIX) or person is None:
            self.is_behind = True
            return ask()
        is_of_a_pour = POUR.search(environ["PATH_INFO"]) is not None
        if self.is_behind or is_of_a_pour or person not in self.known:
            self.is_behind = True
            self._take_along(person)
        request = _request(environ, person)
        self.phone.call("keepTime", self._clock_off() if is_of_a_pour else 0)
        self.is_asking = True
        try:
            told = ask()
        finally:
            self.is_asking = False
        answer = self.phone.call("answer", request)
        if request["method"] == "GET" and WAITS in answer["body"]:
            self._take_along(person)
            answer = self.phone.call("answer", request)
        self._compare(request, told, answer)
        return told

    @staticmethod
    def _clock_off() -> float:
        """Return how far ahead this clock is of the moment that pours are looked at here."""
        now: datetime = vars(facts)["timezone"].now()
        return (datetime.now(UTC) - now).total_seconds()

    def _take_along(self, person: str) -> None:
        """Begin anew, with all that those who asked so far may see: what was done goes."""
        self.phone.call("load", None)
        self.known.add(person)
        for user in User.objects.filter(pk__in=self.known):
            self._take_along_of(user)
        self.is_behind = False

    def _take_along_of(self, user: User) -> None:
        phones: list[Sender | None] = [Sender(phone=phone.pk) for phone in Phone.objects.all()]
        for place in user.memberships.all():
            for sender in phones or [None]:
                with sent_by(sender):
                    self._hear(carried_crew(user, place.crew_id, Held()))
            for job in Job.objects.filter(crew=place.crew_id):
                self._hear(carried_job(user, job.pk, Held()))

    def _hear(self, carried: Any) -> None:
        assert self.phone.call("hear", json.dumps(carried))

    def _compare(self, request: Any, told: HttpResponse, answer: Any) -> None:
        if answer["status"] == NEEDS_A_LINE and "needs-a-signal" in answer["body"]:
            self.is_behind = request["method"] != "GET" or self.is_behind
            return
        self.compared += 1
        own, its = MOMENT.sub("·", told.content.decode()), MOMENT.sub("·", answer["body"])
        if told.status_code != answer["status"] or own != its:
            self.is_behind = True
            server, phone = (told.status_code, own), (answer["status"], its)
            self.differing.append(_difference(request, server, phone))


def _request(environ: Any, person: str) -> dict[str, Any]:
    """Return what is asked of the server as the phone is asked; the server's own stays unread."""
    method, query = environ["REQUEST_METHOD"], environ.get("QUERY_STRING", "")
    path = f"{environ['PATH_INFO']}?{query}" if query else environ["PATH_INFO"]
    body = environ["wsgi.input"].read() if "CONTENT_LENGTH" in environ else b""
    environ["wsgi.input"] = FakePayload(body)
    headers = {
        name.removeprefix("HTTP_").replace("_", "-"): str(value)
        for name, value in environ.items()
        if name.startswith("HTTP_X_")
    }
    own = {"X-Person": str(person), "Content-Type": str(environ.get("CONTENT_TYPE", ""))}
    text = body.decode(errors="replace")
    return {"method": method, "path": path, "headers": headers | own, "body": text}


def _difference(request: Any, server: tuple[int, str], phone: tuple[int, str]) -> str:
    (own_status, own), (its_status, its) = server, phone
    return (
        f"{request['method']} {request['path']}\n  server {own_status} {_near(own, its)}"
        f"\n  phone  {its_status} {_near(its, own)}"
    )


def _near(text: str, other: str) -> str:
    """Return a text around where it first differs from another."""
    at = next((n for n, (a, b) in enumerate(zip(text, other, strict=False)) if a != b), 0)
    return text[max(0, at - 120) : at + 160]
