"""The book as screens read it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.book import LevelNotes, NoteLine
from core.lengths import Elevation, Length, Reading, Style, format_elevation, format_length
from core.rods import Rod
from server.crews.models import User
from server.fieldbook.notes import KeptNotes, KeptReading, kept_notes
from server.fieldbook.proof import tightest_tolerance
from server.fieldbook.sheets import (
    BacksightSheet,
    SetUpSheet,
    backsight_sheets,
    set_up_sheet,
)
from server.jobs.rules import style_of


class BookRow(TypedDict):
    """A line of the book; a column that does not apply is empty."""

    shot: str
    point: str
    floor: str
    backsight: str
    intermediate: str
    foresight: str
    rise: str
    fall: str
    height_of_instrument: str
    elevation: str
    struck: str
    in_doubt: bool
    note: str
    typed: str
    taken_at: str
    taken_by: str


class BookSums(TypedDict):
    """The sums under the notes; all three differences must agree."""

    backsight: str
    foresight: str
    backsight_less_foresight: str
    rises: str
    falls: str
    rises_less_falls: str
    first: str
    last: str
    last_less_first: str
    proves: bool


class BookSheet(TypedDict):
    """The level notes of a set-up; lengths in ``style``."""

    set_up: SetUpSheet
    style_text: str
    rows: list[BookRow]
    sums: BookSums | None


def book_sheet(user: User, set_up_id: UUID) -> BookSheet:
    """Return the level notes of a set-up in the order they were taken."""
    return sheet_of(kept_notes(user, set_up_id))


def sheet_of(kept: KeptNotes) -> BookSheet:
    """Return notes as screens and papers read them."""
    job = kept.set_up.job
    style, rod = style_of(job), kept.trust.sighting.rod
    write = _Writer(kept, rod, style)
    return {
        "set_up": set_up_sheet(kept.job_trust, kept.trust, style, tightest_tolerance(job)),
        "style_text": _style_text(rod, style),
        "rows": [
            *write.backsight_rows(),
            *(write.row(reading, line) for reading, line in kept.lines),
        ],
        "sums": write.sums(kept.notes) if kept.notes.foresight else None,
    }


def _style_text(rod: Rod, style: Style) -> str:
    if rod.graduation.style.code == style.code:
        return f"Readings and elevations in {rod.graduation.label}."
    return (
        f"Readings as the rod shows them ({rod.graduation.label}); elevations in the job's style."
    )


class _Writer:
    """Writes readings on the rod's scale and heights in the job's style."""

    def __init__(self, kept: KeptNotes, rod: Rod, style: Style) -> None:
        self.kept, self.set_up, self.rod, self.style = kept, kept.set_up, rod, style

    def length(self, length: Length | None) -> str:
        return "" if length is None else format_length(length, self.style)

    def elevation(self, elevation: Elevation | None) -> str:
        return "" if elevation is None else format_elevation(elevation, self.style)

    def backsight_rows(self) -> list[BookRow]:
        read = backsight_sheets(self.kept.job_trust, self.set_up.pk, self.style)
        rows = [self._backsight(one) for one in read]
        counting = [row for row in rows if not row["struck"]]
        counting[-1]["height_of_instrument"] = self.elevation(self.kept.notes.line.constant)
        if len(counting) > 1:
            counting[-1]["note"] = f"mean of {len(counting)} backsights"
        return rows

    def _backsight(self, read: BacksightSheet) -> BookRow:
        return {
            "shot": "",
            "point": read["benchmark"],
            "floor": "",
            "backsight": read["reading"],
            "intermediate": "",
            "foresight": "",
            "rise": "",
            "fall": "",
            "height_of_instrument": "",
            "elevation": read["elevation"],
            "struck": read["struck"],
            "in_doubt": False,
            "note": "",
            "typed": read["typed"],
            "taken_at": self.set_up.taken_at.isoformat(),
            "taken_by": self.set_up.taken_by.shown_name,
        }

    def row(self, kept: KeptReading, line: NoteLine) -> BookRow:
        reading = kept.sight.in_words(self.rod)
        return {
            "shot": kept.key,
            "point": kept.point,
            "floor": kept.floor,
            "backsight": "",
            "intermediate": "" if line.is_foresight else reading,
            "foresight": reading if line.is_foresight else "",
            "rise": self.length(line.rise),
            "fall": self.length(line.fall),
            "height_of_instrument": "",
            "elevation": self.elevation(line.elevation),
            "struck": kept.struck,
            "in_doubt": kept.in_doubt,
            "note": kept.note,
            "typed": kept.typed,
            "taken_at": kept.taken_at.isoformat(),
            "taken_by": kept.taken_by,
        }

    def _booked(self, value: Reading | None) -> str:
        """Write a value the sums are kept in; one of a point above the beam is negative."""
        assert value is not None
        if self.rod.has(value):
            return self.rod.write(value)
        return format_length(value.on_scale, self.rod.graduation.style)

    def sums(self, notes: LevelNotes) -> BookSums:
        assert notes.foresight is not None
        return {
            "backsight": self._booked(notes.backsight),
            "foresight": self._booked(notes.foresight.booked),
            "backsight_less_foresight": self.length(notes.backsight_less_foresight),
            "rises": self.length(notes.sum_of_rises),
            "falls": self.length(notes.sum_of_falls),
            "rises_less_falls": self.length(notes.sum_of_rises - notes.sum_of_falls),
            "first": self.elevation(notes.benchmark),
            "last": self.elevation(notes.foresight.elevation),
            "last_less_first": self.length(notes.last_less_first),
            "proves": notes.proves,
        }
