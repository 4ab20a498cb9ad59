"""Piers in a row or a grid: where they stand, and the tops their stack-up asks for."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from core.design.fall import Fall
from core.design.stack import AdjustableHead, StackUp
from core.design.surface import Surface
from core.elements.planned import AsDug, Drawn, PlannedPoint, above_zero
from core.errors import SURELY, Offer, OutOfRange, Unusual
from core.floors import PlanPoint
from core.floors.marks import rounded_up_distance
from core.lengths import Elevation, Length
from core.lengths.quantity import round_half_away
from core.tasks import Task

MOST_PIERS = 10_000
UNUSUAL_PIERS = 200


@dataclass(frozen=True, slots=True)
class PierGrid:
    """Piers evenly from a first to a last, and in further rows to the left of that line.

    Raises :class:`OutOfRange` for counts and spacings no site has.
    """

    first: PlanPoint
    last: PlanPoint
    count: int
    rows: int
    row_spacing: Length

    def __post_init__(self) -> None:
        piers = self.count * self.rows
        if self.count < 1 or self.rows < 1 or piers > MOST_PIERS:
            raise OutOfRange(
                f"{self.count} piers in {self.rows} rows",
                "No crew sets those.",
                f"Give at least 1, and at most {MOST_PIERS} in all.",
            )
        if self.count > 1 and self.first == self.last:
            raise OutOfRange(
                str(self.first),
                "The first and the last pier are at one place: zero spacing.",
                "Give the places of both ends of the row.",
            )
        if self.rows > 1:
            above_zero("The spacing of the rows", self.row_spacing)
            if self.first == self.last:
                raise OutOfRange(
                    str(self.first),
                    "Rows stand beside a line, and one pier makes none.",
                    "Give a first and a last pier.",
                )

    def places(self) -> tuple[tuple[str, PlanPoint, Length], ...]:
        """Each pier: its name, its place, and how far along its row it stands."""
        run = rounded_up_distance(self.first, self.last)
        bays = max(1, self.count - 1)
        found = []
        for row in range(self.rows):
            for i in range(self.count):
                name = f"{i + 1}" if self.rows == 1 else f"{_letters(row)}{i + 1}"
                along = Length(round_half_away(Fraction(run.nanometres * i, bays)))
                found.append((name, self._place(row, Fraction(i, bays), run), along))
        return tuple(found)

    def _place(self, row: int, share: Fraction, run: Length) -> PlanPoint:
        dx = (self.last.x - self.first.x).nanometres
        dy = (self.last.y - self.first.y).nanometres
        aside = Fraction(self.row_spacing.nanometres * row, max(1, run.nanometres))
        return PlanPoint(
            self.first.x + Length(round_half_away(share * dx - aside * dy)),
            self.first.y + Length(round_half_away(share * dy + aside * dx)),
        )


@dataclass(frozen=True, slots=True)
class PierRow:
    """Piers with the tops that a stack-up below a finished surface asks for (section 11).

    With an adjustable head that level is its seat, and the pier is cut so that the head
    stands at mid-travel. ``bottom`` is the hole's planned bottom, None where the ground and
    the least depth tell it. Piles that are screwed or driven have no holes: their tops alone are
    shot, and they take no concrete. ``thicker`` are the piers under something thicker than the
    stack, by name, and by how much. A bottom that leaves no pier under its stack is refused with
    :class:`BadLevel`.
    """

    grid: PierGrid
    finished: Surface
    stack: StackUp
    fall: Fall
    bottom: Elevation | None = None
    head: AdjustableHead | None = None
    has_holes: bool = True
    thicker: tuple[tuple[str, Length], ...] = ()

    def __post_init__(self) -> None:
        if self.bottom is not None:
            for _, top in self.tops():
                self.stack.check_over(top, self.bottom)

    def tops(self) -> tuple[tuple[str, Elevation], ...]:
        """The top of each pier by its name, in order."""
        return tuple(
            (name, self._top(name, place, along)) for name, place, along in self.grid.places()
        )

    def points(self) -> tuple[PlannedPoint, ...]:
        """Of each pier the ground, the bottom of its hole and its top; of a pile its top."""
        found: list[PlannedPoint] = []
        for name, place, along in self.grid.places():
            if self.has_holes:
                found.append(PlannedPoint(Task.GROUND, name, place, None))
                found.append(PlannedPoint(Task.HOLE, name, place, self.bottom))
            found.append(PlannedPoint(Task.PIER_TOP, name, place, self._top(name, place, along)))
        return tuple(found)

    def seats(self) -> tuple[tuple[str, Elevation], ...]:
        """The level each pier or its head carries, by its name, in order."""
        return tuple(
            (name, self._seat(name, place, along)) for name, place, along in self.grid.places()
        )

    def _seat(self, name: str, place: PlanPoint, along: Length) -> Elevation:
        own = dict(self.thicker).get(name, Length(0))
        return self.stack.pier_top(self.finished.elevation(place), self.fall, along) - own

    def _top(self, name: str, place: PlanPoint, along: Length) -> Elevation:
        seat = self._seat(name, place, along)
        return seat if self.head is None else self.head.cut_level(seat)

    def concrete(self, dug: AsDug) -> float | None:
        """Its concrete in cubic meters: that of its shafts, as their holes were shot."""
        return dug.shafts if self.has_holes else 0.0

    def drawn(self) -> tuple[Drawn, ...]:
        """The line of each row."""
        rows: list[Drawn] = []
        places = [place for _, place, _ in self.grid.places()]
        for start in range(0, len(places), self.grid.count):
            row = places[start : start + self.grid.count]
            if len(row) > 1:
                rows.append(Drawn((row[0], row[-1]), is_closed=False))
        return tuple(rows)


def read_count(text: str, what: str) -> int:
    """Read how many; a great many only when it is said for sure.

    Raises :class:`OutOfRange` for no whole number, and :class:`Unusual`, with the answer to
    tap, for more than anybody is likely to mean.
    """
    typed = text.strip().lower()
    surely = typed.endswith(SURELY)
    number = typed.removesuffix(SURELY).strip()
    if not (number.isascii() and number.isdigit() and len(number) <= 9):
        raise OutOfRange(text, "This is no whole number.", "Count them, such as 6.")
    count = int(number)
    if count > UNUSUAL_PIERS and not surely:
        answer = f"{count} {SURELY}"
        raise Unusual(
            f"{count} {what}",
            "That is a great many.",
            "Say so if it is meant.",
            (Offer(answer, answer),),
        )
    return count


def _letters(row: int) -> str:
    letters, row = "", row + 1
    while row:
        row, letter = divmod(row - 1, 26)
        letters = chr(ord("A") + letter) + letters
    return letters
