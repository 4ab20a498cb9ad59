"""The book as a crew keeps it: rise and fall beside the height of instrument (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.lengths import Elevation, Length, Reading
from core.rods import Observed, SightLine


@dataclass(frozen=True, slots=True)
class Entry:
    """One sight in the order it was taken; a struck one stays in the book."""

    point: str
    sight: Observed
    struck: bool = False


@dataclass(frozen=True, slots=True)
class NoteLine:
    """A line of the book after the backsight.

    ``booked`` is the value the sums are kept in, the reading itself for a rod standing.
    ``is_foresight`` marks the last good reading. ``rise`` and ``fall`` are from the line
    before that counts; None on struck lines, which carry no elevation either.
    """

    entry: Entry
    elevation: Elevation | None
    booked: Reading | None
    rise: Length | None
    fall: Length | None
    is_foresight: bool


@dataclass(frozen=True, slots=True)
class LevelNotes:
    """The notes of one set-up and their sums; ``backsight`` is as it is booked.

    With ``d`` the rod's direction: d·(BS - FS) = sum of rises - sum of falls = last - first.
    """

    line: SightLine
    benchmark: Elevation
    backsight: Reading
    lines: tuple[NoteLine, ...]

    @property
    def foresight(self) -> NoteLine | None:
        """The last good reading, None while there is none."""
        return next((line for line in reversed(self.lines) if line.is_foresight), None)

    @property
    def backsight_less_foresight(self) -> Length:
        """d·(BS - FS); zero while nothing was read after the backsight."""
        if self.foresight is None or self.foresight.booked is None:
            return Length(0)
        difference = self.backsight - self.foresight.booked
        return difference * self.line.numbering.direction

    @property
    def sum_of_rises(self) -> Length:
        """The sum of all rises."""
        return sum((line.rise for line in self.lines if line.rise), Length(0))

    @property
    def sum_of_falls(self) -> Length:
        """The sum of all falls, positive."""
        return sum((line.fall for line in self.lines if line.fall), Length(0))

    @property
    def last_less_first(self) -> Length:
        """The last elevation less the benchmark's."""
        last = self.foresight.elevation if self.foresight else None
        return Length(0) if last is None else last - self.benchmark

    @property
    def proves(self) -> bool:
        """Whether the three sums agree, as they must, exactly."""
        sums = {
            self.backsight_less_foresight,
            self.sum_of_rises - self.sum_of_falls,
            self.last_less_first,
        }
        return len(sums) == 1


def keep_notes(benchmark: Elevation, line: SightLine, entries: Sequence[Entry]) -> LevelNotes:
    """Return the notes of a set-up, its entries in the order they were taken."""
    good = [i for i, entry in enumerate(entries) if not entry.struck]
    last_good = good[-1] if good else -1
    lines: list[NoteLine] = []
    before = line.booked(benchmark)
    backsight = before
    for i, entry in enumerate(entries):
        if entry.struck:
            lines.append(NoteLine(entry, None, None, None, None, is_foresight=False))
            continue
        elevation = line.elevation(entry.sight)
        booked = line.booked(elevation)
        step = (before - booked) * line.numbering.direction
        rises = step.nanometres >= 0
        lines.append(
            NoteLine(
                entry=entry,
                elevation=elevation,
                booked=booked,
                rise=step if rises else None,
                fall=None if rises else -step,
                is_foresight=i == last_good,
            )
        )
        before = booked
    return LevelNotes(line, benchmark, backsight, tuple(lines))
