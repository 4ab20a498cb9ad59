"""Reads a length as crews type it (section 2); what has two honest readings is never guessed."""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction

from core.errors import AmbiguousLength, Offer, UnreadableLength
from core.lengths.possible import EXAMPLES, Ask, Possible, Readings, readings_of
from core.lengths.quantity import GREATEST_METRES, NANOMETRES_PER_METRE, Length
from core.lengths.style import Style, StyleKind, format_length
from core.lengths.typed import cleaned, side_of, terms_of

LONGEST_TEXT = 60
MOST_OFFERS = 2
SIGNS = re.compile(r"[+\-\s]*")
BARE_WITH_DECIMALS = re.compile(r"[+\-]?\s*\d*\.\d+", re.ASCII)
TWO_SIGNS = re.compile(r"[+\-]\s*[+\-]")
TOO_LARGE = "No site is that large."
TOO_FINE = "It is finer than anything a rod can show."
CARRIED = Style(StyleKind.FEET_INCHES, 32)

Fits = Callable[[Length], bool]


def parse_length(
    text: str, kind: StyleKind, on_the_rod: Fits | None = None, likely: Fits | None = None
) -> Length:
    """Read a typed length or a sum of them; ``kind`` says what a bare number means in that field.

    Marks and unit words are read in every field. ``on_the_rod`` tells what a rod can show, where
    it is a reading; ``likely`` what a length there is likely to be: where one reading alone is,
    it is meant. Raises :class:`UnreadableLength` naming what was typed, and
    :class:`AmbiguousLength` with the readings that can be where it has several, such as tenths
    or inches, meters or millimeters. What is on no rod in any reading is returned as its
    likeliest, for the rod to refuse; where the rod leaves one reading in feet and inches, that is
    the one.

    >>> parse_length("5' 2-3/8", StyleKind.METRES).metres
    Decimal('1.584325000')
    >>> parse_length("7 9/16 - 1", StyleKind.INCHES).metres
    Decimal('0.166687500')
    >>> parse_length('7 3/4" lower', StyleKind.METRES).metres
    Decimal('-0.196850000')
    """
    if len(text) > LONGEST_TEXT:
        raise UnreadableLength(text, "That is too long for a length.", EXAMPLES[kind])
    side = side_of(cleaned(text))
    if side is not None:
        return _to_a_side(text, side, kind, (on_the_rod, likely))
    sign, body = _without_sign(text, cleaned(text), kind)
    readings = _readings(text, sign, body, kind)
    first = _whole(text, readings.all[0], kind)
    apart = _told_apart(readings.all)
    can_be = [one for one in apart if on_the_rod is None or on_the_rod(one[1])]
    if not can_be or len(apart) == 1:
        return first
    meant = [reading for reading in can_be if likely is None or likely(reading[1])]
    if len(meant) == 1 and likely is not None and readings.ask is not Ask.NEVER:
        return meant[0][1]
    if likely is not None and len(meant) > 1 and not likely(first):
        raise _ambiguous(text, meant[:MOST_OFFERS])
    can_be = meant or can_be
    if _is_clear(readings.ask, can_be[0][1] == first, len(can_be), on_the_rod):
        return can_be[0][1]
    raise _ambiguous(text, can_be[:MOST_OFFERS])


def parse_elevation(text: str, kind: StyleKind) -> Length:
    """Read a typed elevation as :func:`parse_length` does; in a field of millimeters a bare number
    with decimals is in meters, since nobody gives an elevation to tenths of a millimeter.

    >>> parse_elevation("63.4", StyleKind.MILLIMETRES).metres
    Decimal('63.400000000')
    >>> parse_elevation("63400", StyleKind.MILLIMETRES).metres
    Decimal('63.400000000')
    """
    return parse_length(text, elevation_kind(text, kind))


def elevation_kind(text: str, kind: StyleKind) -> StyleKind:
    """Return what a bare number means where an elevation is typed (section 2)."""
    if kind is StyleKind.MILLIMETRES and BARE_WITH_DECIMALS.fullmatch(cleaned(text)):
        return StyleKind.METRES
    return kind


