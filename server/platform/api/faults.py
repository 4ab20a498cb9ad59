"""What to do when the database is away, or two write at once: again, and else a clear answer."""

from __future__ import annotations

import random
import sys
from collections.abc import Callable
from time import sleep

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.db import connections
from django.http import HttpRequest, HttpResponse, UnreadablePostError

from server.common.refusals import Problem
from server.platform.api.errors import AWAY, answer_to, fault_of, refused

TRIES = 4
PAUSE = 0.04
API = "/api/"
#: A form with files is read as it comes, once; its work is done again from where it is kept.
FILES = "multipart/form-data"
#: The largest file, and what else its form holds.
LARGEST_UPLOAD = 33 * 1024 * 1024

Answer = Callable[[HttpRequest], HttpResponse]


class FaultsMiddleware:
    """Does a request again that came to nothing for no fault of its own; nothing is done twice.

    Everything that is recorded carries its key, and is recorded whole or not at all.
    """

    def __init__(self, answer: Answer) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not request.path.startswith(API):
            return self.answer(request)
        answer = _too_large(request) or _unreadable(request) or self._answered(request)
        answer.headers.setdefault("Cache-Control", "no-store")
        return answer

    def _answered(self, request: HttpRequest) -> HttpResponse:
        tries = 1 if request.content_type == FILES else TRIES
        for tried in range(1, tries + 1):
            answer = self.answer(request)
            number = getattr(answer, "fault", None)
            if number is None:
                return answer
            if number in AWAY:
                connections.close_all()
            if tried < tries:
                sleep(PAUSE * tried * random.uniform(0.5, 1.5))  # noqa: S311 - a pause, no secret
        return answer


def _too_large(request: HttpRequest) -> HttpResponse | None:
    """Refuse what says itself that it is too large, before any of it is taken in."""
    most = LARGEST_UPLOAD if request.content_type == FILES else settings.DATA_UPLOAD_MAX_MEMORY_SIZE
    try:
        length = int(request.META.get("CONTENT_LENGTH") or 0)
    except ValueError:
        length = 0
    if length <= most:
        return None
    why, accepts = f"That is {length} bytes.", f"Up to {most} are taken at once."
    answer = refused(Problem(None, "too-large", "", why, accepts), 413)
    answer["Connection"] = "close"
    return answer


def _unreadable(request: HttpRequest) -> HttpResponse | None:
    """Read a form that is no file whole, so that it can be taken again; None where it could be."""
    if request.content_type == FILES:
        return None
    try:
        _ = request.body
    except RequestDataTooBig:
        why, accepts = "That is more than any form holds.", "Send less at once."
        return refused(Problem(None, "too-large", "", why, accepts), 413)
    except UnreadablePostError:
        why, accepts = "It was cut off on its way.", "Send it again."
        return refused(Problem(None, "cut-off", "", why, accepts), 400)
    return None


def failed(request: HttpRequest) -> HttpResponse:
    """Answer what nobody foresaw, or a fault outside the views, in the API's own shape."""
    number = fault_of(sys.exc_info()[1])
    if number is not None:
        return answer_to(number)
    problem = Problem(None, "failed", "", "The server failed.", "It is noted; try again.")
    return refused(problem, 500)
