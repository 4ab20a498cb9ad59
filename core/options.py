"""Ways to pour a slab over the stone as it was shot, side by side, with their cost (section 10)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import floor

from core.errors import OutOfRange

LOOSE_FACTOR = 1.2
LEAST_COIN = 0.005
A_HAIR = 1e-9


class Way(StrEnum):
    """A way to pour a slab."""

    AS_IT_IS = "as-it-is"
    REGRADE_ALL = "regrade-all"
    REGRADE_OVER = "regrade-over"
    MOVE_LEVEL = "move-level"
    FROM_STONE = "from-stone"


@dataclass(frozen=True, slots=True)
class Prices:
    """What is paid, in one currency; None where nobody entered it.

    ``concrete`` and ``stone`` are a cubic metre, ``labor`` a square metre of stone that is
    regraded. ``short_load`` is charged once where the last truck brings less than
    ``short_below`` cubic metres; a truck holds ``truck``, and an order it does not fill is one
    load where nobody said how much that is. Raises :class:`OutOfRange` for a price below 0.
    """

    concrete: float | None = None
    stone: float | None = None
    labor: float | None = None
    short_load: float | None = None
    short_below: float | None = None
    truck: float | None = None

    def __post_init__(self) -> None:
        for name in ("concrete", "stone", "labor", "short_load", "short_below", "truck"):
            price = getattr(self, name)
            if price is not None and not 0 <= price < float("inf"):
                raise OutOfRange(f"{price:g}", "A price is 0 or more.", "Enter what is charged.")


@dataclass(frozen=True, slots=True)
class Work:
    """What a way takes: concrete as ordered, compacted stone added and taken off, the area
    that is regraded; cubic and square metres.
    """

    ordered: float
    stone_added: float = 0.0
    stone_taken: float = 0.0
    regraded: float = 0.0

    @property
    def loose_stone(self) -> float:
        """The stone to buy: compacted volume times the factor."""
        return self.stone_added * LOOSE_FACTOR


@dataclass(frozen=True, slots=True)
class Cost:
    """What a way costs; ``lacks`` names the prices without which there is no sum."""

    total: float | None
    lacks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Option:
    """A way to pour: its work, its concrete in place, its thinnest spot, and its cost.

    ``raised`` is how far the slab is raised for it, metres; ``is_limited`` whether the datum
    allows no more of that.
    """

    way: Way
    work: Work
    volume: float
    thinnest: float
    is_held: bool
    cost: Cost
    raised: float
    is_limited: bool = False


def cost_of(work: Work, prices: Prices) -> Cost:
    """Return what a way costs, or which prices it lacks."""
    parts = {
        "concrete": (work.ordered, prices.concrete),
        "stone": (work.loose_stone, prices.stone),
        "labor": (work.regraded, prices.labor),
    }
    lacks = tuple(name for name, (amount, price) in parts.items() if amount > 0 and price is None)
    if lacks:
        return Cost(None, lacks)
    total = sum(amount * (price or 0.0) for amount, price in parts.values())
    return Cost(total + _short_load(work, prices), ())


def last_load(ordered: float, truck: float | None) -> float:
    """Return what the last truck brings; the whole order where no truck's size is known."""
    if not truck or ordered <= 0:
        return ordered
    left = ordered - truck * floor(ordered / truck + A_HAIR)
    return truck if left <= A_HAIR * truck else left


def _short_load(work: Work, prices: Prices) -> float:
    """Return the charge for a short load: it counts where the last truck of the order is one."""
    if prices.short_load is None or not prices.short_below or work.ordered <= 0:
        return 0.0
    last = last_load(work.ordered, prices.truck)
    return prices.short_load if last < prices.short_below - A_HAIR else 0.0


@dataclass(frozen=True, slots=True)
class Cheapest:
    """The cheapest way without a hold, and what it saves against pouring as it is.

    Only a saving is called one: None where it costs as much or more.
    """

    way: Way
    saving: float | None


def cheapest_of(options: tuple[Option, ...]) -> Cheapest | None:
    """Return the cheapest way that has no hold; None where none has a cost."""
    sound = [option for option in options if not option.is_held and option.cost.total is not None]
    if not sound:
        return None
    best = min(sound, key=lambda option: option.cost.total or 0.0)
    as_it_is = next((o for o in options if o.way is Way.AS_IT_IS), None)
    if as_it_is is None or as_it_is.cost.total is None or best.cost.total is None:
        return Cheapest(best.way, None)
    saving = as_it_is.cost.total - best.cost.total
    return Cheapest(best.way, saving if saving > LEAST_COIN else None)


def price_of_extra(extra: float, rate: float) -> float:
    """Return what concrete over the nominal costs at a rate a unit; nothing where it is less.

    ``extra`` and ``rate`` are of one unit of volume; the base price covers the nominal
    thickness (section 10, the customer's notice). The extra counts to the hundredth it is
    shown with, so that a customer who multiplies finds the same. Raises :class:`OutOfRange`
    for a rate below nothing.
    """
    if rate < 0:
        raise OutOfRange(
            f"{rate:g}", "A rate is not below nothing.", "Give what a unit costs, such as 165."
        )
    return round(max(extra, 0.0), 2) * rate
