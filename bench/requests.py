"""Logging a reading and opening a job, against a bare view and plain SQL."""

from __future__ import annotations

import json
from typing import Any
from uuid import UUID, uuid4

from django.db import connection

from bench.clock import Compared, compare
from bench.served import Connection, served
from bench.site import Site

SAME_ROWS = (
    "SELECT * FROM jobs_job WHERE id = %s",
    "SELECT f.* FROM jobs_floor f WHERE f.job_id = %s",
    "SELECT c.* FROM jobs_floorcorner c JOIN jobs_floor f ON f.id = c.floor_id WHERE f.job_id = %s",
    "SELECT s.* FROM fieldbook_setup s WHERE s.job_id = %s",
    "SELECT p.* FROM jobs_point p JOIN jobs_floor f ON f.id = p.floor_id WHERE f.job_id = %s",
    """SELECT s.* FROM jobs_floor f JOIN jobs_point p ON p.floor_id = f.id
    JOIN fieldbook_shot s ON s.point_id = p.id WHERE f.job_id = %s""",
)


def logging_a_reading(site: Site, rounds: int) -> Compared:
    """Compare logging a reading with a bare view's row, request to response over HTTP."""

    def body() -> dict[str, str]:
        return {
            "id": str(uuid4()),
            "set_up": str(site.set_up),
            "point": str(site.points[0]),
            "reading": "4.41",
            "taken_at": "2026-05-04T12:00:00Z",
        }

    with served() as server:
        browser = Connection(server.port, site)
        return compare(
            lambda: browser.post("/bare", body()),
            lambda: browser.post("/api/v1/shots", body()),
            rounds,
        )


def opening_a_job(site: Site, rounds: int) -> tuple[Compared, int]:
    """Compare opening a job with its rows fetched by plain SQL; also returns the queries."""
    queries: list[str] = []

    def count(execute: Any, sql: str, *more: Any) -> Any:
        queries.append(sql)
        return execute(sql, *more)

    with connection.execute_wrapper(count):
        _open(site)
    return compare(lambda: _dump(site.job), lambda: _open(site), rounds), len(queries)


def _open(site: Site) -> None:
    answer = site.browser.get(f"/api/v1/jobs/{site.job}")
    assert answer.status_code == 200, answer.content


def _dump(job: UUID) -> str:
    rows = []
    with connection.cursor() as cursor:
        for sql in SAME_ROWS:
            cursor.execute(sql, [str(job)])
            rows.append(cursor.fetchall())
    assert rows[0]
    return json.dumps(rows, default=str)
