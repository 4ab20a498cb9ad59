"""Adds instruments, receivers and rods to a crew."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.errors import OutOfRange
from core.instruments import Receiver as CoreReceiver
from core.instruments import Signal, parse_slope
from core.lengths import Length, Style, StyleKind, format_length
from core.rods import GRADUATIONS, Numbering
from core.rods import Rod as CoreRod
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.gear.models import Instrument, InstrumentKind, Receiver, Rod
from server.gear.sheets import SHORT_STYLE

FARTHEST_RANGE = Length.from_metres(2000)


@dataclass(frozen=True, slots=True)
class RodForm:
    """A rod as it is typed; a bare number of its length goes by its own graduation."""

    id: UUID
    name: str
    numbering: str
    graduation: str
    length: str
    has_bubble: bool = False
    read_parts: int = 1


@dataclass(frozen=True, slots=True)
class InstrumentForm:
    """An instrument as it is typed; reach and specification may be left empty."""

    id: UUID
    name: str
    kind: str
    range: str
    least_distance: str
    specification: str = ""
    beam_class: str = ""


@dataclass(frozen=True, slots=True)
class ReceiverForm:
    """A receiver as it is typed: its half-bands with their unit."""

    id: UUID
    name: str
    signal: str
    fine: str
    coarse: str


def add_rod(user: User, crew_id: UUID, form: RodForm) -> tuple[Rod, bool]:
    """Add a rod to a crew."""
    role_in_crew(user, crew_id, Ability.PLAN)
    return record_once(read_rod(crew_id, form))


def read_rod(crew_id: UUID, form: RodForm) -> Rod:
    """Return a rod as its form says, not stored."""
    graduation = GRADUATIONS[form.graduation]
    entries = Entries({"length": form.length}, graduation.style)
    length = entries.length("length")
    if length is not None:
        entries.check("length", lambda: CoreRod(Numbering(form.numbering), graduation, length))
    entries.finish()
    assert length is not None
    return Rod(
        id=form.id,
        crew_id=crew_id,
        name=given_name(form.name, "Rod ", form.id, Rod.objects.filter(crew=crew_id)),
        numbering=form.numbering,
        graduation=form.graduation,
        length=length,
        has_bubble=form.has_bubble,
        read_parts=form.read_parts,
    )


def add_instrument(user: User, crew_id: UUID, form: InstrumentForm) -> tuple[Instrument, bool]:
    """Add an instrument to a crew; its distances carry their unit."""
    role_in_crew(user, crew_id, Ability.PLAN)
    return record_once(read_instrument(crew_id, form))


def read_instrument(crew_id: UUID, form: InstrumentForm) -> Instrument:
    """Return an instrument as its form says, not stored."""
    typed = {"range": form.range, "least_distance": form.least_distance}
    entries = Entries(typed, SHORT_STYLE)
    reach = {name: entries.length(name) for name, text in typed.items() if text.strip()}
    for name, length in reach.items():
        if length is not None:
            entries.check(name, lambda length=length: _sensible(length))  # type: ignore[misc]
    text = form.specification.strip()
    specified = entries.check("specification", lambda: parse_slope(text)) if text else None
    entries.finish()
    kind = f"{InstrumentKind(form.kind).label} "
    return Instrument(
        id=form.id,
        crew_id=crew_id,
        name=given_name(form.name, kind, form.id, Instrument.objects.filter(crew=crew_id)),
        kind=form.kind,
        range=reach.get("range"),
        least_distance=reach.get("least_distance"),
        specified_rise=specified.rise if specified else None,
        specified_run=specified.run if specified else None,
        specification_typed=text,
        beam_class=form.beam_class,
    )


def add_receiver(user: User, crew_id: UUID, form: ReceiverForm) -> tuple[Receiver, bool]:
    """Add a receiver to a crew."""
    role_in_crew(user, crew_id, Ability.PLAN)
    return record_once(read_receiver(crew_id, form))


def read_receiver(crew_id: UUID, form: ReceiverForm) -> Receiver:
    """Return a receiver as its form says, not stored."""
    entries = Entries({"fine": form.fine, "coarse": form.coarse}, SHORT_STYLE)
    fine, coarse = entries.length("fine"), entries.length("coarse")
    if fine is not None and coarse is not None:
        entries.check("fine", lambda: CoreReceiver(Signal(form.signal), fine, coarse))
    entries.finish()
    assert fine is not None
    assert coarse is not None
    return Receiver(
        id=form.id,
        crew_id=crew_id,
        name=given_name(form.name, "Receiver ", form.id, Receiver.objects.filter(crew=crew_id)),
        signal=form.signal,
        fine=fine,
        coarse=coarse,
    )


def _sensible(distance: Length) -> Length:
    if not 0 < distance.nanometres <= FARTHEST_RANGE.nanometres:
        raise OutOfRange(
            format_length(distance, Style(StyleKind.METRES)),
            "No instrument reaches that.",
            "Give more than 0 and at most 2000 m, such as 800 ft or 250 m, or leave it empty.",
        )
    return distance
