"""Whether enough concrete is ordered, and its extra acknowledged (sections 10 and 12)."""

from __future__ import annotations

from math import isfinite

from core.orders import order_together
from core.pours.decision import CheckLine, line_of, listed
from core.pours.facts import FloorFact, PourFacts
from core.pours.faults import A_HAIR, Fault, FaultKind, Identity, Question, not_accepted

#: Extra below half a hundredth of a unit is none: it would be told as 0.00.
NOTHING = 0.005


def needed_of(facts: PourFacts) -> float | None:
    """Return the concrete to order, in its unit, rounded up once for all that is poured
    together; None while a part of it is not known. A recess in a floor takes less than nothing.
    """
    parts = [floor.concrete for floor in facts.floors]
    parts += [element.concrete for element in facts.in_scope]
    known = [part for part in parts if part is not None]
    return order_together(known, facts.order_step) if len(known) == len(parts) else None


def concrete_line(facts: PourFacts) -> CheckLine:
    """At least as much concrete is ordered as is needed; both in the unit it is ordered in."""
    needed, answer, unit = needed_of(facts), facts.answer("ordered"), facts.unit

    def hold(kind: FaultKind, says: str, amount: float = 0.0) -> CheckLine:
        fault = Fault(
            Identity(Question.CONCRETE, kind, ""), says, amount * facts.cubic_metres, A_HAIR
        )
        return line_of(Question.CONCRETE, [fault], "")

    if needed is None:
        return hold(FaultKind.VOLUME_UNKNOWN, "Nobody knows yet how much it takes.")
    if answer is None or not answer.is_good:
        why = f"Nothing is ordered; it takes {needed:.2f} {unit}."
        return hold(FaultKind.NOT_ORDERED, why, needed)
    ordered = _amount(answer.answer)
    if ordered is None:
        why = f"“{answer.answer}” is no amount; it takes {needed:.2f} {unit}."
        return hold(FaultKind.NO_AMOUNT, why, needed)
    if answer.unit != unit:
        why = f"{ordered:.2f} {answer.unit} ordered; in {unit} nobody said how much that is."
        return hold(FaultKind.OTHER_UNIT, why, needed)
    why = f"{ordered:.2f} {unit} ordered, {needed:.2f} {unit} needed."
    if ordered >= needed - A_HAIR:
        return line_of(Question.CONCRETE, [], why)
    return hold(FaultKind.ORDERED_TOO_LITTLE, why, needed - ordered)


def _amount(text: str) -> float | None:
    try:
        amount = float(text)
    except ValueError:
        return None
    return amount if isfinite(amount) else None


def extra_of(facts: PourFacts) -> str:
    """Return the concrete over the nominal, floor by floor, as it is told; empty for none."""
    over = [f"{floor.name}: {floor.extra_text}" for floor in _with_extra(facts)]
    return listed(over, "; ")


def _with_extra(facts: PourFacts) -> list[FloorFact]:
    return [floor for floor in facts.floors if floor.concrete is not None and floor.extra > NOTHING]


def extra_line(facts: PourFacts) -> CheckLine:
    """The customer acknowledged the extra: floor by floor on a notice, or all by name.

    A word given by name stands for the floors and amounts that were told, and for no more.
    """
    unknown = [
        _not_agreed(facts, floor, f"{floor.name}: nobody knows yet whether it takes more.")
        for floor in facts.floors
        if floor.concrete is None
    ]
    if unknown:
        why = "Nobody knows yet whether it takes more than the nominal."
        return line_of(Question.EXTRA, unknown, "", [why])
    over, answer = _with_extra(facts), facts.answer("extra")
    if not over:
        return line_of(Question.EXTRA, [], "No more than the nominal.")
    faults = [
        _not_agreed(facts, floor, f"{floor.name}: {floor.extra_text}. {_why(floor)}")
        for floor in over
        if floor.notice is None or not floor.notice.is_acknowledged
    ]
    told = f"{extra_of(facts)} than the nominal"
    is_good = answer is not None and answer.is_good
    left = not_accepted(faults, answer.accepted) if answer and is_good else tuple(faults)
    said = list(dict.fromkeys(_why(floor) for floor in over))
    if not left:
        by_name = f"{told}, acknowledged by {answer.answer}." if answer and faults else ""
        return line_of(Question.EXTRA, [], by_name or f"{told}. {' '.join(said)}")
    if answer is not None and is_good:
        said.append(f"{answer.answer} was told otherwise.")
    return line_of(Question.EXTRA, left, "", [f"{told}. {' '.join(said)}"])


def _why(floor: FloorFact) -> str:
    return floor.notice.why if floor.notice else "Nobody acknowledged it."


def _not_agreed(facts: PourFacts, floor: FloorFact, says: str) -> Fault:
    is_known = floor.concrete is not None
    kind = FaultKind.EXTRA_NOT_AGREED if is_known else FaultKind.VOLUME_UNKNOWN
    amount = floor.extra * facts.cubic_metres if is_known else 0.0
    give = NOTHING * facts.cubic_metres
    return Fault(Identity(Question.EXTRA, kind, floor.key), says, amount, give)
