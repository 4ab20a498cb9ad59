"""Phones that shoot at once, over HTTPS as from a site: what each was answered, and how fast.

A phone sends a reading under a key of its own. What fails is sent once more by itself after two
seconds; what fails then as well is counted, and sent on until it is acknowledged.
"""

from __future__ import annotations

import http.client
import json
import random
import ssl
import threading
import time
from collections import Counter
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from datetime import UTC, datetime
from http.cookies import SimpleCookie
from itertools import pairwise
from typing import Any
from uuid import uuid4

from launcher.say import Trouble

HOST = "peg.example"
RETRY_AFTER = 2.0
PATIENCE = 30.0
OK = 400
SERVERS_FAULT = 500


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody signed in."""

    cookies: str
    token: str


@dataclass(frozen=True, slots=True)
class Work:
    """Where a phone shoots: a set-up and the points to shoot from it."""

    job: str
    set_up: str
    points: list[str]


@dataclass(slots=True)
class Tally:
    """What all phones were answered: times in seconds, keys that were acknowledged."""

    acknowledged: list[tuple[float, str]] = field(default_factory=list)
    seconds: list[float] = field(default_factory=list)
    failed: Counter[str] = field(default_factory=Counter)
    uncured: Counter[str] = field(default_factory=Counter)
    lock: threading.Lock = field(default_factory=threading.Lock)

    def longest_gap(self, since: float, until: float) -> float:
        """Return the longest time in which nothing was acknowledged, in seconds."""
        times = [since, *sorted(at for at, _ in self.acknowledged if since <= at <= until), until]
        return max(later - sooner for sooner, later in pairwise(times))

    def at(self, part: float) -> float:
        """Return the time in which so great a part of the readings was answered, in seconds."""
        ordered = sorted(self.seconds)
        return ordered[min(int(len(ordered) * part), len(ordered) - 1)] if ordered else 0.0


class Site:
    """The address everybody asks: by HTTPS, through the proxy."""

    def __init__(self, port: int) -> None:
        self.port = port
        self.unproved = ssl._create_unverified_context()  # noqa: S323 - a certificate of our own

    def line(self) -> http.client.HTTPSConnection:
        """Open a line to it."""
        return http.client.HTTPSConnection(
            "127.0.0.1", self.port, timeout=PATIENCE, context=self.unproved
        )

    def sign_in(self, username: str, password: str) -> Person:
        """Sign in; raises :class:`Trouble` where the door stays shut."""
        line = self.line()
        line.request("GET", "/api/v1/session", headers={"Host": HOST})
        first = line.getresponse()
        first.read()
        cookies: SimpleCookie = SimpleCookie()
        _take(cookies, first)
        person = _person(cookies)
        body = {"username": username, "password": password}
        status, _, answer = self.send(line, person, "POST", "session", body)
        if status >= OK:
            raise Trouble(f"{username} can't sign in: {status}")
        _take(cookies, answer)
        line.close()
        return _person(cookies)

    def send(
        self,
        line: http.client.HTTPSConnection,
        person: Person,
        method: str,
        path: str,
        body: Any = None,
        **headers: str,
    ) -> tuple[int, Any, http.client.HTTPResponse]:
        """Send a request of a person's and return its status and what it was answered."""
        own = {
            "Host": HOST, "Origin": f"https://{HOST}", "Cookie": person.cookies,
            "X-CSRFToken": person.token, "Content-Type": "application/json", **headers,
        }  # fmt: skip
        content = None if body is None else json.dumps(body)
        line.request(method, f"/api/v1/{path}", content, own)
        answer = line.getresponse()
        read = answer.read()
        is_json = answer.headers.get_content_type() == "application/json"
        return answer.status, json.loads(read) if is_json and read else None, answer

    def ask(self, person: Person, path: str) -> Any:
        """Return what stands at an address; raises :class:`Trouble` where nothing does."""
        line = self.line()
        status, found, _ = self.send(line, person, "GET", path)
        line.close()
        if status >= OK:
            raise Trouble(f"{path} answers {status}")
        return found

    def works(self, person: Person, number: int) -> list[Work]:
        """Return where there is something to shoot, in so many jobs at most."""
        found = []
        for row in self.ask(person, "jobs")["jobs"]:
            job = self.ask(person, f"jobs/{row['id']}")
            if job["set_ups"] and job["floors"]:
                floor = self.ask(person, f"floors/{job['floors'][0]['id']}")
                points = [peg["id"] for peg in floor["plan"]["pegs"]]
                found.append(Work(job["id"], job["set_ups"][0]["id"], points))
        return found[:number]


def _take(cookies: SimpleCookie, answer: http.client.HTTPResponse) -> None:
    for header in answer.headers.get_all("Set-Cookie") or []:
        cookies.load(header)


def _person(cookies: SimpleCookie) -> Person:
    said = "; ".join(f"{name}={one.value}" for name, one in cookies.items())
    return Person(said, cookies["csrftoken"].value)


class Phone:
    """One phone: it shoots one point after another until it is told to stop."""

    def __init__(self, site: Site, person: Person, work: Work, tally: Tally) -> None:
        self.site, self.person, self.work, self.tally = site, person, work, tally
        self.key, self.number = str(uuid4()), 0
        self.line = site.line()

    def shoot(self, over: threading.Event) -> None:
        """Shoot on, every reading until it is acknowledged."""
        while not over.is_set():
            self.number += 1
            body = {
                "id": str(uuid4()),
                "set_up": self.work.set_up,
                "point": random.choice(self.work.points),  # noqa: S311 - any will do
                "reading": "4' 5\"",
                "taken_at": datetime.now(UTC).isoformat(),
            }
            self._until_acknowledged(body, over)

    def _until_acknowledged(self, body: dict[str, str], over: threading.Event) -> None:
        tries = 0
        while not over.is_set():
            began = time.monotonic()
            what = self._sent(body)
            tries += 1
            with self.tally.lock:
                if not what:
                    self.tally.seconds.append(time.monotonic() - began)
                    self.tally.acknowledged.append((time.monotonic(), body["id"]))
                    return
                self.tally.failed[what] += 1
                if tries > 1:
                    self.tally.uncured[what] += 1
            over.wait(RETRY_AFTER)

    def _sent(self, body: dict[str, str]) -> str:
        """Send a reading; returns what went wrong, empty where it was acknowledged."""
        phone = {"X-Phone": self.key, "X-Phone-Number": str(self.number)}
        try:
            status, _, _ = self.site.send(self.line, self.person, "POST", "shots", body, **phone)
        except (OSError, http.client.HTTPException) as failed:
            self.line.close()
            self.line = self.site.line()
            return type(failed).__name__
        if status >= SERVERS_FAULT or status in (409, 429):
            return str(status)
        if status >= OK:
            raise Trouble(f"a reading was refused: {status}")
        return ""


@contextmanager
def shooting(site: Site, person: Person, works: Sequence[Work], phones: int) -> Iterator[Tally]:
    """Let so many phones shoot, each in the job that is its turn, until the block ends."""
    tally, over = Tally(), threading.Event()
    own = [Phone(site, person, works[i % len(works)], tally) for i in range(phones)]
    threads = [threading.Thread(target=one.shoot, args=(over,)) for one in own]
    for thread in threads:
        thread.start()
    try:
        yield tally
    finally:
        over.set()
        for thread in threads:
            thread.join()
