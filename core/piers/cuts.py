"""A cut list: tubes out of stock lengths, in the fewest that do (section 11)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Length

Tube = tuple[str, Length]

#: So many ways are tried; a row's count is small enough for all of them.
MOST_TRIED = 200_000


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
    """Sizes, the largest first, into as few bins of one capacity as there can be."""

    def __init__(self, sizes: list[Length], capacity: Length) -> None:
        self.sizes = [size.nanometres for size in sizes]
        self.capacity = capacity.nanometres
        self.least = -(-sum(self.sizes) // self.capacity)
        self.tried = 0
        self.best: list[list[int]] = []

    @property
    def is_exact(self) -> bool:
        """Whether every way was tried, or no better one is possible."""
        return len(self.best) <= self.least or self.tried < MOST_TRIED

    def fewest(self) -> list[list[int]]:
        """Return the pieces of each bin: first where each fits, then better if there is better."""
        self.best = self._first_fit()
        if len(self.best) > self.least:
            self._try(0, [], [])
        return self.best

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

    def _try(self, piece: int, bins: list[list[int]], left: list[int]) -> bool:
        """Place the pieces from one on in every way that differs; True once none can be better."""
        if piece == len(self.sizes):
            self.best = [list(one) for one in bins]
            return len(bins) <= self.least
        self.tried += 1
        if self.tried >= MOST_TRIED:
            return True
        size, seen = self.sizes[piece], set[int]()
        for at, rest in enumerate(left):
            if rest >= size and rest not in seen:
                seen.add(rest)
                bins[at].append(piece)
                left[at] -= size
                if self._try(piece + 1, bins, left):
                    return True
                bins[at].pop()
                left[at] += size
        if len(bins) + 1 < len(self.best):
            bins.append([piece])
            left.append(self.capacity - size)
            if self._try(piece + 1, bins, left):
                return True
            bins.pop()
            left.pop()
        return False
