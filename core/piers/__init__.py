"""Piers and piles: tubes, bells, concrete, cut lists and heads (section 11)."""

from core.piers.crown import crown_at
from core.piers.cuts import CutList, Stock, cut_list
from core.piers.head import Do, TopOrder, order_for_top
from core.piers.hole import Bearing, HoleDepths
from core.piers.meets import meets
from core.piers.pier import Bell, Pier, concrete_of, concrete_sure_within, hole_depth, tube_length

__all__ = [
    "Bearing",
    "Bell",
    "CutList",
    "Do",
    "HoleDepths",
    "Pier",
    "Stock",
    "TopOrder",
    "concrete_of",
    "concrete_sure_within",
    "crown_at",
    "cut_list",
    "hole_depth",
    "meets",
    "order_for_top",
    "tube_length",
]
