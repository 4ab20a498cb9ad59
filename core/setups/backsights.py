"""One or more backsights of a set-up: their mean, and how far they disagree (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations

from core.errors import NoBacksight
from core.lengths import Elevation, Length
from core.lengths.quantity import round_half_away
from core.rods import Numbering, Observed, SightLine, Tie, tie_of, tied_by
from core.uncertainty import Kit, Sight, least_told_apart

TOLERANCE_OF_A_RE_READ = Length.from_metres("0.003")


@dataclass(frozen=True, slots=True)
class Backsight:
    """A sight on a point whose elevation is known."""

    known: Elevation
    sight: Observed


@dataclass(frozen=True, slots=True)
class Backsights:
    """The line of sight that several backsights give together.

    ``line`` has the means of what they tie; ``constants`` is what each ties, and gives alone.
    """

    line: SightLine
    constants: tuple[tuple[Tie, Elevation], ...]

    @property
    def disagreement(self) -> Length:
        """How far those that tie the same thing are apart at most; zero where none does."""
        return max(max(alike) - min(alike) for alike in _by_tie(self.constants).values())

    @property
    def can_disagree(self) -> bool:
        """Whether two of them tie the same thing."""
        return any(len(alike) > 1 for alike in _by_tie(self.constants).values())

    def agree(self, tolerance: Length) -> bool:
        """Whether the disagreement is within its tolerance; exactly at it still is."""
        return self.disagreement <= tolerance


def take_backsights(backsights: Sequence[Backsight], numbering: Numbering) -> Backsights:
    """Return the line of backsights: each constant is the mean of what those give that tie it.

    Raises :class:`NoBacksight` where there are none.
    """
    if not backsights:
        raise NoBacksight(
            "no backsight", "A set-up has at least one.", "Read the rod on a benchmark."
        )
    constants = tuple(
        (
            tie_of(backsight.sight.kind, numbering),
            tied_by(backsight.known, backsight.sight, numbering),
        )
        for backsight in backsights
    )
    means = {tie: _mean(alike) for tie, alike in _by_tie(constants).items()}
    return Backsights(SightLine.tied(numbering, means), constants)


def _by_tie(constants: Sequence[tuple[Tie, Elevation]]) -> dict[Tie, list[Elevation]]:
    found: dict[Tie, list[Elevation]] = {}
    for tie, given in constants:
        found.setdefault(tie, []).append(given)
    return found


def _mean(elevations: Sequence[Elevation]) -> Elevation:
    total = sum(elevation.nanometres for elevation in elevations)
    return Elevation(round_half_away(Fraction(total, len(elevations))))


def allowed_again(entered: Length, kit: Kit, one: Sight, other: Sight) -> Length:
    """Return how far apart two readings may be: never finer than the kit can tell (section 4).

    ``entered`` is the job's own tolerance.
    """
    return max(entered, Length.from_float(least_told_apart(kit, one, other)))


def allowed_between(entered: Length, kit: Kit, sights: Sequence[Sight]) -> Length:
    """Return how far the backsights of one set-up may disagree."""
    pairs = (allowed_again(entered, kit, *pair) for pair in combinations(sights, 2))
    return max(pairs, default=entered)
