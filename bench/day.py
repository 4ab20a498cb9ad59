"""The first page with many jobs, against the same rows by plain SQL."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test import Client

from bench.clock import Compared, compare
from bench.site import Site
from server.crews.models import User
from server.jobs.models import Glance, Job

#: What stands on the page: the jobs with their standing, who is in the crews, the gear, the days.
SAME_ROWS = (
    (
        "SELECT m.*, c.* FROM crews_membership m JOIN crews_crew c ON c.id = m.crew_id"
        " WHERE m.user_id = %s"
    ),
    (
        "SELECT j.*, c.name, g.sheet, a.archived_at FROM jobs_job j"
        " JOIN crews_membership m ON m.crew_id = j.crew_id JOIN crews_crew c ON c.id = j.crew_id"
        " LEFT JOIN jobs_glance g ON g.job_id = j.id LEFT JOIN jobs_archived a ON a.job_id = j.id"
        " WHERE m.user_id = %s ORDER BY j.created_at DESC"
    ),
    (
        "SELECT u.* FROM crews_user u JOIN crews_membership o ON o.user_id = u.id"
        " JOIN crews_membership m ON m.crew_id = o.crew_id WHERE m.user_id = %s"
    ),
    (
        "SELECT k.* FROM gear_instrumentcheck k JOIN gear_instrument i ON i.id = k.instrument_id"
        " JOIN crews_membership m ON m.crew_id = i.crew_id WHERE m.user_id = %s"
    ),
    (
        "SELECT d.* FROM jobs_dayonjob d JOIN jobs_job j ON j.id = d.job_id"
        " JOIN crews_membership m ON m.crew_id = j.crew_id WHERE m.user_id = %s"
    ),
)


def copies_of(site: Site, number: int) -> None:
    """Add so many jobs that stand where a job stands."""
    first = Job.objects.get(pk=site.job)
    sheet = Glance.objects.get(job=first).sheet
    jobs = [
        Job(id=uuid4(), crew_id=first.crew_id, name=f"Job {n}", place="bench", style=first.style,
            created_by_id=first.created_by_id)
        for n in range(number)
    ]  # fmt: skip
    Job.objects.bulk_create(jobs)
    Glance.objects.bulk_create(Glance(job=job, sheet=sheet) for job in jobs)


def opening_the_day(site: Site, rounds: int) -> tuple[Compared, int, int]:
    """Compare the first page with its rows by plain SQL; also the jobs on it, and its queries."""
    user = User.objects.get(username="marek")
    while not _day(site.browser)["is_whole"]:
        continue
    _day(site.browser)  # what was worked out for the first time is looked at once more
    queries: list[str] = []

    def count(execute: Any, sql: str, *more: Any) -> Any:
        queries.append(sql)
        return execute(sql, *more)

    with connection.execute_wrapper(count):
        jobs = len(_day(site.browser)["jobs"])
    compared = compare(lambda: _dump(user.pk), lambda: _day(site.browser), rounds)
    return compared, jobs, len(queries)


def _day(browser: Client) -> Any:
    answer = browser.get("/api/v1/day")
    assert answer.status_code == 200, answer.content
    return answer.json()


def _dump(user: int) -> str:
    rows = []
    with connection.cursor() as cursor:
        for sql in SAME_ROWS:
            cursor.execute(sql, [user])
            rows.append(cursor.fetchall())
    assert rows[1]
    return json.dumps(rows, default=str)
