"""Opening every stage of a large job, against plain SQL for the same rows."""

from __future__ import annotations

import json
from uuid import UUID

from django.db import connection

from bench.clock import Compared, compare
from bench.site import Site
from core.tasks import Stage, tasks_of
from server.fieldbook.pegs import stage_of_job
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan

ROWS = (
    "SELECT * FROM jobs_job WHERE id = %s",
    "SELECT * FROM jobs_element WHERE job_id = %s",
    "SELECT * FROM fieldbook_setup WHERE job_id = %s",
)
OF_POINTS = (
    """SELECT p.* FROM jobs_point p JOIN jobs_element e ON e.id = p.element_id
    WHERE e.job_id = %s AND p.task IN %s""",
    """SELECT s.* FROM fieldbook_shot s JOIN jobs_point p ON p.id = s.point_id
    JOIN jobs_element e ON e.id = p.element_id WHERE e.job_id = %s AND p.task IN %s""",
)


def opening_stages(site: Site, rounds: int) -> dict[Stage, Compared]:
    """Compare opening each stage whose points are planned with its rows fetched by plain SQL."""
    return {
        stage: compare(
            lambda stage=stage: _dump(site.job, stage),  # type: ignore[misc]
            lambda stage=stage: _open(site, stage),  # type: ignore[misc]
            rounds,
        )
        for stage in Stage
        if stage not in (Stage.STONE, Stage.POINTS) and tasks_of(stage)
    }


def _open(site: Site, stage: Stage) -> None:
    answer = site.browser.get(f"/api/v1/jobs/{site.job}/stages/{stage}")
    assert answer.status_code == 200, answer.content


def _dump(job: UUID, stage: Stage) -> str:
    rows = []
    tasks = [
        str(task)
        for task in stage_of_job(JobPlan(Job(pk=job, style="m"), [], []), stage)["task__in"]
    ]
    with connection.cursor() as cursor:
        for sql in ROWS:
            cursor.execute(sql, [str(job)])
            rows.append(cursor.fetchall())
        for sql in OF_POINTS:
            cursor.execute(sql, [str(job), tasks])
            rows.append(cursor.fetchall())
    assert rows[-1]
    return json.dumps(rows, default=str)
