"""Which text of a drawing belongs to which of its points."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import replace
from math import floor, hypot

from core.cad import DrawnShape
from server.imports.reading.found import Mark

#: A text belongs to a point within this share of the drawing's size.
NEAR = 1 / 64
AROUND = (-1, 0, 1)


def labelled(marks: Iterable[Mark], drawn: Iterable[DrawnShape]) -> list[Mark]:
    """Return marks with each point that has no text given the nearest text, if one is near."""
    known = list(marks)
    texts = [one for one in known if one.is_text and one.text]
    spots = [(one.x, one.y) for one in known]
    spots += [(bend.x, bend.y) for one in drawn for bend in one.bends]
    size = max(_spread([x for x, _ in spots]), _spread([y for _, y in spots])) or 1.0
    near = size * NEAR
    cells: dict[tuple[int, int], list[Mark]] = defaultdict(list)
    for text in texts:
        cells[_cell(text, near)].append(text)

    def named(mark: Mark) -> Mark:
        if mark.is_text or mark.text:
            return mark
        column, row = _cell(mark, near)
        around = [cells.get((column + dx, row + dy), ()) for dx in AROUND for dy in AROUND]
        found = [
            (hypot(text.x - mark.x, text.y - mark.y), text.text) for some in around for text in some
        ]
        away, text = min(found, default=(size, ""))
        return replace(mark, text=text) if away <= near else mark

    return [named(mark) for mark in known]


def _cell(mark: Mark, size: float) -> tuple[int, int]:
    return floor(mark.x / size), floor(mark.y / size)


def _spread(numbers: list[float]) -> float:
    return max(numbers, default=0.0) - min(numbers, default=0.0)
