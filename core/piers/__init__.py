"""Piers and piles: tubes, bells, concrete, cut lists and cut marks (section 11)."""

from core.piers.cuts import CutList, Stock, cut_list
from core.piers.hole import Bearing, HoleDepths, HoleFound
from core.piers.pier import Bell, Pier, concrete_of, tube_length
from core.piers.pile import PileCut, cut_pile

__all__ = [
    "Bearing",
    "Bell",
    "CutList",
    "HoleDepths",
    "HoleFound",
    "Pier",
    "PileCut",
    "Stock",
    "concrete_of",
    "cut_list",
    "cut_pile",
    "tube_length",
]
