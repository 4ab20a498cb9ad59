"""A job's readings as a workbook, a page a set-up; heights and differences are live formulas."""

from __future__ import annotations

import io
from collections import defaultdict
from decimal import Decimal
from uuid import UUID

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from core.book import NoteLine
from core.lengths import Length, Reading, Style, written_above
from core.rods import Tie, tie_of
from core.tables import SurveyUnit, to_survey
from server.common.files import plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.figures import held
from server.fieldbook.notes import KeptNotes, KeptReading, notes_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.rules import style_of
from server.stages.workbook import as_text

BOLD = Font(bold=True)
WIDTHS = (30, 10, 12, 12, 12, 14, 12, 12, 20, 18, 40)
FIRST = 4


def readings_workbook(user: User, job_id: UUID) -> tuple[str, bytes]:
    """Return the file's name and the workbook of a job's readings."""
    job, _ = job_for(user, job_id, Ability.READ)
    style = style_of(job)
    job_trust = JobTrust(job)
    book = Workbook()
    page = book.active
    assert isinstance(page, Worksheet)
    for set_up in job_trust.lines.set_ups:
        page.title = f"Set-up {set_up.number}"
        _Page(page, notes_of(set_up, job_trust), style).write()
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

    def __init__(self, page: Worksheet, kept: KeptNotes, style: Style) -> None:
        self.page, self.kept, self.style, self.last = page, kept, style, FIRST
        self.unit = SurveyUnit.METRES if style.kind.is_metric else SurveyUnit.FEET
        self.numbering = kept.trust.sighting.rod.numbering
        self.lines: dict[Tie, int] = {}

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
            f"Set-up {shown.number} on {self.kept.trust.sighting.stands_on.name}",
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
        """Write every backsight, and under those that tie the same thing the mean of their lines.

        Returns the last row of them.
        """
        set_up, counting = self.kept.set_up, defaultdict[Tie, list[str]](list)
        read = self.kept.job_trust.lines.backsights(set_up.pk)
        for row, one in enumerate(read, start=FIRST):
            as_text(self.page, row, 2, one.known.name)
            self.page.cell(row, 3, self._number(one.sight.value))
            self.page.cell(row, 6, self._number(written_above(one.known.elevation, self.style)))
            as_text(self.page, row, 9, set_up.taken_at.isoformat())
            as_text(self.page, row, 10, set_up.taken_by.shown_name)
            as_text(self.page, row, 11, _told(held(one.sight), one.struck))
            if not one.struck:
                tie = tie_of(one.sight.kind, self.numbering)
                sign = "+" if one.sight.kind.sign(self.numbering) < 0 else "-"
                counting[tie].append(f"F{row}{sign}C{row}")
                self.lines[tie] = row
        for tie, given in counting.items():
            mean = given[0] if len(given) == 1 else f"AVERAGE({','.join(given)})"
            self.page.cell(self.lines[tie], 5, f"={mean}")
        return FIRST + len(read) - 1

    def _reading(self, row: int, kept: KeptReading, line: NoteLine) -> None:
        page = self.page
        as_text(page, row, 1, kept.floor)
        as_text(page, row, 2, kept.point)
        page.cell(row, 4, self._number(kept.sight.value))
        if line.elevation is not None:
            before = self._row_before(row)
            kind = kept.sight.kind
            sign = "+" if kind.sign(self.numbering) > 0 else "-"
            from_line = self.lines[tie_of(kind, self.numbering)]
            page.cell(row, 6, f"=E${from_line}{sign}D{row}")
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

    def _number(self, quantity: Length | Reading) -> float:
        return float(to_survey(Length(quantity.nanometres), Decimal(0), self.unit))


def _remarks(kept: KeptReading) -> str:
    in_doubt = "in doubt" if kept.in_doubt else ""
    return _told(held(kept.sight), kept.struck, kept.note, in_doubt, f"typed {kept.typed}")


def _told(held: str, struck: str, *more: str) -> str:
    remarks = [held, f"struck: {struck}" if struck else "", *more]
    return ", ".join(remark for remark in remarks if remark)
