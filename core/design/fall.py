"""A fall: a drop per distance, entered as crews write it and shown three ways (section 7)."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction

from core.errors import SURELY, Offer, RuleError, UnreadableFall, Unusual
from core.lengths import Length, StyleKind, parse_length
from core.lengths.quantity import round_half_away
from core.lengths.style import Style

STEEPEST = Fraction(1, 2)
BEYOND_REASON = Fraction(1, 4)
ACCEPTS = 'Write it like 1/4 in per ft, 3/8" over 12 ft, 1:60, 1.5 % or 5 mm/m; 0 for level.'
PER = re.compile(
    r"^(?P<drop>.+?)\s*(?:\bper\b|\bin each\b|\bover\b|/(?=\s*(?:ft|foot|m|meter|metre)\b))"
    r"\s*(?P<run>.+)$"
)
MOST_DECIMALS = 4
SIXTY_FOURTHS = 64
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

    Raises :class:`UnreadableFall`, and :class:`Unusual` with the answer to tap for one that is
    steeper than 25 % and was not said for sure.
    """
    typed = text.strip()
    surely = typed.lower().endswith(SURELY)
    fall = _read(text, typed[: -len(SURELY)].strip() if surely else typed)
    if fall.ratio > BEYOND_REASON and not surely:
        answer = f"{typed} {SURELY}"
        raise Unusual(
            text,
            f"That falls {_plainly(fall.ratio * 100)} %, more than any slab or walk.",
            "Say so if it is meant, or look at the units.",
            (Offer(answer, answer),),
        )
    return fall


def _read(text: str, typed: str) -> Fall:
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
    """Write a fall all three ways: drop per distance, ratio, per cent.

    What can't be written exactly says that it is about that, so that no way shows another
    fall than was asked for.

    >>> fall_in_words(Fall(Fraction(1, 120)), Style(StyleKind.INCHES, 8))
    '0.1" per ft, 1:120, about 0.8333 %'
    """
    if fall.ratio == 0:
        return "level"
    if style.kind.is_metric:
        drop = f"{_plainly(fall.ratio * 1000)} mm per m"
    else:
        drop = f"{_in_inches(fall.ratio * 12)} per ft"
    steep = Fraction(1) / fall.ratio
    return f"{drop}, {_about('1:', steep)}, {_plainly(fall.ratio * 100)} %"


def _in_inches(inches: Fraction) -> str:
    """Write inches as a fraction where it is one a rule shows, else as a decimal."""
    if (inches * SIXTY_FOURTHS).denominator != 1:
        return f'{_plainly(inches)}"'
    whole, rest = divmod(inches, 1)
    part = f"{rest.numerator}/{rest.denominator}" if rest else ""
    return f'{f"{whole} {part}".strip() if whole else part}"'


def _plainly(number: Fraction) -> str:
    return _about("", number)


def _about(before: str, number: Fraction) -> str:
    """Write a number with a few decimals, and say "about" where they are not all of it."""
    places = MOST_DECIMALS if number < 10 else MOST_DECIMALS - 2
    rounded = Fraction(round_half_away(number * 10**places), 10**places)
    text = f"{float(rounded):.{places}f}".rstrip("0").rstrip(".")
    return f"{before}{text}" if rounded == number else f"about {before}{text}"


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
