"""A pier's top against the floor that stands on it, in words that fit it (section 11)."""

from __future__ import annotations

from core.lengths import Length, Style, format_amount
from core.verdicts import Judgement, Verdict


def meets(judged: Judgement, style: Style, step: Length, *, has_head: bool) -> str:
    """Say how a pier's top meets its floor, and what to do about it.

    What is cast is not lowered and not shimmed like a form: a high one is ground off or the
    floor raised, a low one packed; a head that turns makes up for either.

    >>> meets(Judgement(Length(0), Verdict.ON), Style.from_code("mm"), Length(1), has_head=False)
    'meets it'
    """
    if judged.verdict is Verdict.ON:
        return "meets it"
    amount = format_amount(judged.deviation, style, step)
    is_high = judged.verdict is Verdict.HIGH
    if has_head:
        return f"turn its head {'DOWN' if is_high else 'UP'} {amount}"
    if is_high:
        return f"{amount} too high: grind it off, or raise what stands on it"
    return f"{amount} too low: pack it"
