"""A job's readings as a workbook, a page a set-up; heights and differences are live formulas."""

from __future__ import annotations

import io
from decimal import Decimal
from uuid import UUID

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from core.book import NoteLine
from core.lengths import Elevation, Length, Reading
from core.tables import SurveyUnit, to_survey
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.notes import KeptNotes, KeptReading, notes_of
from server.fieldbook.standing import JobStandings
from server.files import plain_name
from server.jobs.access import job_for
from server.jobs.rules import kind_of
from server.stages.workbook import as_text

BOLD = Font(bold=True)
WIDTHS = (30, 10, 12, 12, 12, 14, 12, 12, 20, 18, 40)
FIRST = 4


def readings_workbook(user: User, job_id: UUID) -> tuple[str, bytes]:
    """Return the file's name and the workbook of a job's readings."""
    job, _ = job_for(user, job_id, Ability.READ)
    unit = SurveyUnit.METRES if kind_of(job).is_metric else SurveyUnit.FEET
    standings = JobStandings(job)
    book = Workbook()
    page = book.active
    assert isinstance(page, Worksheet)
    for set_up in standings.lines.set_ups:
        page.title = f"Set-up {set_up.number}"
        _Page(page, notes_of(set_up, standings), unit).write()
        page = book.create_sheet()
    if len(book.sheetnames) > 1:
        book.remove(page)
    else:
        as_text(page, 1, 1, "No set-up was recorded yet.")
    out = io.BytesIO()
    book.save(out)
    name = plain_name(job.name)
    return f"{name}-readings.xlsx", out.getvalue()


class _Page:
    """Writes a set-up: its line first, then every reading with the formula of its height."""

    def __init__(self, page: Worksheet, kept: KeptNotes, unit: SurveyUnit) -> None:
        self.page, self.kept, self.unit, self.last = page, kept, unit, FIRST
        self.sign = "-" if kept.standing.sighting.line.numbering.direction > 0 else "+"

    def write(self) -> None:
        self._head()
        self.last = self._backsights()
        for row, (reading, line) in enumerate(self.kept.lines, start=self.last + 1):
            self._reading(row, reading, line)

    def _head(self) -> None:
        shown, unit = self.kept.set_up, self.unit
        as_text(
            self.page,
            1,
            1,
            f"Set-up {shown.number} on {self.kept.standing.sighting.stands_on.name}",
        ).font = BOLD
        as_text(self.page, 2, 1, "What the rod showed stands as typed; the rest is worked out.")
        titles = (
            "Surface", "Point", f"BS, {unit}", f"IS or FS, {unit}", f"Line, {unit}",
            f"Elevation, {unit}", f"Rise, {unit}", f"Fall, {unit}", "Taken", "By", "Remarks",
        )  # fmt: skip
        for column, (title, width) in enumerate(zip(titles, WIDTHS, strict=True), start=1):
            as_text(self.page, FIRST - 1, column, title).font = BOLD
            self.page.column_dimensions[get_column_letter(column)].width = width

    def _backsights(self) -> int:
        """Write every backsight, and on the last line the mean of the lines of those that count."""
        set_up, plus = self.kept.set_up, "+" if self.sign == "-" else "-"
        read, counting = self.kept.standings.lines.backsights(set_up.pk), []
        for row, one in enumerate(read, start=FIRST):
            as_text(self.page, row, 2, one.known.name)
            self.page.cell(row, 3, self._number(one.reading))
            self.page.cell(row, 6, self._number(one.known.elevation))
            as_text(self.page, row, 9, set_up.taken_at.isoformat())
            as_text(self.page, row, 10, set_up.taken_by.shown_name)
            if one.struck:
                as_text(self.page, row, 11, f"struck: {one.struck}")
            else:
                counting.append(f"F{row}{plus}C{row}")
        last = FIRST + len(read) - 1
        mean = counting[0] if len(counting) == 1 else f"AVERAGE({','.join(counting)})"
        self.page.cell(last, 5, f"={mean}")
        return last

    def _reading(self, row: int, kept: KeptReading, line: NoteLine) -> None:
        page = self.page
        as_text(page, row, 1, kept.floor)
        as_text(page, row, 2, kept.point)
        page.cell(row, 4, self._number(kept.reading))
        if line.elevation is not None:
            before = self._row_before(row)
            page.cell(row, 6, f"=E${self.last}{self.sign}D{row}")
            page.cell(row, 7, f"=MAX(F{row}-F{before},0)")
            page.cell(row, 8, f"=MAX(F{before}-F{row},0)")
        as_text(page, row, 9, kept.taken_at.isoformat())
        as_text(page, row, 10, kept.taken_by)
        as_text(page, row, 11, _remarks(kept))

    def _row_before(self, row: int) -> int:
        """Return the last row above that counts; struck readings are passed over."""
        first = self.last + 1
        lines = self.kept.notes.lines[: row - first]
        return max((n + first for n, one in enumerate(lines) if one.elevation), default=self.last)

    def _number(self, quantity: Length | Elevation | Reading) -> float:
        return float(to_survey(Length(quantity.nanometres), Decimal(0), self.unit))


def _remarks(kept: KeptReading) -> str:
    remarks = [f"struck: {kept.struck}" if kept.struck else "", kept.note]
    remarks += ["in doubt" if kept.in_doubt else "", f"typed {kept.typed}"]
    return ", ".join(remark for remark in remarks if remark)
