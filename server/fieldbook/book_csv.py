"""The book as a CSV file: ISO dates, metres beside the crew's own texts, no formulas."""

from __future__ import annotations

import csv
import io
import re
from uuid import UUID

from core.book import LevelNotes, NoteLine
from core.lengths import metres_text
from core.rods import Rod
from server.crews.models import User
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.notes import kept_notes
from server.fieldbook.rules import rod_of

COLUMNS = (
    "taken_at", "floor", "point", "sight", "reading", "reading_m", "rise_m", "fall_m",
    "elevation_m", "struck", "typed", "taken_by",
)  # fmt: skip
STARTS_A_FORMULA = re.compile(r"^[=+\-@\t\r\n]")


def harmless(text: str) -> str:
    """Return a cell no spreadsheet takes for a formula."""
    return f"'{text}" if STARTS_A_FORMULA.match(text) else text


def book_csv(user: User, set_up_id: UUID) -> tuple[str, str]:
    """Return the file's name and the text of a set-up's level notes."""
    set_up, shots, notes = kept_notes(user, set_up_id)
    out = io.StringIO()
    rows = csv.writer(out)
    rod = rod_of(set_up.rod)
    rows.writerow(COLUMNS)
    rows.writerow(_backsight(set_up, notes))
    for shot, line in zip(shots, notes.lines, strict=True):
        rows.writerow(_row(rod, shot, line))
    job = re.sub(r"[^a-z0-9]+", "-", set_up.job.name.lower()).strip("-") or "job"
    return f"{job}-set-up-{set_up.number}.csv", out.getvalue()


def _backsight(set_up: SetUp, notes: LevelNotes) -> list[str]:
    return [
        set_up.taken_at.isoformat(),
        "",
        harmless(set_up.benchmark.name),
        "BS",
        rod_of(set_up.rod).write(notes.backsight),
        metres_text(notes.backsight),
        "",
        "",
        metres_text(notes.benchmark),
        "",
        harmless(set_up.backsight_typed),
        harmless(set_up.taken_by.shown_name),
    ]


def _row(rod: Rod, shot: Shot, line: NoteLine) -> list[str]:
    struck = shot.strike.reason if line.entry.struck else ""
    return [
        shot.taken_at.isoformat(),
        harmless(shot.point.floor.name),
        harmless(shot.point.name),
        "" if line.entry.struck else "FS" if line.is_foresight else "IS",
        rod.write(shot.reading),
        metres_text(shot.reading),
        "" if line.rise is None else metres_text(line.rise),
        "" if line.fall is None else metres_text(line.fall),
        "" if line.elevation is None else metres_text(line.elevation),
        harmless(struck),
        harmless(shot.typed),
        harmless(shot.taken_by.shown_name),
    ]
