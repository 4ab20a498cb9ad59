"""Whether this server can serve: asked by load balancers, answered without a sign-in."""

from __future__ import annotations

import logging
from collections.abc import Callable
from typing import TypedDict

from django.core.cache import cache
from django.db import DatabaseError, InterfaceError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, HttpResponse, JsonResponse

ADDRESS = "/health"
WORKER = "a-worker-is-here"
SECONDS_A_SIGN_HOLDS = 60
log = logging.getLogger(__name__)
_seen: list[bool] = []


class Health(TypedDict):
    """What works; the server takes requests while the database and its tables are as they must."""

    database: bool
    migrations: bool
    worker: bool


def say_a_worker_is_here() -> None:
    """Leave a sign that long works are looked after, on whichever machine."""
    cache.set(WORKER, "yes", SECONDS_A_SIGN_HOLDS)


class HealthMiddleware:
    """Answers before anything else looks at the request: a balancer asks by any name."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path != ADDRESS:
            return self.answer(request)
        health = health_now()
        serves = health["database"] and health["migrations"]
        answer = JsonResponse(health, status=200 if serves else 503)
        answer["Cache-Control"] = "no-store"
        answer["Content-Length"] = str(len(answer.content))
        return answer


def health_now() -> Health:
    """Look at all that this server needs."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
        return {
            "database": True,
            "migrations": _is_migrated(),
            "worker": cache.get(WORKER) is not None,
        }
    except (DatabaseError, InterfaceError) as failed:
        log.warning("the health address has no database: %s", failed)
        connection.close()
        return {"database": False, "migrations": False, "worker": False}


def _is_migrated() -> bool:
    """Tell whether the tables are this version's; once they are, that is not looked at again."""
    if not _seen:
        executor = MigrationExecutor(connection)
        if executor.migration_plan(executor.loader.graph.leaf_nodes()):
            return False
        _seen.append(True)
    return True
