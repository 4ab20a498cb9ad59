"""Refusals of the core: each says what was given, why it can't be, and what would do."""

from __future__ import annotations

from dataclasses import dataclass
from math import isfinite
from typing import ClassVar

QUOTED_AT_MOST = 40

#: What a person adds to say that something unusual is meant.
SURELY = "for sure"


def quoted(text: str) -> str:
    """Return what was typed, short enough to stand in a sentence."""
    return text if len(text) <= QUOTED_AT_MOST else text[: QUOTED_AT_MOST - 1] + "…"


@dataclass(frozen=True, slots=True)
class Offer:
    """One reading of an ambiguous entry: ``text`` can be typed back in its place."""

    label: str
    text: str


class RuleError(ValueError):
    """Base of every refusal of the core.

    ``typed`` is what was given, ``why`` the reason, ``accepts`` what would be taken, and
    ``offers`` ready answers, where there are any.
    """

    code: ClassVar[str] = "rule"

    def __init__(self, typed: str, why: str, accepts: str, offers: tuple[Offer, ...] = ()) -> None:
        super().__init__(typed, why, accepts, offers)
        self.typed = quoted(typed)
        self.why = why
        self.accepts = accepts
        self.offers = offers

    def __str__(self) -> str:
        return f"“{self.typed}”: {self.why} {self.accepts}"


class UnreadableLength(RuleError):
    """The text is not a length as crews write them."""

    code = "unreadable-length"


class AmbiguousLength(RuleError):
    """The text has two honest readings, such as tenths or inches; the person decides."""

    code = "ambiguous-length"


class OutOfRange(RuleError):
    """A well-formed value that makes no sense where it was given."""

    code = "out-of-range"


def require_finite(what: str, *numbers: float) -> None:
    """Refuse numbers that are none, or endless: raises :class:`OutOfRange` that names what of."""
    for number in numbers:
        if not isfinite(number):
            raise OutOfRange(
                f"{number}", f"That is no number for {what}.", "Work it out from finite numbers."
            )


class OffTheRod(RuleError):
    """A reading that the rod's scale does not have."""

    code = "off-the-rod"


class OffTheTape(RuleError):
    """A distance from the beam that no tape shows."""

    code = "off-the-tape"


class NotEnoughMeasures(RuleError):
    """Too few measures to say anything of level."""

    code = "not-enough-measures"


class NotFromHere(RuleError):
    """A kind of sight that no backsight of the set-up ties to a height."""

    code = "not-from-here"


class BadOutline(RuleError):
    """Corners that do not make a floor."""

    code = "bad-outline"


class NotEnoughShots(RuleError):
    """Shots from which no surface can be made."""

    code = "not-enough-shots"


class BadLevel(RuleError):
    """A design level that contradicts another."""

    code = "bad-level"


class IncompleteRun(RuleError):
    """A level run with something missing."""

    code = "incomplete-run"


class ProvesNothing(RuleError):
    """A check of an instrument that can't tell anything about it."""

    code = "proves-nothing"


class NoBacksight(RuleError):
    """A set-up that nothing ties to a known elevation."""

    code = "no-backsight"


class UnreadableSlope(RuleError):
    """The text is not a slope as data sheets and crews write it."""

    code = "unreadable-slope"


class UnreadableFall(RuleError):
    """The text is not a fall as crews write it."""

    code = "unreadable-fall"


class Unusual(RuleError):
    """Something that can be, but is far more likely a slip of the finger; it asks first."""

    code = "unusual"


class BadPanels(RuleError):
    """Panels that overlap, leave a gap, or reach over their slab."""

    code = "bad-panels"


class BadTable(RuleError):
    """A table that can't be taken in; says the row and the column."""

    code = "bad-table"


class BadFit(RuleError):
    """Known points by which a drawing can't be laid over the site."""

    code = "bad-fit"


class BadShape(RuleError):
    """A shape of a drawing that is not what it is taken for."""

    code = "bad-shape"
