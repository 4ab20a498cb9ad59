"""Faults as they are kept with what a person accepted of them, and as a screen sends them back."""

from __future__ import annotations

from collections.abc import Iterable
from math import isfinite
from typing import Any, TypedDict

from core.pours import AcceptedFault, Fault, FaultKind, Identity, Question, Side


class FaultSheet(TypedDict):
    """A fault as a screen shows it, and sends it back when a person lifts it or answers for it.

    ``about`` is the key of what it is about; ``amount`` how bad it is and ``give`` what can be
    told apart of it: meters, cubic meters, seconds, or a count.
    """

    question: Question
    kind: FaultKind
    about: str
    side: Side
    amount: float
    give: float
    says: str


def fault_sheet(fault: Fault) -> FaultSheet:
    """Return a fault as it is shown."""
    return _sheet(fault.identity, fault.amount, fault.give, fault.says)


def kept(accepted: Iterable[AcceptedFault], now: Iterable[Fault]) -> list[FaultSheet]:
    """Return what is kept of accepted faults, each with the sentence that tells it now."""
    says = {fault.identity: fault.says for fault in now}
    return [
        _sheet(fault.identity, fault.amount, fault.give, says.get(fault.identity, ""))
        for fault in accepted
    ]


def _sheet(identity: Identity, amount: float, give: float, says: str) -> FaultSheet:
    return {
        "question": identity.question,
        "kind": identity.kind,
        "about": identity.about,
        "side": identity.side,
        "amount": amount,
        "give": give,
        "says": says,
    }


def accepted_of(stored: Any) -> tuple[AcceptedFault, ...]:
    """Return accepted faults from what was kept or sent; what is none of them accepts nothing."""
    if not isinstance(stored, list):
        return ()
    return tuple(fault for fault in map(_accepted, stored) if fault is not None)


def _accepted(row: Any) -> AcceptedFault | None:
    try:
        identity = Identity(
            Question(row["question"]), FaultKind(row["kind"]), str(row["about"]), Side(row["side"])
        )
        amount, give = float(row["amount"]), float(row["give"])
    except (KeyError, TypeError, ValueError):
        return None
    if not (isfinite(amount) and isfinite(give) and amount >= 0 and give >= 0):
        return None
    return AcceptedFault(identity, amount, give)
