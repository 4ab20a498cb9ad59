"""Refusals of the services: what was typed, why it can't be, what would do."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass
from decimal import Decimal, InvalidOperation
from typing import TypeVar

from core.errors import SURELY, Offer, RuleError, quoted
from core.floors import PlanPoint
from core.lengths import (
    Elevation,
    Length,
    Style,
    StyleKind,
    elevation_kind,
    parse_elevation,
    parse_length,
    retypable,
    says_a_side,
    typed_above,
    typed_beside,
    with_unit,
    written_above,
)
from server.common.likely import likely_in

Result = TypeVar("Result")
Reader = Callable[[str, StyleKind], Length]
#: Beyond these no decimal number of a form lies, but for nothing.
LEAST, MOST = Decimal("1e-9"), Decimal(10) ** 9


@dataclass(frozen=True, slots=True)
class Problem:
    """One refusal, in the place of the form it belongs to (None: the whole form)."""

    field: str | None
    code: str
    typed: str
    why: str
    accepts: str
    offers: tuple[Offer, ...] = ()

    @classmethod
    def of(cls, field: str | None, refused: RuleError) -> Problem:
        """Return the core's refusal, put in a field's place."""
        return cls(field, refused.code, refused.typed, refused.why, refused.accepts, refused.offers)

    def as_kept(self) -> dict[str, object]:
        """Return the refusal as it is kept and sent, of plain values."""
        return asdict(self) | {"field": self.field or ""}


class Refusal(Exception):
    """Base of what the services refuse; carries one or more problems."""

    def __init__(self, *problems: Problem) -> None:
        super().__init__(*(problem.why for problem in problems))
        self.problems = problems


class Invalid(Refusal):
    """Something typed can't be."""


class _Single(Refusal):
    code = ""

    def __init__(self, typed: str, why: str, accepts: str) -> None:
        super().__init__(Problem(None, self.code, quoted(typed), why, accepts))


class Missing(_Single):
    """There is no such thing, or it is another crew's; the two are not told apart."""

    code = "missing"


class Denied(_Single):
    """The person's role in the crew does not allow it."""

    code = "denied"


class Gone(_Single):
    """It was there, and is not to be had any more."""

    code = "gone"


class Conflict(_Single):
    """It contradicts what is already on record."""

    code = "conflict"


class ChangedSince(Refusal):
    """Another changed what this would overwrite, since it was opened."""


class Entries:
    """Reads the typed fields of one form and gathers every refusal before it raises any.

    ``style`` is the one they were typed in.
    """

    def __init__(self, typed: Mapping[str, str], style: Style) -> None:
        self._typed = typed
        self._style = style
        self._read: dict[str, Length | Elevation] = {}
        self.problems: list[Problem] = []

    def check(self, field: str | None, rule: Callable[[], Result]) -> Result | None:
        """Return what a rule gives, or keep its refusal for that field."""
        try:
            return rule()
        except RuleError as refused:
            self.problems.append(Problem.of(field, refused))
            return None

    def length(self, field: str, read: Reader = parse_length) -> Length | None:
        """Read a length; that it is meant for sure, where that was asked, is no part of it."""
        kind, text = self._style.kind, self._typed.get(field, "")
        plain = text.rstrip().removesuffix(SURELY)
        likely = likely_in(field)
        if likely is not None:
            length = self.check(field, lambda: parse_length(plain, kind, likely=likely.has))
        else:
            length = self.check(field, lambda: read(plain, kind))
        if length is not None:
            self._read[field] = length
        return length

    def elevation(self, field: str, known: Elevation | None = None) -> Elevation | None:
        """Read an elevation that could be one on land.

        With a ``known`` one, an amount that says its side, such as "lower 7 3/4", is meant from it.
        """
        length, style = self.length(field, parse_elevation), self._style
        if length is None:
            return None
        if known is not None and says_a_side(self.text(field)):
            elevation = self.check(field, lambda: typed_beside(length, known, style))
        else:
            elevation = self.check(field, lambda: typed_above(length, style))
        if elevation is not None:
            self._read[field] = elevation
        return elevation

    def retyped(self, field: str, style: Style) -> str:
        """Return what was typed as it can be typed in another style, where a height was tied.

        What was read as no length stays as it is.
        """
        text, read = self._typed.get(field, ""), self._read.get(field)
        if read is None:
            return text
        if isinstance(read, Elevation) and style.datum != self._style.datum:
            return retypable(written_above(read, style), style)
        if style.kind == self._style.kind:
            return text
        kind = self._style.kind
        if isinstance(read, Elevation):
            return with_unit(text, elevation_kind(text, kind))
        return _retyped(text, read, kind, style)

    def optional(self, field: str) -> Length | None:
        """Read a length that may be left empty."""
        return self.length(field) if self._typed.get(field, "").strip() else None

    def measured(self, text: str) -> Length:
        """Return the length a part of an entry says; raises what :func:`parse_length` raises."""
        return parse_length(text, self._style.kind)

    def text(self, field: str) -> str:
        """Return what was typed."""
        return self._typed.get(field, "")

    def corners(self, field: str, count: int) -> tuple[PlanPoint, ...] | None:
        """Read so many places typed as ``field.0.x`` and so on; None where one was refused."""
        places: list[PlanPoint] = []
        for i in range(count):
            x, y = self.length(f"{field}.{i}.x"), self.length(f"{field}.{i}.y")
            if x is not None and y is not None:
                place = self.check(f"{field}.{i}.x", lambda x=x, y=y: PlanPoint(x, y))  # type: ignore[misc]
                places += [place] if place else []
        return tuple(places) if len(places) == count else None

    def decimal(self, field: str, accepts: str) -> Decimal | None:
        """Read a plain decimal number."""
        text = self._typed[field].strip()
        try:
            number = Decimal(text) if len(text) <= 20 else None
        except InvalidOperation:
            number = None
        if number is None or not _is_plain(number):
            self.refuse(field, text, "This is not a number.", accepts)
            return None
        return number

    def refuse(self, field: str | None, typed: str, why: str, accepts: str) -> None:
        """Keep a refusal of the service's own."""
        self.problems.append(Problem(field, "invalid", quoted(typed), why, accepts))

    def finish(self) -> None:
        """Raise :class:`Invalid` with everything gathered."""
        if self.problems:
            raise Invalid(*self.problems)


def _retyped(text: str, read: Length, kind: StyleKind, style: Style) -> str:
    """Return a typed length with its unit; as it was read, where its field alone said which."""
    try:
        said = with_unit(text, kind)
        return said if parse_length(said, style.kind) == read else retypable(read, style)
    except RuleError:
        return retypable(read, style)


def _is_plain(number: Decimal) -> bool:
    """Tell whether a number is one that some form could take."""
    return number.is_finite() and (number == 0 or LEAST <= abs(number) <= MOST)
