"""A cut list: tubes out of stock lengths, never short (section 11)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Length


@dataclass(frozen=True, slots=True)
class Stock:
    """One stock length: what is cut from it, by the pieces' names, and what is left."""

    pieces: tuple[tuple[str, Length], ...]
    waste: Length


@dataclass(frozen=True, slots=True)
class CutList:
    """All stock lengths that are needed, and their waste together."""

    stocks: tuple[Stock, ...]
    waste: Length


def cut_list(tubes: Sequence[tuple[str, Length]], stock: Length, kerf: Length) -> CutList:
    """Return how to cut tubes from a stock length, the longest first, each where it fits.

    ``kerf`` is lost at every cut. A tube longer than the stock is refused with
    :class:`OutOfRange`: it is joined or ordered to length, which a person decides.
    """
    for name, length in tubes:
        if not 0 < length.nanometres <= stock.nanometres:
            raise OutOfRange(
                f"{name}, {float(length):g} m",
                f"No tube of that length is cut from a stock of {float(stock):g} m.",
                "Order it to length, or a longer stock.",
            )
    bins: list[list[tuple[str, Length]]] = []
    left: list[Length] = []
    for piece in sorted(tubes, key=lambda tube: tube[1], reverse=True):
        at = next((i for i, rest in enumerate(left) if rest >= piece[1]), None)
        if at is None:
            bins.append([])
            left.append(stock)
            at = len(bins) - 1
        bins[at].append(piece)
        left[at] = max(left[at] - piece[1] - kerf, Length(0))
    stocks = tuple(Stock(tuple(pieces), rest) for pieces, rest in zip(bins, left, strict=True))
    return CutList(stocks, sum(left, Length(0)))
