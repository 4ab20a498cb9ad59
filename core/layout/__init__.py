"""Laying out: strings over sloping ground, and square corners (section 8)."""

from core.layout.boards import (
    TALLEST_PRACTICAL,
    BatterBoards,
    Board,
    Stretch,
    StringLine,
    batter_boards,
    drop_below,
    share_of,
)
from core.layout.spot_check import HalfWay, SetPoint, Why, half_way, spot_check
from core.layout.square import OutOfSquare, Squared, out_of_square, three_four_five
from core.layout.string import PULLS, STRINGS, PulledString

__all__ = [
    "PULLS",
    "STRINGS",
    "TALLEST_PRACTICAL",
    "BatterBoards",
    "Board",
    "HalfWay",
    "OutOfSquare",
    "PulledString",
    "SetPoint",
    "Squared",
    "Stretch",
    "StringLine",
    "Why",
    "batter_boards",
    "drop_below",
    "half_way",
    "out_of_square",
    "share_of",
    "spot_check",
    "three_four_five",
]
