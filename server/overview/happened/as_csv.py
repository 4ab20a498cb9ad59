"""What happened on a job as a CSV file: ISO times, no formulas."""

from __future__ import annotations

import csv
import io
from uuid import UUID

from server.common.files import harmless, plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.overview.happened.rows import HappeningSheet, Wanted, happened

COLUMNS = ("at", "came_in", "kind", "what", "by", "phone", "changed")


def happened_csv(user: User, job_id: UUID, wanted: Wanted) -> tuple[str, str]:
    """Return the file's name, and its text: the last first."""
    job, _ = job_for(user, job_id, Ability.READ)
    out = io.StringIO()
    rows = csv.writer(out)
    rows.writerow(COLUMNS)
    for one in happened(job, wanted):
        rows.writerow(
            (
                one["at"], one["came_in"], one["kind"], harmless(one["what"]),
                harmless(one["by"]), one["phone"], harmless(changed_in_words(one)),
            )
        )  # fmt: skip
    return f"{plain_name(job.name)}-what-happened.csv", out.getvalue()


def changed_in_words(one: HappeningSheet) -> str:
    """Say in a line what became of what."""
    return "; ".join(
        f"{field['name']}: {field['before'] or 'nothing'} → {field['after'] or 'nothing'}"
        for field in one["changed"]
    )
