"""Batter boards on sloping ground: one string level, each board as tall as it takes (section 8)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Elevation, Length

TALLEST_PRACTICAL = Length.from_feet(4)


@dataclass(frozen=True, slots=True)
class Board:
    """A board at a corner: the string's level there, how tall the board stands, and by how many
    whole steps the string is lower.
    """

    corner: str
    string: Elevation
    height: Length
    steps: int


@dataclass(frozen=True, slots=True)
class BatterBoards:
    """The string's level, the highest and lowest ground, what lies between them, the boards."""

    string: Elevation
    highest: str
    lowest: str
    difference: Length
    boards: tuple[Board, ...]


def batter_boards(
    ground: Mapping[str, Elevation],
    clearance: Length,
    step: Length,
    tallest: Length = TALLEST_PRACTICAL,
) -> BatterBoards:
    """Return the boards: string = highest ground + clearance; height = string - ground.

    Where a board would stand taller than ``tallest``, the string there is proposed lower by
    whole ``step``s, but never closer to the ground than the clearance. Raises
    :class:`OutOfRange` without corners, or for a clearance or a step that is none.
    """
    if not ground:
        raise OutOfRange("no corner", "Boards stand at corners.", "Shoot the lot's corners first.")
    if clearance.nanometres < 0 or step.nanometres <= 0:
        raise OutOfRange(
            f"clearance {float(clearance):g} m, step {float(step):g} m",
            "The clearance is 0 or more and the step above 0.",
            "6 in (150 mm) of clearance and a step of 2 ft (600 mm) are usual.",
        )
    highest = max(ground, key=lambda corner: ground[corner])
    lowest = min(ground, key=lambda corner: ground[corner])
    string = ground[highest] + clearance
    boards = tuple(
        _board(corner, (string, level), clearance, step, tallest)
        for corner, level in ground.items()
    )
    return BatterBoards(string, highest, lowest, ground[highest] - ground[lowest], boards)


def drop_below(line: Elevation, target: Elevation) -> Length:
    """How far to measure down from a string or a level line to a height; negative: up."""
    return line - target


def _board(
    corner: str,
    between: tuple[Elevation, Elevation],
    clearance: Length,
    step: Length,
    tallest: Length,
) -> Board:
    string, level = between
    full = string - level
    over = (full - tallest).nanometres
    wanted = max(0, -(-over // step.nanometres))
    room = max(0, (full - clearance).nanometres // step.nanometres)
    steps = min(wanted, room)
    return Board(corner, string - step * steps, full - step * steps, steps)
