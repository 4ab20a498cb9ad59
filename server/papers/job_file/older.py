"""What files of older versions lack, and what stands for it: nothing was said of it then."""

from __future__ import annotations

from typing import Any

#: By the version a file must be older than: the tables it lacks, and the columns, by table.
LACKED: dict[int, tuple[tuple[str, ...], dict[str, dict[str, Any]]]] = {
    2: (
        ("struck_backsights", "struck_further_backsights"),
        {
            "floors": {"underside": {}},
            "instrument_checks": {"axis": "first"},
            "prices": {"truck": None},
        },
    ),
}


def brought_up(body: dict[str, Any], version: int) -> dict[str, Any]:
    """Return the tables of a file as the version that reads them has them."""
    for newer, (tables, columns) in sorted(LACKED.items()):
        if version < newer:
            body = {name: [] for name in tables} | body
            body |= {
                name: _filled(body[name], given) for name, given in columns.items() if name in body
            }
    return body


def _filled(rows: Any, given: dict[str, Any]) -> Any:
    """Return rows with what they lack; what is no list of rows is left for the check to refuse."""
    if not isinstance(rows, list):
        return rows
    return [given | row if isinstance(row, dict) else row for row in rows]
