"""Reads a length as crews type it (section 2); what has two honest readings is never guessed."""

from __future__ import annotations

import re
from fractions import Fraction

from core.errors import AmbiguousLength, Offer, UnreadableLength
from core.lengths.quantity import (
    GREATEST_METRES,
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_INCH,
    NANOMETRES_PER_METRE,
    Length,
)
from core.lengths.style import Style, StyleKind, format_length

LONGEST_TEXT = 60

EXAMPLES = {
    StyleKind.FEET_INCHES: 'Write it like 5\' 2 3/8" or 62 3/8".',
    StyleKind.INCHES: 'Write it like 62 3/8" or 62.375.',
    StyleKind.DECIMAL_FEET: "Write it like 5.20 or 5.20 ft.",
    StyleKind.METRES: "Write it like 1.585 or 1.585 m.",
    StyleKind.MILLIMETRES: "Write it like 1585 or 158.5 cm.",
}

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
}
BARE_UNITS = {
    StyleKind.INCHES: NANOMETRES_PER_INCH,
    StyleKind.DECIMAL_FEET: NANOMETRES_PER_FOOT,
    StyleKind.METRES: NANOMETRES_PER_METRE,
    StyleKind.MILLIMETRES: NANOMETRES_PER_METRE // 1000,
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

DECIMAL = r"(?:\d+\.\d*|\.\d+|\d+)"
WITH_UNIT = re.compile(rf"({DECIMAL})\s*([a-z]+|'|\")", re.ASCII)
BARE_DECIMAL = re.compile(DECIMAL, re.ASCII)
INCHES = (
    rf"(?:(?P<inches>{DECIMAL})(?:(?:\s*-\s*|\s+)(?P<top>\d+)/(?P<bottom>\d+))?"
    r"|(?P<top2>\d+)/(?P<bottom2>\d+))"
)
INCHES_ONLY = re.compile(rf'{INCHES}\s*(?P<mark>")?', re.ASCII)
FEET_AND_INCHES = re.compile(rf"(?P<feet>{DECIMAL})\s*'\s*-?\s*(?:{INCHES}\s*\"?)?", re.ASCII)
UNMARKED_FEET_AND_INCHES = re.compile(
    r"(?P<feet>\d+)(?:\s*-\s*|\s+)(?P<inches>\d+)"
    r"(?:(?:\s*-\s*|\s+)(?P<top>\d+)/(?P<bottom>\d+))?\s*\"?(?P<top2>)(?P<bottom2>)",
    re.ASCII,
)


def parse_length(text: str, kind: StyleKind) -> Length:
    """Read a typed length; ``kind`` says what a bare number means in that field.

    Marks and unit words are read in every field. Raises :class:`UnreadableLength` naming
    what was typed, and :class:`AmbiguousLength` with both readings for the tenths trap.

    >>> parse_length("5' 2-3/8", StyleKind.METRES).metres
    Decimal('1.584325000')
    """
    if len(text) > LONGEST_TEXT:
        raise UnreadableLength(text, "That is too long for a length.", EXAMPLES[kind])
    cleaned = _cleaned(text)
    sign, body = _without_sign(text, cleaned, kind)
    return Length(sign * _whole_nanometres(text, _magnitude(text, body, kind), kind))


def _cleaned(text: str) -> str:
    plain = text.translate(TYPOGRAPHY).lower().replace("''", '"')
    plain = re.sub(r"(\d)\s*(?:feet|foot|ft)\b\.?\s*(?=[\d.])", r"\1' ", plain, flags=re.ASCII)
    plain = re.sub(r"(\d)\s*(?:inches|inch|in)\b\.?\s*$", r'\1"', plain, flags=re.ASCII)
    return re.sub(r"\s+", " ", plain).strip()


def _without_sign(text: str, cleaned: str, kind: StyleKind) -> tuple[int, str]:
    signs = re.match(r"[+\-\s]*", cleaned)
    lead = signs.group().replace(" ", "") if signs else ""
    if len(lead) > 1:
        raise UnreadableLength(text, "It has two signs.", EXAMPLES[kind])
    body = cleaned[signs.end() if signs else 0 :]
    if not body:
        why = "Nothing was typed." if not lead else "There is a sign and no number."
        raise UnreadableLength(text, why, EXAMPLES[kind])
    return (-1 if lead == "-" else 1), body


def _magnitude(text: str, body: str, kind: StyleKind) -> Fraction:
    """Return the unsigned length in nanometres, not yet known to be whole."""
    if "," in body:
        raise UnreadableLength(
            text, "A comma could part thousands or decimals.", "Use a point for decimals."
        )
    if found := FEET_AND_INCHES.fullmatch(body):
        return _feet_and_inches(text, found, kind)
    if found := UNMARKED_FEET_AND_INCHES.fullmatch(body):
        if kind.is_metric:
            raise UnreadableLength(
                text, "This field is metric and no foot or inch is marked.", EXAMPLES[kind]
            )
        return _feet_and_inches(text, found, kind)
    if found := BARE_DECIMAL.fullmatch(body):
        return _bare_number(text, body, kind)
    if found := WITH_UNIT.fullmatch(body):
        return _number_with_unit(text, found, kind)
    if found := INCHES_ONLY.fullmatch(body):
        return _inches_only(text, found, kind)
    raise UnreadableLength(text, _why_unreadable(body), EXAMPLES[kind])


def _why_unreadable(body: str) -> str:
    if not re.search(r"\d", body, re.ASCII):
        return "There is no number in it."
    if re.search(r"\d\s*[+\-]\s*[+\-]", body, re.ASCII):
        return "It has two signs."
    return "This is not a length."


def _bare_number(text: str, body: str, kind: StyleKind) -> Fraction:
    if kind in BARE_UNITS:
        return Fraction(body) * BARE_UNITS[kind]
    if Fraction(body) == 0:
        return Fraction(0)
    raise _tenths_trap(text, body)


def _tenths_trap(text: str, body: str) -> AmbiguousLength:
    """Refuse a bare number on a feet-and-inches field, offering both of its readings."""
    sign = "-" if text.strip()[:1] in "-−–—" else ""
    feet, point, after = body.partition(".")
    if not point or not after:
        offers = _offers(f"{sign}{feet} ft", f'{sign}{feet}"')
        why = "It could be feet or inches."
    elif int(after) < 12 and not (after.startswith("0") and len(after) > 1):
        offers = _offers(f"{sign}{body} ft", f"{sign}{feet or 0}' {int(after)}\"")
        why = f"It could be {offers[0].label} or {offers[1].label}."
    else:
        offers = _offers(f"{sign}{body} ft", f'{sign}{body}"')
        why = "It could be tenths of a foot or decimal inches."
    return AmbiguousLength(text, why, "Say which one.", offers)


def _offers(*texts: str) -> tuple[Offer, ...]:
    return tuple(Offer(label=text, text=text) for text in texts)


def _number_with_unit(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    number, unit = found.groups()
    marks = {"'": NANOMETRES_PER_FOOT, '"': NANOMETRES_PER_INCH}
    size = marks.get(unit) or UNIT_WORDS.get(unit)
    if size is None:
        raise UnreadableLength(
            text, f"“{unit}” is no unit of length here.", "Use ft, in, m, cm or mm."
        )
    return Fraction(number) * size


def _inches_only(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    inches = _inches(text, found, kind)
    whole_is_bare = found["inches"] is not None and not found["mark"]
    if (whole_is_bare and kind.is_metric) or (not found["mark"] and kind is StyleKind.DECIMAL_FEET):
        raise UnreadableLength(text, "It has a fraction and no unit.", EXAMPLES[kind])
    if whole_is_bare and kind is StyleKind.FEET_INCHES:
        whole, part = found["inches"], f"{found['top']}/{found['bottom']}"
        offers = _offers(f"{whole}' 0 {part}\"", f'{whole} {part}"')
        raise AmbiguousLength(
            text, f"It could be {offers[0].label} or {offers[1].label}.", "Say which one.", offers
        )
    return inches * NANOMETRES_PER_INCH


def _feet_and_inches(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    feet = Fraction(found["feet"])
    has_inches = found["inches"] is not None or found["top2"]
    if not has_inches:
        return feet * NANOMETRES_PER_FOOT
    if feet.denominator != 1 or "." in found["feet"]:
        raise UnreadableLength(
            text, "Decimal feet can't be followed by inches.", EXAMPLES[StyleKind.FEET_INCHES]
        )
    inches = _inches(text, found, kind)
    if found["top2"] and inches >= 1:
        raise UnreadableLength(text, "The fraction is one inch or more.", EXAMPLES[kind])
    if inches >= 12:
        total = Length.from_inches(feet * 12 + inches)
        carried = format_length(total, Style(StyleKind.FEET_INCHES, 32))
        raise UnreadableLength(
            text,
            "There are 12 inches or more behind the feet.",
            f"If you mean {carried}, type that.",
        )
    return feet * NANOMETRES_PER_FOOT + inches * NANOMETRES_PER_INCH


def _inches(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    whole = found["inches"]
    top, bottom = found["top"] or found["top2"], found["bottom"] or found["bottom2"]
    if not top:
        return Fraction(whole)
    part = _fraction(text, int(top), int(bottom), kind)
    if whole is None:
        return part
    if "." in whole:
        raise UnreadableLength(text, "It has decimals and a fraction.", EXAMPLES[kind])
    if part >= 1:
        raise UnreadableLength(text, "The fraction is one inch or more.", EXAMPLES[kind])
    return Fraction(whole) + part


def _fraction(text: str, top: int, bottom: int, kind: StyleKind) -> Fraction:
    if bottom == 0:
        raise UnreadableLength(text, "A fraction can't have 0 below.", EXAMPLES[kind])
    if bottom not in (2, 4, 8, 16, 32, 64):
        raise UnreadableLength(
            text,
            f"No rod has {bottom} parts to an inch.",
            "Use halves, fourths, eighths, 16ths, 32nds or 64ths.",
        )
    return Fraction(top, bottom)


def _whole_nanometres(text: str, magnitude: Fraction, kind: StyleKind) -> int:
    if magnitude > GREATEST_METRES * NANOMETRES_PER_METRE:
        raise UnreadableLength(text, "No site is that large.", EXAMPLES[kind])
    if magnitude.denominator != 1:
        raise UnreadableLength(
            text, "It is finer than anything a rod can show.", "Leave away the last decimals."
        )
    return int(magnitude)
