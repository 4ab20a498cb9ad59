"""What every view shares: who is asking, and how a recorded thing is answered."""

from __future__ import annotations

from typing import Any, TypedDict

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse
from rest_framework.request import Request
from rest_framework.response import Response

from server.platform.api.errors import ErrorsBody
from server.platform.api.typed import TypedResponse


class Recorded(TypedDict):
    """What was recorded, by its id."""

    id: str


def recorded(key: object, created: bool) -> Response:
    """Answer with the key: 201 the first time, 200 when it was there already."""
    return Response({"id": str(key)}, status=201 if created else 200)


def answers(typed: type, status: int = 200) -> dict[int, Any]:
    """Describe the answers of a view: its sheet, and the shape of its errors."""
    return {status: TypedResponse.of(typed), **_refusals(400, 403, 404, 409)}


def a_file(kind: str) -> dict[Any, Any]:
    """Describe the answers of a view that gives a file: its bytes, and the shape of its errors."""
    return {(200, kind): OpenApiTypes.BINARY, **_refusals(400, 403, 404)}


def _refusals(*statuses: int) -> dict[int, Any]:
    errors = OpenApiResponse(TypedResponse.of(ErrorsBody), description="What was wrong")
    return dict.fromkeys(statuses, errors)


def records() -> dict[int, Any]:
    """Describe the answers of a view that records something once."""
    return {**answers(Recorded), 201: TypedResponse.of(Recorded)}


def site_of(request: Request) -> str:
    """Return where a phone finds the application: the address it was asked at."""
    return request.build_absolute_uri("/").rstrip("/")


def as_file(name: str, content: bytes | str, kind: str) -> HttpResponse:
    """Answer with a file to keep."""
    answer = HttpResponse(content, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
