"""Batter boards on sloping ground: one string level, stepped between two boards (section 8)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from core.errors import OutOfRange
from core.lengths import Elevation, Length
from core.lengths.quantity import round_half_away

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
class Stretch:
    """A level stretch of a string: from which share of its way to which, and its level."""

    start: Fraction
    end: Fraction
    string: Elevation


@dataclass(frozen=True, slots=True)
class StringLine:
    """The string from one corner to the next, each of its stretches level.

    Where it steps, two boards stand side by side: the higher stretch ends on one, the lower
    begins on the other. ``boards`` is how tall they are at each step, on the ground as it runs
    straight from corner to corner.
    """

    start: str
    end: str
    stretches: tuple[Stretch, ...]
    boards: tuple[tuple[Length, Length], ...]


@dataclass(frozen=True, slots=True)
class BatterBoards:
    """The string's level, the highest and lowest ground, what lies between, the boards, and the
    strings from board to board.
    """

    string: Elevation
    highest: str
    lowest: str
    difference: Length
    boards: tuple[Board, ...]
    strings: tuple[StringLine, ...]


def batter_boards(
    ground: Mapping[str, Elevation],
    clearance: Length,
    step: Length,
    tallest: Length = TALLEST_PRACTICAL,
    ring: Sequence[str] | None = None,
) -> BatterBoards:
    """Return the boards: string = highest ground + clearance; height = string - ground.

    Where a board would stand taller than ``tallest``, the string there is proposed lower by
    whole ``step``s, but never closer to the ground than the clearance. A string between two
    boards of different steps steps down on its way, so that each stretch of it stays level.
    ``ring`` is the order of all corners; only strings whose both ends were shot are given.
    Raises :class:`OutOfRange` without corners, or for a clearance or a step that is none.
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
    boards = {
        corner: _board(corner, (string, level), clearance, step, tallest)
        for corner, level in ground.items()
    }
    order = list(ring or ground)
    strings = tuple(
        _string((boards[one], boards[other]), ground, clearance, step)
        for one, other in zip(order, [*order[1:], order[0]], strict=True)
        if one != other and one in boards and other in boards
    )
    difference = ground[highest] - ground[lowest]
    return BatterBoards(string, highest, lowest, difference, tuple(boards.values()), strings)


def drop_below(line: Elevation, target: Elevation) -> Length:
    """How far to measure down from a string or a level line to a height; negative: up."""
    return line - target


def share_of(run: Length, share: Fraction) -> Length:
    """Return how far along a run a share of it lies."""
    return Length(round_half_away(share * run.nanometres))


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


def _string(
    ends: tuple[Board, Board], ground: Mapping[str, Elevation], clearance: Length, step: Length
) -> StringLine:
    """Return the string between two boards, stepped down where the lower one just clears."""
    one, other = ends
    upper, lower = (one, other) if one.steps <= other.steps else (other, one)
    fall = (ground[upper.corner] - ground[lower.corner]).nanometres
    stretches, boards, start = [], [], Fraction(0)
    for number in range(upper.steps, lower.steps):
        above = upper.string - step * (number - upper.steps)
        below = above - step
        drop = (ground[upper.corner] - (below - clearance)).nanometres
        share = max(start, min(Fraction(1), Fraction(drop, fall)))
        stretches.append(Stretch(start, share, above))
        here = ground[upper.corner] - Length(round_half_away(share * fall))
        boards.append((above - here, below - here))
        start = share
    stretches.append(Stretch(start, Fraction(1), lower.string))
    if upper is other:
        turned = [Stretch(1 - s.end, 1 - s.start, s.string) for s in reversed(stretches)]
        return StringLine(one.corner, other.corner, tuple(turned), tuple(reversed(boards)))
    return StringLine(one.corner, other.corner, tuple(stretches), tuple(boards))
