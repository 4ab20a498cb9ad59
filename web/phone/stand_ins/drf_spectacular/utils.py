"""What views are marked with; the marks mean nothing here."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

Marked = TypeVar("Marked")


def extend_schema(**_: Any) -> Callable[[Marked], Marked]:
    """Leave a view as it is."""
    return lambda marked: marked


class OpenApiResponse:
    """Says nothing of an answer."""

    def __init__(self, *_: Any, **__: Any) -> None:
        pass


class OpenApiParameter:
    """Says nothing of a parameter."""

    def __init__(self, *_: Any, **__: Any) -> None:
        pass