def says_a_side(text: str) -> bool:
    """Whether what was typed has a word for its side, as crews say a difference (section 2).

    >>> says_a_side("lower 7 3/4"), says_a_side("-7 3/4")
    (True, False)
    """
    return side_of(cleaned(text)) is not None


def _to_a_side(
    text: str, side: tuple[int, str], kind: StyleKind, can_be: tuple[Fits | None, Fits | None]
) -> Length:
    """Read an amount that a word says lies higher or lower; a sign beside the word is refused."""
    sign, amount = side
    if not amount:
        raise UnreadableLength(text, "There is a word for its side and no number.", EXAMPLES[kind])
    if amount[:1] in ("+", "-"):
        why = "It has a sign and a word for it."
        raise UnreadableLength(text, why, "Leave one of them away.")
    on_the_rod, likely = (fits and _turned(fits, sign) for fits in can_be)
    try:
        return parse_length(amount, kind, on_the_rod, likely) * sign
    except AmbiguousLength as asked:
        word = "lower" if sign < 0 else "higher"
        offers = tuple(Offer(f"{o.label} {word}", f"{o.text} {word}") for o in asked.offers)
        raise AmbiguousLength(text, asked.why, asked.accepts, offers) from None
    except UnreadableLength as refused:
        raise UnreadableLength(text, refused.why, refused.accepts) from None


def _turned(fits: Fits, sign: int) -> Fits:
    return lambda length: fits(length * sign)


def with_unit(text: str, kind: StyleKind) -> str:
    """Return a typed length with its unit said, so that it means the same in every field.

    As it was typed where that says its unit already, and in meters where no way of saying it
    does. Raises what :func:`parse_length` does for what is no length.

    >>> with_unit("12.5", StyleKind.DECIMAL_FEET)
    '12.5 ft'
    """
    length = parse_length(text, kind)
    if says_a_side(text):
        return text if _is_plain(text, length) else f"{length.metres.normalize():f} m"
    sign, body = _without_sign(text, cleaned(text), kind)
    meant = [
        one.text
        for one in _readings(text, sign, body, kind).all
        if one.nanometres == length.nanometres
    ]
    in_metres = f"{length.metres.normalize():f} m"
    return next((one for one in (text, *meant) if _is_plain(one, length)), in_metres)


def _is_plain(text: str, length: Length) -> bool:
    """Say whether a text is that length in a field of any style."""
    try:
        return all(parse_length(text, kind) == length for kind in StyleKind)
    except (UnreadableLength, AmbiguousLength):
        return False


def _is_clear(ask: Ask, first_can_be: bool, count: int, on_the_rod: Fits | None) -> bool:
    """Say whether nobody needs to be asked which reading is meant."""
    if ask is Ask.IF_SEVERAL_ON_A_ROD:
        ask = Ask.IF_FIRST_CANT_BE if on_the_rod is None else Ask.IF_SEVERAL_CAN_BE
    if ask is Ask.FIRST_THAT_CAN_BE:
        return True
    if ask is Ask.UNLESS_A_ROD_TELLS:
        return on_the_rod is not None and count == 1
    if ask is Ask.IF_SEVERAL_CAN_BE:
        return count == 1
    return ask is Ask.NEVER or (ask is Ask.IF_FIRST_CANT_BE and first_can_be)


def _told_apart(all_of: tuple[Possible, ...]) -> list[tuple[str, Length]]:
    """Return the readings that can be lengths; no two of them are the same one."""
    found: dict[Length, str] = {}
    for one in all_of:
        if _why_no_length(one) is None:
            found.setdefault(Length(int(one.nanometres)), one.text)
    return [(text, length) for length, text in found.items()]


