"""Piers and piles: tubes, bells, concrete, cut lists and heads (section 11)."""

from core.piers.cuts import CutList, Stock, cut_list
from core.piers.head import HeadStand, stand_head
from core.piers.hole import Bearing, HoleDepths
from core.piers.meets import meets
from core.piers.pier import Bell, Pier, concrete_of, concrete_sure_within, hole_depth, tube_length

__all__ = [
    "Bearing",
    "Bell",
    "CutList",
    "HeadStand",
    "HoleDepths",
    "Pier",
    "Stock",
    "concrete_of",
    "concrete_sure_within",
    "cut_list",
    "hole_depth",
    "meets",
    "stand_head",
    "tube_length",
]
