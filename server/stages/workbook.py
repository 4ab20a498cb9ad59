"""The take-off of a job as a workbook, with live formulas; what people typed is never one."""

from __future__ import annotations

import io
import re
from uuid import UUID

from openpyxl import Workbook
from openpyxl.cell import Cell
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from server.common.files import plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.stages.quantities import QuantitiesSheet, quantities_sheet

BOLD = Font(bold=True)
NO_SIGN = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
WIDTHS = (28, 16, 14, 10, 14, 60)


def take_off_workbook(user: User, job_id: UUID) -> tuple[str, bytes]:
    """Return the file's name and the workbook of a job's take-off."""
    job, _ = job_for(user, job_id, Ability.READ)
    sheet = quantities_sheet(user, job_id)
    book = Workbook()
    page = book.active
    assert isinstance(page, Worksheet)
    page.title = "Take-off"
    _write(page, sheet)
    out = io.BytesIO()
    book.save(out)
    name = plain_name(job.name)
    return f"{name}-take-off.xlsx", out.getvalue()


def _write(page: Worksheet, sheet: QuantitiesSheet) -> None:
    unit = sheet["unit"]
    titles = ("Part", "Kind", f"Volume, {unit}", "Waste", f"With waste, {unit}", "Rests on")
    for column, (title, width) in enumerate(zip(titles, WIDTHS, strict=True), start=1):
        as_text(page, 1, column, title).font = BOLD
        page.column_dimensions[get_column_letter(column)].width = width
    for number, row in enumerate(sheet["rows"], start=2):
        as_text(page, number, 1, row["name"])
        as_text(page, number, 2, row["kind"])
        as_text(page, number, 6, row["why"] or row["rests_on"])
        page.cell(number, 4, row["waste"]).number_format = "0.0%"
        if row["volume"] is not None:
            page.cell(number, 3, round(row["volume"], 4))
            page.cell(number, 5, f"=C{number}*(1+D{number})")
    last = len(sheet["rows"]) + 1
    whole = "Order for all together" if sheet["is_whole"] else "Order, as far as known"
    as_text(page, last + 1, 1, f"{whole}, in steps of {sheet['step']:g} {unit}").font = BOLD
    order = f"=CEILING(ROUND(SUM(E2:E{max(last, 2)}),6),{sheet['step']:g})"
    page.cell(last + 1, 5, order).font = BOLD


def as_text(page: Worksheet, row: int, column: int, text: str) -> Cell:
    """Write a text as a text, whatever it begins with; signs no file holds are left out."""
    cell = page.cell(row, column)
    assert isinstance(cell, Cell)
    cell.value = NO_SIGN.sub("", text)
    cell.data_type = "s"
    return cell
