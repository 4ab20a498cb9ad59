"""A crew's gear as screens read it."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from django.db.models import QuerySet
from django.utils import timezone

from core.instruments import Trust, trust_of
from core.lengths import Length, Style, format_fine, format_length
from core.rods import GRADUATIONS, Graduation, Numbering
from core.rods import Rod as CoreRod
from server.crews.models import Crew, User
from server.crews.permissions import ABILITIES, Ability, role_in_crew
from server.crews.usual import Usual, usual_of
from server.gear.access import instrument_for
from server.gear.check_sheets import (
    CheckRow,
    KnockRow,
    Site,
    TrustSheet,
    check_row,
    knock_row,
    specification_text,
    trust_sheet,
)
from server.gear.models import (
    BeamClass,
    Instrument,
    InstrumentKind,
    InstrumentKnock,
    ReadTo,
    Receiver,
    Rod,
)
from server.gear.trust import checks_of, record_of, specified_slope
from server.gear.usual import UNITS, usual_rod
from server.gear.versions import as_they_are

SHORT_STYLE = Style.from_code("ft-in/16")

NUMBERING_IN_WORDS = {
    Numbering.UP: "numbers grow up",
    Numbering.DOWN: "numbers grow down, zero at the top",
    Numbering.CENTRE_ZERO: "center-zero",
    Numbering.PLAIN: "no numbers: marked, then measured",
}


class GraduationSheet(TypedDict):
    """A printed scale, as it is drawn and keyed; metres."""

    code: str
    label: str
    kind: str
    division: float
    fractions: list[str]


class RodSheet(TypedDict):
    """A rod, as it is listed and drawn; metres."""

    id: str
    name: str
    numbering: Numbering
    numbering_text: str
    graduation: GraduationSheet
    style: str
    length: float
    length_text: str
    lowest: float
    highest: float
    has_bubble: bool
    read_to_text: str


class UsualRod(TypedDict):
    """A rod the crew does not have and can use at once, by the units it is read in."""

    units: str
    name: str
    example: str
    rod: RodSheet


class SignalSheet(TypedDict):
    """What a receiver sounds or shows, and what to do then."""

    sound: str
    means: str


class ReceiverSheet(TypedDict):
    """A receiver, as it is listed."""

    id: str
    name: str
    signal: str
    signals: list[SignalSheet]
    fine_text: str
    coarse_text: str


class Choices(TypedDict):
    """What the crew chose: how close calls count, and how long a check holds."""

    strict_calls: bool
    check_days: int
    helpers_set_up: bool
    usual: Usual


class InstrumentSheet(TypedDict):
    """An instrument, as it is listed."""

    id: str
    name: str
    kind: InstrumentKind
    kind_text: str
    range_text: str
    least_distance_text: str
    specification: str
    beam_class: str
    trust: TrustSheet


class GearSheet(TypedDict):
    """The gear of a crew, what it chose, and the scales a new rod may have."""

    instruments: list[InstrumentSheet]
    receivers: list[ReceiverSheet]
    rods: list[RodSheet]
    usual_rods: list[UsualRod]
    graduations: list[GraduationSheet]
    choices: Choices


class InstrumentHistory(TypedDict):
    """An instrument's checks and knocks, the latest first, and how they are plotted."""

    instrument: InstrumentSheet
    checks: list[CheckRow]
    knocks: list[KnockRow]
    specification_plotted: float
    plot_unit: str
    can_plan: bool


def gear_sheet(user: User, crew_id: UUID) -> GearSheet:
    """Return a crew's gear, by name, in twelve queries however much gear."""
    role_in_crew(user, crew_id, Ability.READ)
    crew = Crew.objects.get(pk=crew_id)
    return {
        "instruments": instrument_sheets(crew_id, Site(SHORT_STYLE, None)),
        "receivers": [receiver_sheet(one) for one in _by_name(crew.receivers.all())],
        "rods": [rod_sheet(one) for one in _by_name(crew.rods.all())],
        "usual_rods": usual_rods(crew),
        "graduations": [graduation_sheet(graduation) for graduation in GRADUATIONS.values()],
        "choices": {
            "strict_calls": crew.strict_calls,
            "check_days": crew.check_days,
            "helpers_set_up": crew.helpers_set_up,
            "usual": usual_of(crew),
        },
    }


def usual_rods(crew: Crew) -> list[UsualRod]:
    """Return the usual rods a crew has not been given, one in each units."""
    given = set(crew.rods.values_list("pk", flat=True))
    return [
        {"units": units.code, "name": units.name, "example": units.example, "rod": rod_sheet(rod)}
        for units in UNITS
        if (rod := usual_rod(crew.pk, units)).pk not in given
    ]


