"""Blocks of a drawing, taken apart: so deep and so often and no more."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from server.imports.reading.found import TooMuch
from server.imports.reading.limits import ACCEPTS, DEEPEST, MOST_ENTITIES


class Blocks:
    """Counts what all blocks of a drawing come to."""

    def __init__(self) -> None:
        self.taken = 0

    def parts_of(self, insert: Any, depth: int) -> Iterator[Any]:
        """Yield what a block is made of, where and as large as it was put.

        Raises :class:`TooMuch` for blocks within blocks without an end, or with too many parts.
        """
        at = f"layer {insert.dxf.layer}, block {insert.dxf.name}"
        if depth >= DEEPEST:
            raise TooMuch(at, f"Blocks lie in blocks more than {DEEPEST} deep.", ACCEPTS)
        if insert.mcount > MOST_ENTITIES:
            raise TooMuch(at, f"It is repeated {insert.mcount} times.", ACCEPTS)
        many = insert.multi_insert() if insert.mcount > 1 else (insert,)
        for one in many:
            for part in one.virtual_entities():
                self.taken += 1
                if self.taken > MOST_ENTITIES:
                    why = f"Its blocks come to more than {MOST_ENTITIES} entities."
                    raise TooMuch(at, why, ACCEPTS)
                yield part
