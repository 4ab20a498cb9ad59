"""Laying out: strings over sloping ground, and square corners (section 8)."""

from core.layout.boards import BatterBoards, Board, batter_boards
from core.layout.square import OutOfSquare, Squared, out_of_square, three_four_five

__all__ = [
    "BatterBoards",
    "Board",
    "OutOfSquare",
    "Squared",
    "batter_boards",
    "out_of_square",
    "three_four_five",
]
