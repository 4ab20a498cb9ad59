"""How many slips are caught, and how many true readings are asked about, ground by ground."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from random import Random

from bench.judgement.reading import elevation_of, reading_of
from core.lengths import Length
from core.rods import GRADUATIONS, Numbering, Observed, Rod, SightLine, Tie
from core.slips import Aim, Near, question_about
from core.tasks import Task
from simulation import Blunder, Place, SurfaceKind, Worked, spoil, worked_surface

RODS = (("ft-in/8", 0.003175), ("ft/100", 0.003048), ("mm", 0.001), ("m/cm", 0.005))
GROSS = {
    True: (Blunder.METRE, Blunder.HUNDRED_MILLIMETRES, Blunder.UPSIDE_DOWN),
    False: (Blunder.FOOT, Blunder.UPSIDE_DOWN),
}
FINE = {
    True: (Blunder.CENTIMETRE, Blunder.SWAPPED, Blunder.SIX_FOR_NINE),
    False: (Blunder.INCH, Blunder.SWAPPED, Blunder.SIX_FOR_NINE),
}
SMALLEST_GROSS, SMALLEST_FINE, FOUND = 0.06, 0.008, 0.003
SURE = 0.003


@dataclass(slots=True)
class Share:
    """So many of so many."""

    some: int = 0
    of: int = 0

    def add(self, happened: bool) -> None:
        """Count one more."""
        self.some, self.of = self.some + happened, self.of + 1

    @property
    def share(self) -> float:
        """The share; none of none is nothing."""
        return self.some / self.of if self.of else 0.0


@dataclass(slots=True)
class Counted:
    """What was counted on one kind of ground: a first reading of a pass has no neighbors."""

    kind: SurfaceKind
    asked: Share = field(default_factory=Share)
    gross: Share = field(default_factory=Share)
    first_gross: Share = field(default_factory=Share)
    fine: Share = field(default_factory=Share)


def slips_by_ground(floors: int, first: int) -> Iterator[Counted]:
    """Yield what is caught and asked on each kind of ground, over so many seeded floors."""
    for kind in SurfaceKind:
        counted = Counted(kind)
        for seed in range(first, first + floors):
            _Crew(kind, seed).shoot(counted)
        yield counted


class _Crew:
    """Shoots one floor point by point, clean and with each slip, as the product sees it."""

    def __init__(self, kind: SurfaceKind, seed: int) -> None:
        self.rng = rng = Random(f"{kind} {seed}")  # noqa: S311 - no secret hangs on it
        graduation, self.step = RODS[seed % len(RODS)]
        self.rod = Rod(Numbering.UP, GRADUATIONS[graduation], Length.from_feet(13))
        self.is_metric = self.rod.graduation.style.kind.is_metric
        self.surface: Worked = worked_surface(kind, rng)
        self.beam = rng.uniform(1.0, 1.9)
        line = SightLine.tied(Numbering.UP, {Tie.BEAM: elevation_of(self.beam)})
        self.sighted = self.rod, line, reading_of(rng.uniform(0.5, 2))
        task = Task.FORMATION if kind.is_dug else Task.STONE
        self.aim = Aim(task, elevation_of(0.0), rng.choice((0.006, 0.0095, 0.012)), SURE)

    def shoot(self, counted: Counted) -> None:
        """Walk the grid to and fro."""
        shot: list[tuple[Place, float]] = []
        for place in self._walk():
            height = self.beam - self.surface.elevation(place) + self.rng.uniform(-0.0015, 0.0015)
            read = round(height / self.step) * self.step
            if not self.rod.has(reading_of(read)):
                continue
            near = tuple(Near(at.x - place.x, at.y - place.y, off) for at, off in shot)
            counted.asked.add(self._offers(read, near) is not None)
            for blunder in GROSS[self.is_metric]:
                self._try(counted.gross if shot else counted.first_gross, blunder, read, near)
            for blunder in FINE[self.is_metric]:
                self._try(counted.fine, blunder, read, near)
            shot.append((place, self.beam - read))

    def _try(self, share: Share, blunder: Blunder, read: float, near: tuple[Near, ...]) -> None:
        slipped = spoil(blunder, read, float(self.rod.length), self.rng)
        gross = blunder in GROSS[self.is_metric]
        if abs(slipped - read) < (SMALLEST_GROSS if gross else SMALLEST_FINE):
            return
        if self.rod.has(reading_of(slipped)):
            offers = self._offers(slipped, near) or []
            share.add(any(abs(offer - read) < FOUND for offer in offers))

    def _offers(self, read: float, near: tuple[Near, ...]) -> list[float] | None:
        """Return the readings the product would offer instead; None where it does not ask."""
        question = question_about(self.sighted, Observed.standing(reading_of(read)), self.aim, near)
        return None if question is None else [float(offer.reading) for offer in question.offers]

    def _walk(self) -> Iterator[Place]:
        spacing = self.rng.choice((1.5, 2.4, 3.0))
        xs, ys = (_spread(length, spacing) for length in self.surface.size)
        for row, y in enumerate(ys):
            for x in xs if row % 2 == 0 else reversed(xs):
                yield Place(x, y)


def _spread(length: float, spacing: float) -> list[float]:
    bays = max(2, round(length / spacing))
    return [i * length / bays for i in range(bays + 1)]
