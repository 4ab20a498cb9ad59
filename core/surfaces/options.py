"""The options of a slab over its shot stone: what each way to pour it takes (section 10)."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import OutOfRange
from core.options import Option, Prices, Way, Work, cost_of
from core.orders import concrete_order
from core.surfaces.slab import SlabModel
from core.surfaces.triangles import Floats

A_HAIR = 1e-9
Flags = NDArray[np.bool_]


@dataclass(frozen=True, slots=True)
class PourRules:
    """What a slab is held to and ordered by: metres, cubic metres, a share of waste."""

    least: float
    waste: float
    step: float


@dataclass(frozen=True, slots=True)
class Sliders:
    """What a person moves: how far off stone may stay, and how far the slab is raised.

    The slab may be moved within ``down`` below and ``up`` above its level, 0 where the datum
    fixes it; a negative ``raised`` lowers it. Metres. Raises :class:`OutOfRange` beyond that.
    """

    trigger: float
    raised: float = 0.0
    down: float = 0.0
    up: float = 0.0

    def __post_init__(self) -> None:
        if self.trigger < 0:
            raise OutOfRange(
                f"{self.trigger:g} m", "A trigger is 0 or more.", "1/2 in or 12 mm is usual."
            )
        if not -self.down - A_HAIR <= self.raised <= self.up + A_HAIR:
            raise OutOfRange(
                f"{self.raised:g} m",
                "The datum does not allow the slab to move that far.",
                "Widen what the datum allows, or move it less.",
            )


def options_of(
    model: SlabModel,
    off: Floats,
    rules: PourRules,
    sliders: Sliders,
    prices: Prices,
    covered: Collection[int] = (),
) -> tuple[Option, ...]:
    """Return the ways to pour a slab over stone so far above its design, in a fixed order.

    None leaves what the datum allows: the level that is set from the stone goes as far as it may.
    None regrades the stone of the shots that are ``covered`` by sheeting.
    """
    stays = _stays(model, covered)
    made = _Options(model, off, rules, prices)
    settled = float(off.mean())
    within = min(max(settled, -sliders.down), sliders.up)
    return (
        made.option(Way.AS_IT_IS, off, 0.0),
        made.option(Way.REGRADE_ALL, np.where(stays, off, 0.0), 0.0),
        made.option(Way.REGRADE_OVER, graded_over(off, sliders.trigger, stays), 0.0),
        made.option(Way.MOVE_LEVEL, off, sliders.raised),
        made.option(Way.FROM_STONE, off, within, is_limited=abs(within - settled) > A_HAIR),
    )


def over_trigger(
    model: SlabModel, off: Floats, trigger: float, covered: Collection[int] = ()
) -> tuple[int, ...]:
    """Return the shots whose stone is farther off its design than a trigger: shoot them again.

    Those ``covered`` by sheeting are not among them: nobody regrades what lies under it.
    """
    is_over = (np.abs(off) > trigger + A_HAIR) & ~_stays(model, covered)
    return tuple(int(shot) for shot in np.flatnonzero(is_over[model.places.which]))


def graded_over(off: Floats, trigger: float, stays: Flags) -> Floats:
    """Return stone once what is farther off than the trigger was graded, but for what stays."""
    graded: Floats = np.where((np.abs(off) > trigger + A_HAIR) & ~stays, 0.0, off)
    return graded


def _stays(model: SlabModel, covered: Collection[int]) -> Flags:
    """Return which places can't be graded: those of the shots that are covered."""
    stays = np.zeros(len(model.places.first), dtype=np.bool_)
    stays[model.places.which[list(covered)]] = True
    return stays


class _Options:
    def __init__(self, model: SlabModel, off: Floats, rules: PourRules, prices: Prices) -> None:
        self.model, self.off, self.rules, self.prices = model, off, rules, prices

    def option(
        self, way: Way, graded: Floats, raised: float, *, is_limited: bool = False
    ) -> Option:
        """Return a way: over that stone, with the slab raised by that much."""
        model, rules = self.model, self.rules
        volume = model.volume(graded) + raised * model.area
        moved = graded - self.off
        work = Work(
            ordered=concrete_order(max(volume, 0.0), rules.waste, rules.step),
            stone_added=max(0.0, float(model.weights @ np.maximum(moved, 0.0))),
            stone_taken=max(0.0, float(model.weights @ np.maximum(-moved, 0.0))),
            regraded=max(0.0, float(model.weights @ (np.abs(moved) > A_HAIR))),
        )
        thinnest = float((model.thickness - graded).min()) + raised
        is_held = thinnest < rules.least - A_HAIR
        cost = cost_of(work, self.prices)
        return Option(way, work, volume, thinnest, is_held, cost, raised, is_limited)
