"""Reads the JSON of a request, and refuses what no form sends before anything else sees it."""

from __future__ import annotations

from collections.abc import Iterator
from math import isfinite
from typing import IO, Any

from rest_framework.exceptions import ParseError
from rest_framework.parsers import JSONParser

from server.common.files import is_text

DEEPEST = 12
LARGEST = 2**53


class CarefulJSONParser(JSONParser):
    """JSON as any form sends it: not deep, of numbers that are some, and of text that is text."""

    def parse(self, stream: IO[Any], media_type: Any = None, parser_context: Any = None) -> Any:
        try:
            read = super().parse(stream, media_type, parser_context)
        except RecursionError as deep:
            raise ParseError("It is nested deeper than any form.") from deep
        for why in _wrong(read, DEEPEST):
            raise ParseError(why)
        return read


def _wrong(value: Any, depth: int) -> Iterator[str]:
    """Yield what is wrong with a value and all in it."""
    if depth == 0:
        yield "It is nested deeper than any form."
    elif isinstance(value, dict):
        for key, inner in value.items():
            yield from _wrong(key, depth - 1)
            yield from _wrong(inner, depth - 1)
    elif isinstance(value, list):
        for inner in value:
            yield from _wrong(inner, depth - 1)
    elif isinstance(value, str):
        if not is_text(value):
            yield "It holds what is no text."
    elif isinstance(value, int | float) and not (isfinite(value) and abs(value) < LARGEST):
        yield "It holds a number that is too large."
