"""The book as a CSV file: ISO dates, metres beside the crew's own texts, no formulas."""

from __future__ import annotations

import csv
import io
from uuid import UUID

from core.book import NoteLine
from core.lengths import Style, metres_text, written_above
from core.rods import Rod
from server.common.files import harmless, plain_name
from server.crews.models import User
from server.fieldbook.lines import ReadBack
from server.fieldbook.notes import KeptNotes, KeptReading, kept_notes
from server.jobs.rules import style_of

COLUMNS = (
    "taken_at", "floor", "point", "sight", "reading", "reading_m", "held", "rise_m", "fall_m",
    "elevation_m", "struck", "in_doubt", "note", "typed", "taken_by",
)  # fmt: skip


def book_csv(user: User, set_up_id: UUID) -> tuple[str, str]:
    """Return the file's name and the text of a set-up's level notes."""
    kept = kept_notes(user, set_up_id)
    set_up, rod = kept.set_up, kept.trust.sighting.rod
    out = io.StringIO()
    rows = csv.writer(out)
    rows.writerow(COLUMNS)
    for read in kept.job_trust.lines.backsights(set_up.pk):
        rows.writerow(_backsight(kept, read))
    for reading, line in kept.lines:
        rows.writerow(_row(rod, style_of(set_up.job), reading, line))
    job = plain_name(set_up.job.name)
    return f"{job}-set-up-{set_up.number}.csv", out.getvalue()


def _backsight(kept: KeptNotes, read: ReadBack) -> list[str]:
    rod, set_up = kept.trust.sighting.rod, kept.set_up
    return [
        set_up.taken_at.isoformat(),
        "",
        harmless(read.known.name),
        "" if read.struck else "BS",
        read.sight.written(rod),
        metres_text(read.sight.value),
        read.sight.kind,
        "",
        "",
        metres_text(written_above(read.known.elevation, style_of(set_up.job))),
        harmless(read.struck),
        "",
        "",
        harmless(read.typed),
        harmless(set_up.taken_by.shown_name),
    ]


def _row(rod: Rod, style: Style, kept: KeptReading, line: NoteLine) -> list[str]:
    return [
        kept.taken_at.isoformat(),
        harmless(kept.floor),
        harmless(kept.point),
        "" if line.entry.struck else "FS" if line.is_foresight else "IS",
        kept.sight.written(rod),
        metres_text(kept.sight.value),
        kept.sight.kind,
        "" if line.rise is None else metres_text(line.rise),
        "" if line.fall is None else metres_text(line.fall),
        "" if line.elevation is None else metres_text(written_above(line.elevation, style)),
        harmless(kept.struck),
        "in doubt" if kept.in_doubt else "",
        harmless(kept.note),
        harmless(kept.typed),
        harmless(kept.taken_by),
    ]