def _ambiguous(text: str, can_be: list[tuple[str, Length]]) -> AmbiguousLength:
    offers = tuple(Offer(label=_label(typed, length), text=typed) for typed, length in can_be)
    labels = " or ".join(offer.label for offer in offers)
    if len(offers) == 1:
        return AmbiguousLength(
            text, f"No unit was typed, and only {labels} can be.", "Say so if it is meant.", offers
        )
    return AmbiguousLength(text, f"It could be {labels}.", "Say which one.", offers)


def _label(typed: str, length: Length) -> str:
    """Say a reading; inches of a foot or more also in feet and inches."""
    carried = format_length(length, CARRIED)
    plain = typed.endswith('"') and "'" not in typed and "'" in carried
    return f"{typed} ({carried})" if plain else typed


def _without_sign(text: str, plain: str, kind: StyleKind) -> tuple[int, str]:
    signs = SIGNS.match(plain)
    lead = signs.group().replace(" ", "") if signs else ""
    if len(lead) > 1:
        raise UnreadableLength(text, "It has two signs.", EXAMPLES[kind])
    body = plain[signs.end() if signs else 0 :]
    if not body:
        why = "Nothing was typed." if not lead else "There is a sign and no number."
        raise UnreadableLength(text, why, EXAMPLES[kind])
    return (-1 if lead == "-" else 1), body


def _readings(text: str, sign: int, body: str, kind: StyleKind) -> Readings:
    """Return the readings of a signed length, or of a sum whose first term carries that sign."""
    if "," in body:
        raise UnreadableLength(
            text, "A comma could part thousands or decimals.", "Use a point for decimals."
        )
    if TWO_SIGNS.search(body):
        raise UnreadableLength(text, "It has two signs.", EXAMPLES[kind])
    alone = readings_of(text, body, kind)
    if alone is not None:
        return _signed_sum([(sign, alone)])
    terms = terms_of(body)
    if len(terms) == 1:
        raise UnreadableLength(text, _why_unreadable(body), EXAMPLES[kind])
    (first_sign, first), *rest = terms
    signed = [(sign * first_sign, first), *rest]
    return _signed_sum([(s, _term(text, term, kind)) for s, term in signed])


def _term(text: str, term: str, kind: StyleKind) -> Readings:
    if not term:
        raise UnreadableLength(text, "A sign has no number behind it.", EXAMPLES[kind])
    found = readings_of(text, term, kind)
    if found is None:
        raise UnreadableLength(text, f"“{term}” is not a length.", EXAMPLES[kind])
    return found


def _signed_sum(terms: list[tuple[int, Readings]]) -> Readings:
    """Add terms up; the readings of doubtful terms go together, first with first."""
    count = max(len(readings.all) for _, readings in terms)
    sums = []
    for at in range(count):
        chosen = [(s, readings.all[min(at, len(readings.all) - 1)]) for s, readings in terms]
        total = sum((one.signed(s) for s, one in chosen), Fraction(0))
        sums.append(Possible(_written(chosen), total))
    return Readings(tuple(sums), max(readings.ask for _, readings in terms))


def _written(terms: list[tuple[int, Possible]]) -> str:
    (first_sign, first), *rest = terms
    lead = "-" if first_sign < 0 else ""
    return lead + first.text + "".join(f" {'-' if s < 0 else '+'} {one.text}" for s, one in rest)


def _why_unreadable(body: str) -> str:
    if not re.search(r"\d", body, re.ASCII):
        return "There is no number in it."
    return "This is not a length."


def _whole(text: str, one: Possible, kind: StyleKind) -> Length:
    why = _why_no_length(one)
    if why is not None:
        accepts = EXAMPLES[kind] if why is TOO_LARGE else "Leave away the last decimals."
        raise UnreadableLength(text, why, accepts)
    return Length(int(one.nanometres))


def _why_no_length(one: Possible) -> str | None:
    if abs(one.nanometres) > GREATEST_METRES * NANOMETRES_PER_METRE:
        return TOO_LARGE
    return TOO_FINE if one.nanometres.denominator != 1 else None
