"""Files as they go out: names any disk takes, cells no spreadsheet runs."""

from __future__ import annotations

import re

NOT_PLAIN = re.compile(r"[^a-z0-9]+")
STARTS_A_FORMULA = re.compile(r"^[=+\-@\t\r\n]")


def plain_name(name: str, otherwise: str = "job") -> str:
    """Return a name in small letters and digits, for a file; ``otherwise`` where none is left.

    >>> plain_name("Pottery studio, kiln room")
    'pottery-studio-kiln-room'
    """
    return NOT_PLAIN.sub("-", name.lower()).strip("-") or otherwise


def harmless(text: str) -> str:
    """Return a cell no spreadsheet takes for a formula."""
    return f"'{text}" if STARTS_A_FORMULA.match(text) else text


def as_typed(cell: str) -> str:
    """Return a cell as it was before it was made harmless; any other is left alone."""
    return cell[1:] if cell[:1] == "'" and STARTS_A_FORMULA.match(cell[1:]) else cell


def is_text(value: str) -> bool:
    """Tell whether a text holds characters alone: no half of a pair, and none that ends it."""
    return "\0" not in value and not any("\ud800" <= mark <= "\udfff" for mark in value)
