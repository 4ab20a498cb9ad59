"""What a job record says of what happened: all but the readings, which stand in its book."""

from __future__ import annotations

from reportlab.platypus import Flowable

from server.exports.pdf.page import HEADING, moment_text, table, text
from server.jobs.models import Job
from server.overview.happened.as_csv import changed_in_words
from server.overview.happened.rows import Wanted, happened

TITLES = ("When", "What", "By")
SHARES = (3, 12, 3)


def changes_part(job: Job, width: float) -> list[Flowable]:
    """Return every change, strike, check and answer, the first first."""
    told = [one for one in happened(job, Wanted()) if one["kind"] != "reading"]
    rows = [
        (
            moment_text(one["at"]),
            ". ".join(part for part in (one["what"], changed_in_words(one)) if part),
            one["by"],
        )
        for one in reversed(told)
    ]
    return [text("What happened", HEADING), *table(TITLES, rows, SHARES, width)]
