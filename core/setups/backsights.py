"""One or more backsights of a set-up: their mean, and how far they disagree (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations

from core.errors import NoBacksight
from core.lengths import Elevation, Length, Reading
from core.lengths.quantity import round_half_away
from core.rods import Numbering, SightLine
from core.uncertainty import Kit, Sight, least_told_apart

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


def allowed_again(entered: Length, kit: Kit, one: Sight, other: Sight) -> Length:
    """Return how far apart two readings may be: never finer than the kit can tell (section 4).

    ``entered`` is the job's own tolerance.
    """
    return max(entered, Length.from_float(least_told_apart(kit, one, other)))


def allowed_between(entered: Length, kit: Kit, sights: Sequence[Sight]) -> Length:
    """Return how far the backsights of one set-up may disagree."""
    pairs = (allowed_again(entered, kit, *pair) for pair in combinations(sights, 2))
    return max(pairs, default=entered)