def instrument_sheets(crew_id: UUID, site: Site) -> list[InstrumentSheet]:
    """Return a crew's instruments by name, in four queries."""
    return [instrument_sheet(one, trust_sheet(trust), site) for one, trust in trusted([crew_id])]


def trusted(crews: list[UUID]) -> list[tuple[Instrument, Trust]]:
    """Return crews' instruments by name, and how far each can be trusted now."""
    found = _by_name(Instrument.objects.filter(crew__in=crews).select_related("crew"))
    checks = checks_of(instrument.pk for instrument in found)
    knocks = list(InstrumentKnock.objects.filter(instrument__in=found))
    now = timezone.now().timestamp()
    return [
        (
            one,
            trust_of(
                record_of(one, checks[one.pk], [k for k in knocks if k.instrument_id == one.pk]),
                now,
            ),
        )
        for one in found
    ]


def _by_name(rows: QuerySet[Any]) -> list[Any]:
    """Return the gear that is in use, as it is now, by name."""
    return as_they_are(rows.order_by("name", "recorded_at"), timezone.now())


def instrument_history(user: User, instrument_id: UUID, site: Site) -> InstrumentHistory:
    """Return an instrument's history, its figures written for a site."""
    instrument, role = instrument_for(user, instrument_id, Ability.READ)
    checks = checks_of([instrument.pk])[instrument.pk]
    knocks = list(instrument.knocks.select_related("reported_by").order_by("-happened_at"))
    trust = trust_sheet(trust_of(record_of(instrument, checks, knocks), timezone.now().timestamp()))
    return {
        "instrument": instrument_sheet(instrument, trust, site),
        "checks": [check_row(instrument, check, site) for check in reversed(checks)],
        "knocks": [knock_row(knock) for knock in knocks],
        "specification_plotted": site.plotted(specified_slope(instrument)),
        "plot_unit": site.plot_text,
        "can_plan": Ability.PLAN in ABILITIES[role],
    }


def receiver_sheet(receiver: Receiver) -> ReceiverSheet:
    """Return a receiver as it is listed; its bands in both units."""
    return {
        "id": str(receiver.pk),
        "name": receiver.name,
        "signal": receiver.signal,
        "signals": [{"sound": sound, "means": means} for sound, means in receiver.rule.signals],
        "fine_text": _band(receiver.fine),
        "coarse_text": _band(receiver.coarse),
    }


def _band(half_band: Length) -> str:
    return f"±{float(half_band) * 1000:.2g} mm ({format_fine(float(half_band), SHORT_STYLE)})"


def graduation_sheet(graduation: Graduation) -> GraduationSheet:
    """Return a scale as it is drawn."""
    return {
        "code": graduation.code,
        "label": graduation.label,
        "kind": str(graduation.style.kind),
        "division": float(graduation.division),
        "fractions": list(graduation.fractions),
    }


def rod_sheet(rod: Rod) -> RodSheet:
    """Return a rod as it is drawn."""
    graduation = GRADUATIONS[rod.graduation]
    core = CoreRod(Numbering(rod.numbering), graduation, rod.length)
    return {
        "id": str(rod.pk),
        "name": rod.name,
        "numbering": core.numbering,
        "numbering_text": NUMBERING_IN_WORDS[core.numbering],
        "graduation": graduation_sheet(graduation),
        "length": float(rod.length),
        "length_text": format_length(rod.length, graduation.style),
        "style": core.graduation.style.code,
        "lowest": float(core.lowest),
        "highest": float(core.highest),
        "has_bubble": rod.has_bubble,
        "read_to_text": ReadTo(rod.read_parts).label,
    }


def instrument_sheet(instrument: Instrument, trust: TrustSheet, site: Site) -> InstrumentSheet:
    """Return an instrument as it is listed; distances in feet and meters."""
    laser = instrument.beam_class
    return {
        "id": str(instrument.pk),
        "name": instrument.name,
        "kind": InstrumentKind(instrument.kind),
        "kind_text": InstrumentKind(instrument.kind).label,
        "range_text": _feet_and_metres(instrument.range),
        "least_distance_text": _feet_and_metres(instrument.least_distance),
        "specification": specification_text(instrument, site),
        "beam_class": BeamClass(laser).label if laser else "",
        "trust": trust,
    }


def _feet_and_metres(distance: Length | None) -> str:
    if distance is None:
        return ""
    metres = float(distance)
    return f"{metres / 0.3048:.3g} ft ({metres:.3g} m)"
