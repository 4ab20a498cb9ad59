"""What a typed length looks like once typography, units and spaces are out of the way."""

from __future__ import annotations

import re

from core.lengths.quantity import (
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_INCH,
    NANOMETRES_PER_METRE,
)

UNIT_WORDS = {
    "ft": NANOMETRES_PER_FOOT,
    "foot": NANOMETRES_PER_FOOT,
    "feet": NANOMETRES_PER_FOOT,
    "in": NANOMETRES_PER_INCH,
    "inch": NANOMETRES_PER_INCH,
    "inches": NANOMETRES_PER_INCH,
    "m": NANOMETRES_PER_METRE,
    "meter": NANOMETRES_PER_METRE,
    "meters": NANOMETRES_PER_METRE,
    "metre": NANOMETRES_PER_METRE,
    "metres": NANOMETRES_PER_METRE,
    "cm": NANOMETRES_PER_METRE // 100,
    "mm": NANOMETRES_PER_METRE // 1000,
    "'": NANOMETRES_PER_FOOT,
    '"': NANOMETRES_PER_INCH,
}

TYPOGRAPHY = str.maketrans(
    {
        "′": "'", "’": "'", "‘": "'", "ʹ": "'", "`": "'",
        "″": '"', "”": '"', "“": '"', "ʺ": '"',
        "−": "-", "–": "-", "—": "-", "⁄": "/", "\u00a0": " ", "\u202f": " ", "\u2009": " ",
        "½": " 1/2 ", "¼": " 1/4 ", "¾": " 3/4 ",
        "⅛": " 1/8 ", "⅜": " 3/8 ", "⅝": " 5/8 ", "⅞": " 7/8 ",
    }
)  # fmt: skip

FREE_SPACES = (
    (r"(\d)\s*/\s*(\d)", r"\1/\2"),
    (r"([a-z'\"])\s*\.(?=\s|$|\d+\s*[a-z'\"/])", r"\1 "),
    (r"(\d)\s*(?:feet|foot|ft)(?![a-z])\s*,?\s*(?=-?\s*[\d.])", r"\1' "),
    (r"'\s*,\s*", "' "),
    (r"(\d)\s*(?:inches|inch|in)(?![a-z])(?=\s*\d+/)", r'\1"'),
    (r"(\d)\s*(?:inches|inch|in)(?![a-z])\s*(?=$|[+\-])", r'\1"'),
    (r"(\d)\s*\"\s*(\d+/\d+)", r'\1 \2"'),
    (r"\"\s*\"$", '"'),
    (r"\s*(?:&|\band\b)\s*(?=\d+/\d)", " "),
    (r"^([+\-]?\d+)\s*m\s*(\d{1,3})$", r"\1.\2 m"),
    (r"\s+", " "),
)

DECIMAL = r"(?:\d+\.\d*|\.\d+|\d+)"
WITH_UNIT = re.compile(rf"({DECIMAL})\s*([a-z]+|'|\")", re.ASCII)
BARE_DECIMAL = re.compile(DECIMAL, re.ASCII)
INCHES = (
    rf"(?:(?P<inches>{DECIMAL})(?:(?:\s*-\s*|\s+)(?P<top>\d+)/(?P<bottom>\d+))?"
    r"|(?P<top2>\d+)/(?P<bottom2>\d+))"
)
INCHES_ONLY = re.compile(rf'{INCHES}\s*(?P<mark>")?', re.ASCII)
FEET_AND_INCHES = re.compile(
    rf"(?P<feet>{DECIMAL})\s*'\s*(?P<dash>-?)\s*(?:{INCHES}\s*\"?)?", re.ASCII
)
FRACTION_OF_FEET = re.compile(
    r"(?:(?P<whole>\d+)\s+)?(?P<top>\d+)/(?P<bottom>\d+)\s*(?:'|ft|foot|feet)", re.ASCII
)
UNMARKED_FEET_AND_INCHES = re.compile(
    r"(?P<feet>\d+)(?P<between>\s*-\s*|\s+)(?P<inches>\d+)"
    r"(?:(?:\s*-\s*|\s+)(?P<top>\d+)/(?P<bottom>\d+))?\s*(?P<mark>\"?)(?P<top2>)(?P<bottom2>)",
    re.ASCII,
)

#: Words that say to which side something lies, as crews write them behind an amount or before it.
SIDE_WORDS = {
    "lower": -1, "low": -1, "below": -1, "down": -1,
    "higher": 1, "high": 1, "above": 1, "up": 1,
}  # fmt: skip
_SIDES = "|".join(SIDE_WORDS)
SIDE_BEHIND = re.compile(rf"(?P<rest>.*[\d\"'a-z.])\s*\b(?P<side>{_SIDES})", re.ASCII)
SIDE_BEFORE = re.compile(rf"(?P<side>{_SIDES})\b\s*(?P<rest>.*)", re.ASCII)

SPACED_SIGN = re.compile(r"\s*(\+)\s*|\s+(-)\s*|\s*(-)\s+", re.ASCII)
ANY_SIGN = re.compile(r"\s*(\+)\s*|\s*((?<=[\"'a-z])-|(?<=/\d)-|(?<=/\d\d)-)\s*", re.ASCII)


def cleaned(text: str) -> str:
    """Return what was typed in plain signs, with the spaces and dots that mean nothing taken out.

    >>> cleaned("5 feet, 2 inches"), cleaned("5.20ft."), cleaned('3 / 8"')
    ('5\\' 2"', '5.20ft', '3/8"')
    """
    plain = text.translate(TYPOGRAPHY).lower().replace("''", '"')
    for pattern, by in FREE_SPACES:
        plain = re.sub(pattern, by, plain, flags=re.ASCII)
    return plain.strip()


def side_of(plain: str) -> tuple[int, str] | None:
    """Return the sign that a word gives an amount, and the amount; None where there is no word.

    >>> side_of('7 3/4" lower'), side_of("up 5.2"), side_of("7 3/4")
    ((-1, '7 3/4"'), (1, '5.2'), None)
    """
    for pattern in (SIDE_BEFORE, SIDE_BEHIND):
        if found := pattern.fullmatch(plain):
            return SIDE_WORDS[found["side"]], found["rest"].strip()
    return None


def terms_of(body: str) -> tuple[tuple[int, str], ...]:
    """Return the terms of a sum with their signs; one term where it is none.

    A sign with a space beside it parts terms, as does one behind a fraction, a mark or a unit;
    the dashes of ``5-2-3/8`` do not.
    """
    for pattern in (SPACED_SIGN, ANY_SIGN):
        parts = pattern.split(body)
        if len(parts) > 1:
            return _signed(parts, pattern.groups)
    return ((1, body),)


def _signed(parts: list[str], groups: int) -> tuple[tuple[int, str], ...]:
    terms = [(1, parts[0].strip())]
    for at in range(1, len(parts), groups + 1):
        sign = next(part for part in parts[at : at + groups] if part)
        terms.append((-1 if sign == "-" else 1, parts[at + groups].strip()))
    return tuple(terms)
