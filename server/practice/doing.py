"""What a person does on a practice site, as the page sends it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any
from uuid import UUID

from core.lengths import format_length
from server.common.refusals import Conflict, Invalid, Problem
from server.practice.run import Run, length_of
from simulation.ground import Place
from simulation.practice.acts import (
    Act,
    Carry,
    Center,
    Click,
    DrawOut,
    Focus,
    KickAway,
    Lift,
    SetLegs,
    Slide,
    StandUp,
    Switch,
    Turn,
    TurnScrews,
    act,
)
from simulation.practice.on_site import CantBeDone, Holding, OnSite
from simulation.practice.record import MarkMade, StoodUp


@dataclass(frozen=True, slots=True)
class ActForm:
    """Something done: what, when by the page's clock (seconds), and whatever it takes (metres)."""

    id: UUID
    kind: str
    at: float
    numbers: dict[str, float] = field(default_factory=dict)
    spot: str = ""
    holding: str = Holding.STANDING.value


def _stand_up(form: ActForm) -> Act:
    got = form.numbers
    return StandUp(Place(got.get("x", -1.0), got.get("y", -1.0)), got.get("height", 0.0))


KINDS: dict[str, Callable[[ActForm], Act]] = {
    "stand-up": _stand_up,
    "set-legs": lambda _: SetLegs(),
    "screws": lambda form: TurnScrews(
        form.numbers.get("pair", 0.0), form.numbers.get("single", 0.0)
    ),
    "focus": lambda form: Focus(form.numbers.get("focus", 0.0)),
    "carry": lambda form: Carry(form.spot, Holding(form.holding)),
    "center": lambda form: Center(form.numbers.get("off", 0.0)),
    "kick-away": lambda _: KickAway(),
    "fine": lambda _: Switch(is_coarse=False),
    "coarse": lambda _: Switch(is_coarse=True),
    "turn": lambda _: Turn(),
    "draw-out": lambda form: DrawOut(int(form.numbers.get("sections", 0))),
    "click": lambda _: Click(),
    "slide": lambda form: Slide(form.numbers.get("receiver", -1.0)),
}
#: Makes a pencil line at the rod's foot: where the receiver is, and how far the foot was lifted.
MARK = "mark"


def do(run: Run, form: ActForm) -> None:
    """Do one thing; the same key again does nothing more.

    Raises :class:`Conflict` once the lesson is over, and :class:`Invalid` with what can't be.
    """
    if form.id in run.done:
        return
    if run.is_over:
        raise Conflict(form.kind, "The lesson is over.", "Begin it again, or another one.")
    if form.kind == MARK:
        run.state = mark_at(run, form)
        run.entries.append(MarkMade(run.state))
    else:
        run.state = done(run, run.state, KINDS[form.kind](form), form.at)
        if form.kind == "stand-up":
            run.entries.append(StoodUp(run.state))
    run.done.add(form.id)


def mark_at(run: Run, form: ActForm) -> OnSite:
    """Return where everything stands as the rod is lifted on its stake; nothing is done by it."""
    slid = done(run, run.state, Slide(form.numbers.get("receiver", -1.0)), form.at)
    return done(run, slid, Lift(form.numbers.get("above", -1.0)), form.at)


def done(run: Run, state: OnSite, what: Act, at: float) -> OnSite:
    """Return the state after an act; raises :class:`Invalid` in the lesson's units."""
    try:
        return act(state, what, at)
    except CantBeDone as refused:
        raise refused_in_units(run, refused) from refused


def refused_in_units(run: Run, refused: CantBeDone) -> Invalid:
    """Return what can't be done as a person is told of it, in the lesson's units."""
    told: list[Any] = [in_units(run, length) for length in refused.lengths]
    in_why = refused.why.count("{}")
    why, accepts = refused.why.format(*told), refused.accepts.format(*told[in_why:])
    return Invalid(Problem(None, "cant-be-done", refused.typed, why, accepts))


def in_units(run: Run, length: float) -> str:
    """Write a length in the lesson's units; metres."""
    return format_length(length_of(length), run.style)
