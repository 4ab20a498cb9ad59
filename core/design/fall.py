"""A fall: a drop per distance, entered as crews write it and shown three ways (section 7)."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction

from core.errors import RuleError, UnreadableFall
from core.lengths import Length, StyleKind, format_length, parse_length
from core.lengths.quantity import round_half_away
from core.lengths.style import Style

STEEPEST = Fraction(1, 2)
ACCEPTS = "Write it like 1/4 in per ft, 1:60, 1.5 % or 10 mm per m; 0 for level."
PER = re.compile(
    r"^(?P<drop>.+?)\s*(?:\bper\b|\bin each\b|/(?=\s*(?:ft|foot|m|meter|metre)\b))\s*(?P<run>.+)$"
)
RATIO = re.compile(r"^1\s*(?::|\bin\b)\s*(?P<run>\d+(?:\.\d+)?)$")
PERCENT = re.compile(r"^(?P<percent>\d+(?:\.\d+)?|\.\d+)\s*(?:%|percent|per cent)$")
BARE_UNIT = re.compile(r"^(?:ft|foot|feet|m|meter|metre|yd)\.?$", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Fall:
    """A drop over a run, exact; never negative, which way it falls is the panel's."""

    ratio: Fraction

    def __post_init__(self) -> None:
        if not 0 <= self.ratio <= STEEPEST:
            raise UnreadableFall(
                f"{float(self.ratio):.3g}", "No slab or walk falls like that.", ACCEPTS
            )

    @property
    def percent(self) -> float:
        """The fall in per cent."""
        return float(self.ratio * 100)

    def drop(self, distance: Length) -> Length:
        """How far it falls over a distance."""
        return Length(round_half_away(self.ratio * distance.nanometres))


def parse_fall(text: str) -> Fall:
    """Read a fall: a drop per distance, a ratio, or per cent.

    Raises :class:`UnreadableFall`.
    """
    typed = text.strip()
    if typed in ("0", "level"):
        return Fall(Fraction(0))
    percent, ratio, per = PERCENT.match(typed), RATIO.match(typed), PER.match(typed)
    if percent:
        return Fall(Fraction(percent["percent"]) / 100)
    if ratio:
        return Fall(_over(text, Fraction(1), Fraction(ratio["run"])))
    if per:
        drop, run = _length(text, per["drop"]), _length(text, _one(per["run"]))
        return Fall(_over(text, Fraction(drop.nanometres), Fraction(run.nanometres)))
    raise UnreadableFall(text, "This is no fall.", ACCEPTS)


def fall_in_words(fall: Fall, style: Style) -> str:
    """Write a fall all three ways: drop per distance, ratio, per cent."""
    if fall.ratio == 0:
        return "level"
    metric = style.kind.is_metric
    unit, per = (Length.from_metres(1), "m") if metric else (Length.from_feet(1), "ft")
    fine = Style(StyleKind.MILLIMETRES) if metric else Style(StyleKind.INCHES, 32)
    drop = format_length(fall.drop(unit), fine)
    return f"{drop} per {per}, 1:{float(1 / fall.ratio):.4g}, {fall.percent:.3g} %"


def _over(text: str, drop: Fraction, run: Fraction) -> Fraction:
    if run <= 0 or drop < 0:
        raise UnreadableFall(text, "A fall is a drop over a distance above 0.", ACCEPTS)
    return drop / run


def _one(run: str) -> str:
    """A bare unit is one of it: "per ft" is "per 1 ft"."""
    return f"1 {run.strip()}" if BARE_UNIT.match(run.strip()) else run


def _length(text: str, part: str) -> Length:
    try:
        return parse_length(part, StyleKind.FEET_INCHES)
    except RuleError as refused:
        raise UnreadableFall(text, refused.why, ACCEPTS) from refused
