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
        self.is_migrated = False

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path != ADDRESS:
            return self.answer(request)
        health = self._health()
        serves = health["database"] and health["migrations"]
        answer = JsonResponse(health, status=200 if serves else 503)
        answer["Cache-Control"] = "no-store"
        return answer

    def _health(self) -> Health:
        try:
            with connection.cursor() as cursor:
                cursor.execute("SELECT 1")
            self.is_migrated = self.is_migrated or _is_migrated()
            worker = cache.get(WORKER) is not None
        except (DatabaseError, InterfaceError) as failed:
            log.warning("the health address has no database: %s", failed)
            connection.close()
            return {"database": False, "migrations": self.is_migrated, "worker": False}
        return {"database": True, "migrations": self.is_migrated, "worker": worker}


def _is_migrated() -> bool:
    executor = MigrationExecutor(connection)
    return not executor.migration_plan(executor.loader.graph.leaf_nodes())
