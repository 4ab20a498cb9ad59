"""A cut list: tubes out of stock lengths, in the fewest that do (section 11)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Length

Tube = tuple[str, Length]

#: So many ways are tried; a row's count is small enough for all of them.
MOST_TRIED = 20_000


@dataclass(frozen=True, slots=True)
class Stock:
    """One stock length: what is cut from it, by the pieces' names, and what is left."""

    pieces: tuple[Tube, ...]
    waste: Length


@dataclass(frozen=True, slots=True)
class CutList:
    """All stock lengths that are needed, and their waste together.

    ``too_long`` are longer than the stock: spliced or ordered, which a person decides.
    ``is_fewest`` says whether no fewer lengths would do.
    """

    stocks: tuple[Stock, ...]
    waste: Length
    too_long: tuple[Tube, ...] = ()
    is_fewest: bool = True


def cut_list(tubes: Sequence[Tube], stock: Length, kerf: Length) -> CutList:
    """Return how to cut tubes from the fewest stock lengths that do.

    ``kerf`` is lost between two pieces. What is longer than the stock is named, and the rest
    still cut. Raises :class:`OutOfRange` for a tube, a stock or a kerf that is none.
    """
    for name, length in (("stock", stock), *tubes):
        if length.nanometres <= 0:
            raise OutOfRange(f"{name}, {float(length):g} m", "It has no length.", "Measure it.")
    if kerf.nanometres < 0:
        raise OutOfRange(f"{float(kerf):g} m", "A saw takes away, or nothing.", "Give 0 or more.")
    too_long = tuple(tube for tube in tubes if tube[1] > stock)
    fitting = sorted((tube for tube in tubes if tube[1] <= stock), key=lambda t: t[1], reverse=True)
    packing = _Packing([length + kerf for _, length in fitting], stock + kerf)
    bins = packing.fewest()
    stocks = tuple(_stock([fitting[at] for at in one], stock, kerf) for one in bins)
    waste = sum((one.waste for one in stocks), Length(0))
    return CutList(stocks, waste, too_long, packing.is_exact)


def _stock(pieces: list[Tube], stock: Length, kerf: Length) -> Stock:
    cut = sum((length for _, length in pieces), Length(0)) + kerf * len(pieces)
    return Stock(tuple(pieces), max(stock - cut, Length(0)))


class _Packing:
    """Sizes, the largest first, into as few bins of one capacity as there can be.

    A bin is filled after the other, each from its largest piece on. With a number of bins to beat,
    what may be left over in all of them together is known: a filling that leaves more can't do.
    """

    def __init__(self, sizes: list[Length], capacity: Length) -> None:
        self.sizes = [size.nanometres for size in sizes]
        self.capacity = capacity.nanometres
        self.least = max((self._least_by(size) for size in {0, *self.sizes}), default=0)
        self.tried = 0
        self.best: list[list[int]] = []

    @property
    def is_exact(self) -> bool:
        """Whether every way was tried, or no better one is possible."""
        return len(self.best) <= self.least or self.tried < MOST_TRIED

    def fewest(self) -> list[list[int]]:
        """Return the pieces of each bin: first where each fits, then better if there is better."""
        self.best = self._first_fit()
        while len(self.best) > self.least:
            spare = (len(self.best) - 1) * self.capacity - sum(self.sizes)
            better = self._filled(tuple(range(len(self.sizes))), spare)
            if better is None:
                break
            self.best = better
        return self.best

    def _least_by(self, small: int) -> int:
        """Return how many bins there are at least, by what no smaller piece can fill.

        Pieces of over half a bin each take one of their own; beside those that leave room for a
        piece of that size, what is at least as large as it fills what is left.
        """
        half = self.capacity / 2
        large = [size for size in self.sizes if size > half]
        beside = [size for size in large if size <= self.capacity - small]
        middle = sum(size for size in self.sizes if small <= size <= half)
        room = len(beside) * self.capacity - sum(beside)
        return len(large) + max(0, -(-(middle - room) // self.capacity))

    def _first_fit(self) -> list[list[int]]:
        bins: list[list[int]] = []
        left: list[int] = []
        for piece, size in enumerate(self.sizes):
            at = next((i for i, rest in enumerate(left) if rest >= size), len(bins))
            if at == len(bins):
                bins.append([])
                left.append(self.capacity)
            bins[at].append(piece)
            left[at] -= size
        return bins

    def _filled(self, pieces: tuple[int, ...], spare: int) -> list[list[int]] | None:
        """Return bins of some pieces that leave no more than that over in all; None for none."""
        if not pieces:
            return []
        first, others = pieces[0], pieces[1:]
        fillings = self._fillings(others, self.capacity - self.sizes[first], spare)
        for rest, taken in sorted(fillings):
            if self.tried >= MOST_TRIED:
                return None
            used = set(taken)
            left = tuple(piece for piece in others if piece not in used)
            bins = self._filled(left, spare - rest)
            if bins is not None:
                return [[first, *taken], *bins]
        return None

    def _fillings(
        self, pieces: tuple[int, ...], room: int, spare: int
    ) -> Iterator[tuple[int, tuple[int, ...]]]:
        """Yield what may lie beside a bin's first piece, and the room it leaves: no more than is
        spare. Of pieces of one size only the first is tried in a place.
        """
        self.tried += 1
        if self.tried >= MOST_TRIED:
            return
        if room <= spare:
            yield room, ()
        before = 0
        for at, piece in enumerate(pieces):
            size = self.sizes[piece]
            if size <= room and size != before:
                before = size
                for rest, taken in self._fillings(pieces[at + 1 :], room - size, spare):
                    yield rest, (piece, *taken)
