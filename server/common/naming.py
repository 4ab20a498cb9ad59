"""Names that nobody typed: what is recorded without one gets the next free of its kind."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import QuerySet


def given_name(typed: str, kind: str, key: UUID, siblings: QuerySet[Any]) -> str:
    """Return the name typed, else the one the record of that key has, else the next free one.

    ``kind`` is what comes before the number, with its space: "Forms " gives "Forms 1", "BM"
    gives "BM1". ``siblings`` are those whose names it may not take, the record itself among them.
    """
    if typed.strip():
        return typed.strip()
    stored = siblings.filter(pk=key).values_list("name", flat=True).first()
    if stored is not None:
        return str(stored)
    taken = set(siblings.values_list("name", flat=True))
    return next(
        name for number in range(1, len(taken) + 2) if (name := f"{kind}{number}") not in taken
    )
