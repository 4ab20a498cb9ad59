"""What to do about the top of a pier or a pile: one order, whatever screen asks (section 11)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.design.stack import AdjustableHead, HeadTravel
from core.lengths import Elevation, Length, Style, format_amount, format_length
from core.verdicts import Tolerance

NONE = Length(0)


class Do(StrEnum):
    """What is done about a top."""

    LEAVE = "leave"
    TURN = "turn"
    CUT = "cut"
    PACK = "pack"


@dataclass(frozen=True, slots=True)
class TopOrder:
    """The one order for a top.

    ``amount`` is how far its head is turned, plus is up, or how much is cut off or packed. ``left``
    is the travel the head has then, None of a top without one.
    """

    do: Do
    amount: Length = NONE
    left: HeadTravel | None = None

    def in_words(self, style: Style, step: Length | None = None) -> str:
        """Say the verb and the amount, to the finer of the style's step and the rod's.

        >>> TopOrder(Do.TURN, Length.from_inches(-1)).in_words(Style.from_code("in/8"))
        'turn its head DOWN 1"'
        """
        amount = format_amount(self.amount, style, step)
        match self.do:
            case Do.LEAVE:
                return "leave it"
            case Do.TURN:
                return f"turn its head {'UP' if self.amount.nanometres > 0 else 'DOWN'} {amount}"
            case Do.CUT:
                return f"cut {amount}"
            case Do.PACK:
                return f"pack {amount}"

    def left_in_words(self, style: Style) -> str:
        """Say what travel the head has each way once that is done; empty without a head."""
        if self.left is None:
            return ""
        up, down = format_length(self.left.up, style), format_length(self.left.down, style)
        beyond = self.do in (Do.CUT, Do.PACK)
        said = f"{up} left up, {down} down"
        return f"beyond its head's travel; then {said}" if beyond else said


def order_for_top(
    seat: Elevation,
    top: Elevation,
    tolerance: Tolerance,
    head: AdjustableHead | None = None,
    now: Length | None = None,
) -> TopOrder:
    """Return what to do so that what a pier or a pile carries comes to its seat.

    ``top`` is the pier's or the pile's own, under its head; ``now`` how high the head stands,
    mid-travel where nobody said. First what the head can do; only beyond its travel a cut or a
    pack, by what brings the head back to mid-travel.

    >>> head = AdjustableHead(Length.from_metres("0.044"), Length.from_metres("0.092"))
    >>> seat, top = Elevation.from_metres("99.721"), Elevation.from_metres("99.657")
    >>> order_for_top(seat, top, Tolerance.either_way(Length(500_000)), head).do.value
    'turn'
    """
    if head is None:
        return _without_head(top - seat, tolerance)
    height = head.middle if now is None else now
    needed = seat - top
    off = height - needed
    if -tolerance.minus <= off <= tolerance.plus:
        return TopOrder(Do.LEAVE, NONE, head.travel_at(height))
    if head.least <= needed <= head.greatest:
        return TopOrder(Do.TURN, needed - height, head.travel_at(needed))
    above = top - head.cut_level(seat)
    do = Do.CUT if above.nanometres > 0 else Do.PACK
    return TopOrder(do, abs(above), head.travel_at(head.middle))


def _without_head(off: Length, tolerance: Tolerance) -> TopOrder:
    if off > tolerance.plus:
        return TopOrder(Do.CUT, off)
    if off < -tolerance.minus:
        return TopOrder(Do.PACK, abs(off))
    return TopOrder(Do.LEAVE)
