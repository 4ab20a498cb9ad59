"""Requests no page of ours would send, to every address: none may be answered as our failure."""

from __future__ import annotations

import json
import random
import resource
import time
from collections import Counter
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any, cast
from uuid import UUID, uuid4

import yaml
from django.apps import apps
from django.contrib.auth import SESSION_KEY
from django.db import models, transaction
from django.test import Client

from server.crews.models import User

OPENAPI = Path(__file__).parents[1] / "server" / "platform" / "api" / "openapi.yaml"
METHODS = ("get", "post", "put", "delete")
SERVERS_FAULT = 500
#: One in so many is kept; the others are undone, so that the last meets what the first did.
KEPT = 50
DEEPEST = 5
HOSTILE: tuple[Any, ...] = (
    None, True, False, 0, -1, 1e400, -1e308, 2**63, 2**31, 0.1, "", " ", "\x00", "\ud800",
    "é" * 300, "1' 2 3/8\"", "5' 13\"", "-0", "NaN", "1e999", "1/0 in", "9" * 400, "=1+1", "<b>",
    "12 mm for sure", "0001-01-01T00:00:00Z", "9999-12-31T23:59:59Z", "2026-02-30T00:00:00Z",
    "1.5 %", "../../etc", [], {}, [[]], {"": {}}, ["x"] * 300,
)  # fmt: skip
TYPED = (
    "4' 5\"", "1.25 m", "12\"", "30 mm", "348' 5 5/8\"", "8", "0", "5", "16 ft", "1/8 in per ft",
)  # fmt: skip


@cache
def described() -> dict[str, Any]:
    """Return what the API says of itself, as it is written down."""
    return cast("dict[str, Any]", yaml.load(OPENAPI.read_text(), Loader=yaml.CSafeLoader))


@dataclass(slots=True)
class Fuzzed:
    """What came of it: answers by status, and the request that took most."""

    answers: Counter[int] = field(default_factory=Counter)
    failed: list[str] = field(default_factory=list)
    worst_seconds: float = 0.0
    worst: str = ""
    megabytes: float = 0.0


class Fuzzer:
    """Draws requests from a seed and sends them as somebody who is signed in."""

    def __init__(self, username: str, seed: int) -> None:
        self.api = described()
        self.draw = random.Random(seed)  # noqa: S311 - to be drawn again, no secret
        self.user = User.objects.get(username=username)
        self.browser = self._browser()
        self.operations = [
            (path, method, operation)
            for path, methods in self.api["paths"].items()
            for method, operation in methods.items()
            if method in METHODS
        ]
        self.keys = _keys()

    def _browser(self) -> Client:
        browser = Client(raise_request_exception=False)
        browser.force_login(self.user, backend="server.crews.sessions.PersonBackend")
        return browser

    def run(self, number: int) -> Fuzzed:
        """Send so many requests and tell what came of them."""
        told = Fuzzed()
        before = _megabytes()
        for i in range(number):
            path, method, operation = self.draw.choice(self.operations)
            address, body = self._address(path), self._body(operation)
            began = time.process_time()
            with transaction.atomic():
                status = self._send(method, address, body)
                transaction.set_rollback(i % KEPT != 0)
            took = time.process_time() - began
            told.answers[status] += 1
            if status >= SERVERS_FAULT:
                told.failed.append(f"{method} {address} {body[:200]!r}: {status}")
            if took > told.worst_seconds:
                told.worst_seconds, told.worst = took, f"{method} {path}"
            if SESSION_KEY not in self.browser.session:
                self.browser = self._browser()
        told.megabytes = _megabytes() - before
        return told

    def _send(self, method: str, address: str, body: bytes) -> int:
        kind = "application/json" if self.draw.random() < 0.97 else "text/plain"
        send = getattr(self.browser, method)
        if method == "get":
            return int(send(address).status_code)
        return int(send(address, body, content_type=kind).status_code)

    def _address(self, path: str) -> str:
        while "{" in path:
            before, _, rest = path.partition("{")
            name, _, after = rest.partition("}")
            path = before + self._in_an_address(name) + after
        return path

    def _in_an_address(self, name: str) -> str:
        if self.draw.random() < 0.05:
            return self.draw.choice(("x", "%00", "é", "0" * 300, str(uuid4())))
        known = self.keys.get(name.replace("_", "")) or [uuid4()]
        return str(self.draw.choice(known))

    def _body(self, operation: dict[str, Any]) -> bytes:
        content = operation.get("requestBody", {}).get("content", {})
        schema = content.get("application/json", {}).get("schema")
        if self.draw.random() < 0.02:
            return self.draw.randbytes(self.draw.randrange(200))
        value = self._value(schema, 0) if schema else self.draw.choice(HOSTILE)
        text = json.dumps(value)
        if self.draw.random() < 0.02:
            text = text[: self.draw.randrange(len(text) + 1)]
        return text.encode()

    def _value(self, schema: dict[str, Any], deep: int) -> Any:
        if self.draw.random() < 0.08:
            return self.draw.choice(HOSTILE)
        if "$ref" in schema:
            return self._value(self._named(schema["$ref"]), deep)
        for kind in ("oneOf", "allOf", "anyOf"):
            if kind in schema:
                return self._value(self.draw.choice(schema[kind]), deep)
        if "enum" in schema:
            return self.draw.choice(schema["enum"])
        return self._plain(schema, deep)

    def _plain(self, schema: dict[str, Any], deep: int) -> Any:
        kind = schema.get("type", "string")
        if kind == "object":
            return self._object(schema, deep)
        if kind == "array":
            most = 0 if deep >= DEEPEST else self.draw.choice((0, 1, 2, 4, 60))
            return [self._value(schema["items"], deep + 1) for _ in range(most)]
        if kind in ("integer", "number"):
            return self.draw.choice((0, 1, 7, 250, -3, 2**40))
        if kind == "boolean":
            return self.draw.random() < 0.5
        return self._text(schema)

    def _object(self, schema: dict[str, Any], deep: int) -> dict[str, Any]:
        made = {
            name: self._value(one, deep + 1)
            for name, one in schema.get("properties", {}).items()
            if self.draw.random() < 0.97
        }
        more = schema.get("additionalProperties")
        if isinstance(more, dict) and deep < DEEPEST:
            made |= {self.draw.choice(TYPED): self._value(more, deep + 1)}
        return made

    def _text(self, schema: dict[str, Any]) -> str:
        if schema.get("format") == "uuid":
            every = [key for keys in self.keys.values() for key in keys]
            return str(self.draw.choice(every) if self.draw.random() < 0.7 else uuid4())
        if schema.get("format") == "date-time":
            return f"2026-{self.draw.randint(1, 12):02d}-11T09:30:00Z"
        return self.draw.choice(TYPED)

    def _named(self, reference: str) -> dict[str, Any]:
        found: dict[str, Any] = self.api["components"]["schemas"][reference.rpartition("/")[2]]
        return found


def _keys() -> dict[str, list[UUID]]:
    """Return some keys of everything that has one, by what an address calls it."""
    found = {}
    for model in apps.get_models():
        if isinstance(model._meta.pk, models.UUIDField):
            name = model._meta.model_name or ""
            found[name] = list(model._default_manager.values_list("pk", flat=True)[:20])
    return found


def _megabytes() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
