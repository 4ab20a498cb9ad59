"""A body for every address, made from how the API describes itself: it says nothing, but can be."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, cast
from urllib.parse import urlencode
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from drf_spectacular.generators import SchemaGenerator

PREFIX = "/api/v1/"
METHODS = ("get", "post", "put", "delete")
JSON, FORM = "application/json", "multipart/form-data"
BY_FORMAT: dict[str, Callable[[], Any]] = {
    "date-time": lambda: "2026-05-04T09:30:00Z",
    "date": lambda: "2026-05-04",
    "uuid": lambda: str(uuid4()),
    "binary": lambda: SimpleUploadedFile("none.csv", b"nothing"),
}
BY_TYPE = {"string": "1 ft", "integer": 1, "number": 1, "boolean": False}


@dataclass(frozen=True, slots=True)
class Operation:
    """A method at an address, as the API describes both; ``place`` has names in braces."""

    method: str
    place: str
    described: dict[str, Any]

    def __str__(self) -> str:
        return f"{self.method.upper()} {self.place}"

    @property
    def kind(self) -> str:
        """Whether it takes JSON or a form with a file in it."""
        content = self.described.get("requestBody", {}).get("content", {})
        return JSON if JSON in content or not content else FORM

    def query(self) -> str:
        """Return the query that the address can't do without."""
        named = self.described.get("parameters", [])
        needed = [one for one in named if one["in"] == "query" and one.get("required")]
        return urlencode({one["name"]: _sample(one["schema"]) for one in needed})

    def body(self) -> Any:
        """Return a body of its own kind."""
        content = self.described.get("requestBody", {}).get("content", {})
        made = _sample(content[self.kind]["schema"]) if content else {}
        return {k: v for k, v in made.items() if v is not None} if self.kind == FORM else made


@cache
def schema() -> dict[str, Any]:
    """Return the API as it describes itself."""
    generator = SchemaGenerator()  # type: ignore[no-untyped-call]
    described = generator.get_schema(request=None, public=True)  # type: ignore[no-untyped-call]
    return cast("dict[str, Any]", described)


def operations() -> Iterator[Operation]:
    """Yield every method at every address."""
    for path, methods in schema()["paths"].items():
        for method in METHODS:
            if method in methods:
                yield Operation(method, path.removeprefix(PREFIX), methods[method])


def _sample(described: dict[str, Any]) -> Any:
    whole = _one_of(described)
    if whole.get("nullable"):
        return None
    if "enum" in whole:
        return whole["enum"][0]
    kind = whole.get("type", "")
    if kind == "object":
        return {name: _sample(field) for name, field in whole.get("properties", {}).items()}
    if kind == "array":
        return [_sample(whole["items"])] if whole.get("minItems") else []
    make = BY_FORMAT.get(whole.get("format", ""))
    return make() if make else BY_TYPE.get(kind, {})


def _one_of(described: dict[str, Any]) -> dict[str, Any]:
    """Return what a reference, or the first of several, stands for."""
    while True:
        parts = [described[part][0] for part in ("allOf", "oneOf", "anyOf") if part in described]
        if "$ref" in described:
            described = schema()["components"]["schemas"][described["$ref"].rsplit("/", 1)[1]]
        elif parts and not described.get("nullable"):
            described = parts[0]
        else:
            return described
