"""A crew's gear as screens read it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.lengths import Length, format_length
from core.rods import GRADUATIONS, Graduation, Numbering
from core.rods import Rod as CoreRod
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.gear.models import Instrument, InstrumentKind, Rod

NUMBERING_IN_WORDS = {
    Numbering.UP: "numbers grow up",
    Numbering.DOWN: "numbers grow down, zero at the top",
    Numbering.CENTRE_ZERO: "center-zero",
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
    length: float
    length_text: str
    lowest: float
    highest: float


class InstrumentSheet(TypedDict):
    """An instrument, as it is listed."""

    id: str
    name: str
    kind: str
    kind_text: str
    range_text: str
    least_distance_text: str


class GearSheet(TypedDict):
    """The gear of a crew, and the scales a new rod may have."""

    instruments: list[InstrumentSheet]
    rods: list[RodSheet]
    graduations: list[GraduationSheet]


def gear_sheet(user: User, crew_id: UUID) -> GearSheet:
    """Return a crew's gear, by name."""
    role_in_crew(user, crew_id, Ability.READ)
    return {
        "instruments": [
            instrument_sheet(i) for i in Instrument.objects.filter(crew_id=crew_id).order_by("name")
        ],
        "rods": [rod_sheet(r) for r in Rod.objects.filter(crew_id=crew_id).order_by("name")],
        "graduations": [graduation_sheet(graduation) for graduation in GRADUATIONS.values()],
    }


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
        "lowest": float(core.lowest),
        "highest": float(core.highest),
    }


def instrument_sheet(instrument: Instrument) -> InstrumentSheet:
    """Return an instrument as it is listed; distances in feet and meters."""
    return {
        "id": str(instrument.pk),
        "name": instrument.name,
        "kind": instrument.kind,
        "kind_text": InstrumentKind(instrument.kind).label,
        "range_text": _feet_and_metres(instrument.range),
        "least_distance_text": _feet_and_metres(instrument.least_distance),
    }


def _feet_and_metres(distance: Length | None) -> str:
    if distance is None:
        return ""
    metres = float(distance)
    return f"{metres / 0.3048:.3g} ft ({metres:.3g} m)"
