"""One or more backsights of a set-up: their mean, and how far they disagree (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from core.errors import NoBacksight
from core.lengths import Elevation, Length, Reading
from core.lengths.quantity import round_half_away
from core.rods import Numbering, SightLine

TOLERANCE_OF_A_RE_READ = Length.from_metres("0.003")


@dataclass(frozen=True, slots=True)
class Backsight:
    """A reading on a point whose elevation is known."""

    known: Elevation
    reading: Reading


@dataclass(frozen=True, slots=True)
class Backsights:
    """The line of sight that several backsights give together.

    ``line`` has the mean of their constants; ``constants`` is what each gives alone.
    """

    line: SightLine
    constants: tuple[Elevation, ...]

    @property
    def disagreement(self) -> Length:
        """The highest constant less the lowest; zero with one backsight."""
        return max(self.constants) - min(self.constants)

    def agree(self, tolerance: Length) -> bool:
        """Whether the disagreement is within its tolerance; exactly at it still is."""
        return self.disagreement <= tolerance


def take_backsights(
    backsights: Sequence[Backsight],
    numbering: Numbering,
    taped_above_first: Length | None = None,
) -> Backsights:
    """Return the line of backsights: K is the mean of what each gives.

    ``taped_above_first`` is the beam's height above the first benchmark. Raises
    :class:`NoBacksight` where there are none.
    """
    if not backsights:
        raise NoBacksight(
            "no backsight", "A set-up has at least one.", "Read the rod on a benchmark."
        )
    lines = [
        SightLine.from_backsight(sight.known, sight.reading, numbering, taped_above_first)
        for sight in backsights
    ]
    constants = tuple(line.constant for line in lines)
    mean = Fraction(sum(constant.nanometres for constant in constants), len(constants))
    constant = Elevation(round_half_away(mean))
    beam = constant if numbering is Numbering.UP else lines[0].beam
    return Backsights(SightLine(constant, numbering, beam), constants)
