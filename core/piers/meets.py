"""A pier's top against the floor that stands on it, in words that fit it (section 11)."""

from __future__ import annotations

from core.lengths import Length, Style, format_amount
from core.piers.head import Do, TopOrder


def meets(order: TopOrder, style: Style, step: Length) -> str:
    """Say how a top meets its floor, and what to do about it.

    What is cast is not lowered and not shimmed like a form: a high one is cut off or the floor
    raised, a low one packed. A head makes up for either as far as it can, and what travel it has
    left is said.

    >>> meets(TopOrder(Do.LEAVE), Style.from_code("mm"), Length(1))
    'meets it'
    """
    amount = format_amount(order.amount, style, step)
    if order.left is not None:
        words = "meets it" if order.do is Do.LEAVE else order.in_words(style, step)
        return f"{words}, {order.left_in_words(style)}"
    match order.do:
        case Do.CUT:
            return f"{amount} too high: cut it, or raise what stands on it"
        case Do.PACK:
            return f"{amount} too low: pack it"
        case _:
            return "meets it"
