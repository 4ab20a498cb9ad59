"""Readings out of a table, each on a named point of a named surface."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import BadTable
from core.instruments import Setting
from core.tables.cells import Cell, cell_at, rows_of, text_of

LARGEST = 2 * 1024 * 1024
MOST_READINGS = 20_000
ACCEPTS = "Give columns named surface, point and reading, and pass and time where you have them."
WANTED, WELCOME = ("surface", "point", "reading"), ("pass", "time")
PASSES = {"": Setting.FINE, "fine": Setting.FINE, "rough": Setting.COARSE}


@dataclass(frozen=True, slots=True)
class TypedReading:
    """A reading as its table wrote it; how it reads is the rod's business.

    ``time`` is empty where the table gives none.
    """

    surface: Cell
    point: Cell
    reading: Cell
    setting: Setting
    time: Cell


def read_readings(table: bytes) -> tuple[TypedReading, ...]:
    """Read a table of readings by the names of its columns, in any order.

    Raises :class:`BadTable` with the row and the column of the first cell that can't be.
    """
    rows = rows_of(text_of(table, LARGEST, ACCEPTS), ACCEPTS)
    filled = [n for n, row in enumerate(rows) if any(row)]
    if len(filled) < 2 or len(filled) > MOST_READINGS:
        raise BadTable(f"{len(filled)} rows", "That is no list of readings.", ACCEPTS)
    names = [cell.lower() for cell in rows[filled[0]]]
    missing = [name for name in WANTED if name not in names]
    if missing:
        raise BadTable(", ".join(names), f"It has no column {' and no '.join(missing)}.", ACCEPTS)
    columns = {name: names.index(name) for name in (*WANTED, *WELCOME) if name in names}
    return tuple(_reading(rows, n, columns) for n in filled[1:])


def _reading(rows: list[list[str]], n: int, columns: dict[str, int]) -> TypedReading:
    cells = {name: cell_at(rows, n, column) for name, column in columns.items()}
    for name in WANTED:
        if not cells[name].text:
            raise cells[name].refuse(f"There is no {name}.", "Fill it, or leave the row out.")
    none = Cell("", n + 1, 0)
    passed = cells.get("pass", none)
    setting = PASSES.get(passed.text.lower())
    if setting is None:
        raise passed.refuse("There is no such pass.", "Write fine or rough, or leave it empty.")
    return TypedReading(
        cells["surface"], cells["point"], cells["reading"], setting, cells.get("time", none)
    )
