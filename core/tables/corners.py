"""Corners out of a table as spreadsheets write it, row by row; refused whole or taken whole."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import BadTable, RuleError
from core.floors import PlanPoint
from core.floors.outline import MOST_CORNERS
from core.lengths import StyleKind
from core.tables.cells import Cell, cell_at, length_in, rows_of, text_of, uses_commas

LARGEST = 64 * 1024
RIGHT_NAMES = ("x", "right", "to the right", "easting", "e")
AWAY_NAMES = ("y", "away", "northing", "n")
ACCEPTS = "Give two columns, x and y, a corner a row; a first row may name them."


@dataclass(frozen=True, slots=True)
class TypedCorner:
    """A corner as its table wrote it, with a decimal point, and as it was read."""

    x: str
    y: str
    place: PlanPoint


def read_corners(table: bytes, kind: StyleKind) -> tuple[TypedCorner, ...]:
    """Read a table of corners; ``kind`` is what a bare number means.

    UTF-8 with or without a byte-order mark, UTF-16 and Latin-1 are read; commas, semicolons
    and tabs separate. Raises :class:`BadTable` with the row and the column of the first cell
    that can't be, and nothing is taken of such a table.
    """
    rows = rows_of(text_of(table, LARGEST, ACCEPTS), ACCEPTS)
    columns, first = _columns(rows)
    cells = [tuple(cell_at(rows, n, column) for column in columns) for n in range(first, len(rows))]
    kept = [pair for pair in cells if any(cell.text for cell in pair)]
    if not 1 <= len(kept) <= MOST_CORNERS:
        raise BadTable(f"{len(kept)} rows of corners", "That is no outline.", ACCEPTS)
    commas = uses_commas([cell for pair in kept for cell in pair])
    return tuple(_corner(pair, commas, kind) for pair in kept)


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


def _corner(pair: tuple[Cell, ...], commas: bool, kind: StyleKind) -> TypedCorner:
    texts = [cell.text.replace(",", ".") if commas else cell.text for cell in pair]
    x, y = (length_in(cell, kind, commas=commas) for cell in pair)
    try:
        return TypedCorner(texts[0], texts[1], PlanPoint(x, y))
    except RuleError as refused:
        raise pair[0].refuse(refused.why, refused.accepts) from refused
