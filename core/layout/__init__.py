"""Laying out: strings over sloping ground, and square corners (section 8)."""

from core.layout.boards import TALLEST_PRACTICAL, BatterBoards, Board, batter_boards, drop_below
from core.layout.square import OutOfSquare, Squared, out_of_square, three_four_five

__all__ = [
    "TALLEST_PRACTICAL",
    "BatterBoards",
    "Board",
    "OutOfSquare",
    "Squared",
    "batter_boards",
    "drop_below",
    "out_of_square",
    "three_four_five",
]
