"""One shape for every error: field, code, what was typed, why, what would be accepted."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, TypedDict

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse
from rest_framework import exceptions
from rest_framework.response import Response
from rest_framework.views import exception_handler

from core.errors import RuleError, quoted
from server.common.refusals import ChangedSince, Conflict, Denied, Gone, Missing, Problem, Refusal


class OfferBody(TypedDict):
    """A ready answer; ``text`` can be typed in the field."""

    label: str
    text: str


class ErrorBody(TypedDict):
    """One refusal; ``field`` is empty where it belongs to the whole request."""

    field: str
    code: str
    typed: str
    why: str
    accepts: str
    offers: list[OfferBody]


class ErrorsBody(TypedDict):
    """What every status of 400 and above carries."""

    errors: list[ErrorBody]


#: The database's own numbers: two wrote at once, and one of them has to do it again. What both
#: wrote under one name (a double) is found by the second when it looks once more.
DOUBLE = 1062
AT_ONCE = {1020, DOUBLE, 1205, 1213}
#: It is not there, it went away, or it takes nobody now: a node without the others does not.
AWAY = {1040, 1047, 1053, 1077, 1129, 1180, 1203, 1226, 1290, 1317, 1927}
AWAY |= {2002, 2003, 2005, 2006, 2013, 2055}
RETRY_AFTER = "2"
STATUS: dict[type[Exception], int] = {
    Missing: 404,
    Denied: 403,
    Conflict: 409,
    ChangedSince: 409,
    Gone: 410,
}


def body_of(problem: Problem) -> ErrorBody:
    """Return a problem as it is sent."""
    return {
        "field": problem.field or "",
        "code": problem.code,
        "typed": problem.typed,
        "why": problem.why,
        "accepts": problem.accepts,
        "offers": [{"label": o.label, "text": o.text} for o in problem.offers],
    }


def fault_of(failed: BaseException | None) -> int | None:
    """Return the database's number of a fault that may be over in a moment; None for others."""
    if not isinstance(failed, DatabaseError):
        return None
    number = failed.args[0] if failed.args else None
    return number if isinstance(number, int) and number in AT_ONCE | AWAY else None


def answer_to(number: int) -> HttpResponse:
    """Return the answer to a fault, marked with its number."""
    if number in AT_ONCE:
        why = "Others were writing the same just now."
        answer = refused(Problem(None, "at-once", "", why, "Send it again; nothing is lost."), 409)
    else:
        why = "The database is away for a moment."
        accepts = "What you typed is kept; it goes on by itself when the database is back."
        answer = refused(Problem(None, "away", "", why, accepts), 503)
        answer["Retry-After"] = RETRY_AFTER
    answer.fault = number  # type: ignore[attr-defined]
    return answer


def refused(problem: Problem, status: int) -> HttpResponse:
    """Answer with a refusal from outside the views."""
    return JsonResponse({"errors": [body_of(problem)]}, status=status)


def handle(exc: Exception, context: dict[str, Any]) -> Response | None:
    """Turn a refusal of any layer into its response; what is none of them stays a 500."""
    if isinstance(exc, RuleError):
        exc = Refusal(Problem.of(None, exc))
    if isinstance(exc, Refusal):
        body = {"errors": [body_of(problem) for problem in exc.problems]}
        return Response(body, status=STATUS.get(type(exc), 400))
    number = fault_of(exc)
    if number is not None:
        return answer_to(number)  # type: ignore[return-value]
    response = exception_handler(exc, context)
    if response is None:
        return None
    sent = context["request"].data if isinstance(exc, exceptions.ValidationError) else {}
    response.data = {"errors": [body_of(p) for p in _problems(exc, sent)]}
    return response


def _problems(exc: Exception, sent: Any) -> Iterator[Problem]:
    if isinstance(exc, exceptions.ValidationError):
        yield from _field_problems(exc.detail, sent, "")
    elif isinstance(exc, exceptions.NotAuthenticated | exceptions.AuthenticationFailed):
        yield Problem(None, "signed-out", "", "You are not signed in.", "Sign in and try again.")
    elif isinstance(exc, exceptions.PermissionDenied):
        yield Problem(None, "denied", "", str(exc.detail), "Reload the page and try again.")
    elif isinstance(exc, exceptions.APIException):
        yield Problem(
            None, str(exc.default_code), "", str(exc.detail), "Check the address and the form."
        )
    else:
        yield Problem(
            None, "missing", "", "There is nothing at this address.", "Go back to your jobs."
        )


def _field_problems(detail: Any, sent: Any, path: str) -> Iterator[Problem]:
    """Walk the validation errors of nested fields, each with what was sent there."""
    if isinstance(detail, dict):
        for key, inner in detail.items():
            deeper = sent.get(key) if isinstance(sent, dict) else None
            yield from _field_problems(inner, deeper, f"{path}.{key}" if path else str(key))
    elif isinstance(detail, list) and any(isinstance(item, dict | list) for item in detail):
        for i, inner in enumerate(detail):
            deeper = sent[i] if isinstance(sent, list) and i < len(sent) else None
            yield from _field_problems(inner, deeper, f"{path}.{i}")
    else:
        for message in detail if isinstance(detail, list) else [detail]:
            code = str(getattr(message, "code", "invalid"))
            typed = "" if sent is None else quoted(str(sent))
            yield Problem(path or None, code, typed, str(message), "Correct this field.")


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """Refuse a form without its token, in the same shape."""
    why = "The page is older than your sign-in."
    problem = Problem(None, "csrf", "", why, "Reload the page; what you typed is kept.")
    return JsonResponse({"errors": [body_of(problem)]}, status=403)
