"""Tables as spreadsheets write them: text out of bytes, rows, cells, and decimal commas."""

from __future__ import annotations

import csv
import re
from collections.abc import Sequence
from typing import NamedTuple

from core.errors import BadTable, RuleError
from core.lengths import Length, StyleKind, parse_length

DECIMAL_COMMA = re.compile(r"^[+-]?\d+,\d+\D*$")
DECIMAL_POINT = re.compile(r"^[+-]?\d*\.\d+\D*$")


class Cell(NamedTuple):
    """A cell and where it stands."""

    text: str
    row: int
    column: int

    def refuse(self, why: str, accepts: str) -> BadTable:
        """Return the refusal of this cell."""
        return BadTable(self.text, f"Row {self.row}, column {self.column}: {why}", accepts)


def text_of(table: bytes, largest: int, accepts: str) -> str:
    """Return a table's text: UTF-8 with or without a byte-order mark, UTF-16 or Latin-1.

    Raises :class:`BadTable` for what is none of them, or larger than ``largest`` bytes.
    """
    if len(table) > largest:
        raise BadTable(f"{len(table)} bytes", "No such list is that long.", accepts)
    is_wide = table[:2] in (b"\xff\xfe", b"\xfe\xff")
    for encoding in ("utf-16",) if is_wide else ("utf-8-sig", "latin-1"):
        try:
            text = table.decode(encoding)
        except UnicodeDecodeError:
            continue
        if "\0" not in text:
            return text
    raise BadTable("a file that is no text", "It can't be read as a table.", "Save it as CSV.")


def rows_of(text: str, accepts: str) -> list[list[str]]:
    """Return a table's rows, cut at semicolons, tabs or commas, whichever it uses."""
    lines = text.splitlines()
    filled = next((line for line in lines if line.strip()), "")
    separator = next((one for one in (";", "\t", ",") if one in filled), ",")
    try:
        return [[cell.strip() for cell in row] for row in csv.reader(lines, delimiter=separator)]
    except csv.Error as failed:
        raise BadTable(filled, f"It is no table: {failed}.", accepts) from failed


def cell_at(rows: Sequence[Sequence[str]], n: int, column: int) -> Cell:
    """Return a cell; one that is not there is empty."""
    row = rows[n]
    return Cell(row[column] if column < len(row) else "", n + 1, column + 1)


def uses_commas(cells: Sequence[Cell]) -> bool:
    """Tell whether numbers are written with decimal commas; refuses both ways in one table."""
    commas = [cell for cell in cells if DECIMAL_COMMA.match(cell.text)]
    points = [cell for cell in cells if DECIMAL_POINT.match(cell.text)]
    if commas and points:
        odd = max(commas[0], points[0], key=lambda cell: (cell.row, cell.column))
        raise odd.refuse(
            "Decimal commas and decimal points are mixed.", "Write all numbers one way."
        )
    return bool(commas)


def length_in(cell: Cell, kind: StyleKind, *, commas: bool = False) -> Length:
    """Read a cell as a length; ``kind`` is what a bare number means."""
    text = cell.text.replace(",", ".") if commas else cell.text
    try:
        return parse_length(text, kind)
    except RuleError as refused:
        raise cell.refuse(refused.why, refused.accepts) from refused
