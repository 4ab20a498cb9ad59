"""Who sends a record: the phone, and what it says of its own clock (headers of each request)."""

from __future__ import annotations

import contextlib
from collections.abc import Callable, Iterator
from contextvars import ContextVar
from dataclasses import dataclass
from datetime import UTC, datetime
from time import time
from uuid import UUID, uuid5

from django.http import HttpRequest, HttpResponse

PHONE, NUMBER = "X-Phone", "X-Phone-Number"
NOW, CLOCK_OFF, SAID = "X-Phone-Now", "X-Phone-Clock-Off", "X-Phone-Said"
SERVER_NOW = "X-Server-Now"
#: No phone counts that far, and no clock is that far off: what is beyond is no answer.
MOST_RECORDS, FARTHEST_OFF = 2**53, 400 * 366 * 86_400.0
#: What a phone's clock may say and be kept as it is.
EARLIEST, LATEST = datetime(1970, 1, 2, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)
SECONDS = (-62_000_000_000.0, 253_000_000_000.0)


@dataclass(frozen=True, slots=True)
class Sender:
    """A phone that sends: its key, the record's number there, and its clock in seconds.

    The key is of the phone in the hands of who is signed in: known from a record's file, it is of
    no use to anybody else.

    ``now`` is what its clock shows as it sends, ``said`` what it showed when the record was made,
    ``clock_off`` how far it was ahead of the server when they were last compared before that.
    What it does not say, or not so that it can be, is None.
    """

    phone: UUID | None = None
    number: int | None = None
    now: float | None = None
    said: float | None = None
    clock_off: float | None = None


_sender: ContextVar[Sender | None] = ContextVar("sender", default=None)


def sender_now() -> Sender | None:
    """Return who sends what is recorded now; None where the program records of itself."""
    return _sender.get()


@contextlib.contextmanager
def sent_by(sender: Sender | None) -> Iterator[None]:
    """Record under a sender."""
    token = _sender.set(sender)
    try:
        yield
    finally:
        _sender.reset(token)


class SenderMiddleware:
    """Reads who sends from the headers of each request, and tells the server's own time."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        with sent_by(sender_of(request)):
            answer = self.answer(request)
        answer[SERVER_NOW] = f"{time():.3f}"
        return answer


def sender_of(request: HttpRequest) -> Sender:
    """Return the sender a request names; what is no key or no number is left out."""
    headers, key = request.headers, _key(request.headers.get(PHONE, ""))
    person = request.user.pk if key else None
    return Sender(
        phone=uuid5(key, str(person)) if key and person else None,
        number=_whole(headers.get(NUMBER, "")),
        now=_number(headers.get(NOW, ""), *SECONDS),
        said=_number(headers.get(SAID, ""), *SECONDS),
        clock_off=_number(headers.get(CLOCK_OFF, ""), -FARTHEST_OFF, FARTHEST_OFF),
    )


def _key(text: str) -> UUID | None:
    try:
        return UUID(text) if len(text) == 36 else None
    except ValueError:
        return None


def _whole(text: str) -> int | None:
    is_whole = text.isascii() and text.isdigit() and len(text) <= 16
    return int(text) if is_whole and int(text) < MOST_RECORDS else None


def _number(text: str, least: float, most: float) -> float | None:
    try:
        number = float(text) if len(text) <= 30 else None
    except ValueError:
        return None
    return number if number is not None and least <= number <= most else None
