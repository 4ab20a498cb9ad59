"""Logging a reading and opening a job, against a bare view and plain SQL."""

from __future__ import annotations

import json
from uuid import UUID, uuid4

from django.db import connection
from django.http import HttpRequest, HttpResponse
from django.test import Client, override_settings
from django.test.utils import CaptureQueriesContext
from django.urls import path

from server.measures.clock import Compared, compare
from server.measures.site import Site

BARE_TABLE = "CREATE TABLE IF NOT EXISTS bench_row (id CHAR(32) PRIMARY KEY, reading DECIMAL(15,9))"
SAME_ROWS = (
    "SELECT * FROM jobs_job WHERE id = %s",
    "SELECT f.* FROM jobs_floor f WHERE f.job_id = %s",
    "SELECT c.* FROM jobs_floorcorner c JOIN jobs_floor f ON f.id = c.floor_id WHERE f.job_id = %s",
    "SELECT s.* FROM fieldbook_setup s WHERE s.job_id = %s",
    "SELECT p.* FROM jobs_point p JOIN jobs_floor f ON f.id = p.floor_id WHERE f.job_id = %s",
    "SELECT s.id, s.point_id, s.set_up_id, s.reading, s.typed, s.taken_at FROM fieldbook_shot s"
    " JOIN jobs_point p ON p.id = s.point_id JOIN jobs_floor f ON f.id = p.floor_id"
    " WHERE f.job_id = %s",
)


def bare(request: HttpRequest) -> HttpResponse:
    """Write one row, and nothing else."""
    with connection.cursor() as cursor:
        cursor.execute("INSERT INTO bench_row VALUES (%s, %s)", [uuid4().hex, "1.343025000"])
    return HttpResponse("{}", content_type="application/json")


urlpatterns = [path("bare", bare)]


def logging_a_reading(site: Site, rounds: int) -> Compared:
    """Compare logging a reading with a bare view that writes one row."""
    with connection.cursor() as cursor:
        cursor.execute(BARE_TABLE)
    bare_browser = Client()

    def least() -> None:
        with override_settings(ROOT_URLCONF=__name__):
            bare_browser.get("/bare")

    def ours() -> None:
        body = {
            "id": str(uuid4()),
            "set_up": str(site.set_up),
            "point": str(site.points[0]),
            "reading": "4.41",
            "taken_at": "2026-05-04T12:00:00Z",
        }
        answer = site.browser.post("/api/v1/shots", body, content_type="application/json")
        assert answer.status_code == 201, answer.content

    return compare(least, ours, rounds)


def opening_a_job(site: Site, rounds: int) -> tuple[Compared, int]:
    """Compare opening a job with its rows fetched by plain SQL; also returns the queries."""
    with CaptureQueriesContext(connection) as captured:
        _open(site)
    return compare(lambda: _dump(site.job), lambda: _open(site), rounds), len(captured)


def _open(site: Site) -> None:
    answer = site.browser.get(f"/api/v1/jobs/{site.job}")
    assert answer.status_code == 200, answer.content


def _dump(job: UUID) -> str:
    rows = []
    with connection.cursor() as cursor:
        for sql in SAME_ROWS:
            cursor.execute(sql, [job.hex if connection.vendor != "mysql" else str(job)])
            rows.append(cursor.fetchall())
    assert rows[0]
    return json.dumps(rows, default=str)
