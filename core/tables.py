"""Corners out of a table as spreadsheets write it, row by row; refused whole or taken whole."""

from __future__ import annotations

import csv
import re
from dataclasses import dataclass
from typing import NamedTuple

from core.errors import BadTable, RuleError
from core.floors import PlanPoint
from core.floors.outline import MOST_CORNERS
from core.lengths import Length, StyleKind, parse_length

LARGEST = 64 * 1024
RIGHT_NAMES = ("x", "right", "to the right", "easting", "e")
AWAY_NAMES = ("y", "away", "northing", "n")
ACCEPTS = "Give two columns, x and y, a corner a row; a first row may name them."
DECIMAL_COMMA = re.compile(r"^[+-]?\d+,\d+\D*$")
DECIMAL_POINT = re.compile(r"^[+-]?\d*\.\d+\D*$")


@dataclass(frozen=True, slots=True)
class TypedCorner:
    """A corner as its table wrote it, with a decimal point, and as it was read."""

    x: str
    y: str
    place: PlanPoint


class _Cell(NamedTuple):
    text: str
    row: int
    column: int

    def refuse(self, why: str, accepts: str) -> BadTable:
        return BadTable(self.text, f"Row {self.row}, column {self.column}: {why}", accepts)


def read_corners(table: bytes, kind: StyleKind) -> tuple[TypedCorner, ...]:
    """Read a table of corners; ``kind`` is what a bare number means.

    UTF-8 with or without a byte-order mark, UTF-16 and Latin-1 are read; commas, semicolons
    and tabs separate. Raises :class:`BadTable` with the row and the column of the first cell
    that can't be, and nothing is taken of such a table.
    """
    rows = _rows(_text(table))
    columns, first = _columns(rows)
    cells = [tuple(_cell(rows, n, column) for column in columns) for n in range(first, len(rows))]
    kept = [pair for pair in cells if any(cell.text for cell in pair)]
    if not 1 <= len(kept) <= MOST_CORNERS:
        raise BadTable(f"{len(kept)} rows of corners", "That is no outline.", ACCEPTS)
    commas = _uses_commas([cell for pair in kept for cell in pair])
    return tuple(_corner(pair, commas, kind) for pair in kept)


def _text(table: bytes) -> str:
    if len(table) > LARGEST:
        raise BadTable(f"{len(table)} bytes", "No list of corners is that long.", ACCEPTS)
    is_wide = table[:2] in (b"\xff\xfe", b"\xfe\xff")
    for encoding in ("utf-16",) if is_wide else ("utf-8-sig", "latin-1"):
        try:
            text = table.decode(encoding)
        except UnicodeDecodeError:
            continue
        if "\0" not in text:
            return text
    raise BadTable("a file that is no text", "It can't be read as a table.", "Save it as CSV.")


def _rows(text: str) -> list[list[str]]:
    lines = text.splitlines()
    filled = next((line for line in lines if line.strip()), "")
    separator = next((one for one in (";", "\t", ",") if one in filled), ",")
    try:
        return [[cell.strip() for cell in row] for row in csv.reader(lines, delimiter=separator)]
    except csv.Error as failed:
        raise BadTable(filled, f"It is no table: {failed}.", ACCEPTS) from failed


def _columns(rows: list[list[str]]) -> tuple[tuple[int, int], int]:
    """Return the two columns, and the first row that holds a corner."""
    for n, row in enumerate(rows):
        if not any(row):
            continue
        named = [cell.lower() for cell in row]
        right = next((i for i, name in enumerate(named) if name in RIGHT_NAMES), None)
        away = next((i for i, name in enumerate(named) if name in AWAY_NAMES), None)
        if right is not None and away is not None:
            return (right, away), n + 1
        if right is not None or away is not None or len(row) != 2:
            columns = ", ".join(row)
            raise BadTable(columns, f"Row {n + 1}: the columns are not x and y.", ACCEPTS)
        return (0, 1), n
    raise BadTable("an empty table", "It has no corner.", ACCEPTS)


def _cell(rows: list[list[str]], n: int, column: int) -> _Cell:
    row = rows[n]
    return _Cell(row[column] if column < len(row) else "", n + 1, column + 1)


def _uses_commas(cells: list[_Cell]) -> bool:
    commas = [cell for cell in cells if DECIMAL_COMMA.match(cell.text)]
    points = [cell for cell in cells if DECIMAL_POINT.match(cell.text)]
    if commas and points:
        odd = max(commas[0], points[0], key=lambda cell: (cell.row, cell.column))
        raise odd.refuse(
            "Decimal commas and decimal points are mixed.", "Write all numbers one way."
        )
    return bool(commas)


def _corner(pair: tuple[_Cell, ...], commas: bool, kind: StyleKind) -> TypedCorner:
    texts = [cell.text.replace(",", ".") if commas else cell.text for cell in pair]
    x, y = (_length(cell, text, kind) for cell, text in zip(pair, texts, strict=True))
    try:
        return TypedCorner(texts[0], texts[1], PlanPoint(x, y))
    except RuleError as refused:
        raise pair[0].refuse(refused.why, refused.accepts) from refused


def _length(cell: _Cell, text: str, kind: StyleKind) -> Length:
    try:
        return parse_length(text, kind)
    except RuleError as refused:
        raise cell.refuse(refused.why, refused.accepts) from refused
