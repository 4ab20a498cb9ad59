"""Single lines of a drawing, joined to the outlines they make."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import replace

from core.cad.shape import Bend, DrawnShape, Spot

#: A shape joined of more lines than this is named by its first and its last.
NAMED = 3
ENDS = 2


def join(drawn: Iterable[DrawnShape]) -> tuple[DrawnShape, ...]:
    """Return shapes with open ones joined where exactly two of a layer end at one spot.

    What is joined has the handles of all it was made of; closed shapes stay as they are.
    """
    found: list[DrawnShape] = []
    layers: dict[tuple[str, float | None], list[DrawnShape]] = defaultdict(list)
    for one in drawn:
        if one.is_closed or len(one.bends) < ENDS:
            found.append(one)
        else:
            layers[one.layer, one.height].append(one)
    for lines in layers.values():
        found += _Chains(lines).made()
    return tuple(found)


class _Chains:
    """The open lines of a layer, by where they end."""

    def __init__(self, lines: Sequence[DrawnShape]) -> None:
        self.lines = lines
        self.ends: dict[Spot, list[int]] = defaultdict(list)
        for number, line in enumerate(lines):
            for end in (line.bends[0], line.bends[-1]):
                self.ends[end.x, end.y].append(number)
        self.used: set[int] = set()

    def made(self) -> list[DrawnShape]:
        """Return every chain: open ones from their ends first, then rings."""
        starts = [n for n in range(len(self.lines)) if not self._goes_on_at_both(n)]
        numbers = [*starts, *range(len(self.lines))]
        return [self._chain(number) for number in numbers if number not in self.used]

    def _goes_on_at_both(self, number: int) -> bool:
        line = self.lines[number]
        ends = (line.bends[0], line.bends[-1])
        return all(len(self.ends[end.x, end.y]) == ENDS for end in ends)

    def _chain(self, number: int) -> DrawnShape:
        line = self.lines[number]
        self.used.add(number)
        handles, bends = [line.handle], list(line.bends)
        if self._next_at(bends[-1]) is None and self._next_at(bends[0]) is not None:
            bends = _reversed(bends)
        while (following := self._next_at(bends[-1])) is not None:
            self.used.add(following)
            more = self.lines[following]
            handles.append(more.handle)
            added = list(more.bends)
            if (added[0].x, added[0].y) != (bends[-1].x, bends[-1].y):
                added = _reversed(added)
            bends[-1:] = added
        is_closed = len(bends) > ENDS and (bends[0].x, bends[0].y) == (bends[-1].x, bends[-1].y)
        if is_closed:
            bends.pop()
        return replace(
            line, handle=named(handles), bends=tuple(bends), is_closed=is_closed or line.is_closed
        )

    def _next_at(self, end: Bend) -> int | None:
        here = self.ends[end.x, end.y]
        if len(here) != ENDS:
            return None
        return next((number for number in here if number not in self.used), None)


def named(handles: Sequence[str]) -> str:
    """Return the name of a shape by the handles of what it is made of."""
    if len(handles) <= NAMED:
        return "+".join(handles)
    return f"{handles[0]}+{len(handles) - ENDS}+{handles[-1]}"


def _reversed(bends: list[Bend]) -> list[Bend]:
    """Return a line the other way around: each bend lies then at its other end."""
    turned = [Bend(bend.x, bend.y) for bend in reversed(bends)]
    for n, one in enumerate(reversed(bends[:-1])):
        turned[n] = replace(turned[n], bulge=-one.bulge)
    return turned
