"""Gear as it can be typed again, and what was put right of it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from django.utils import timezone

from core.lengths import Length, Style, retypable
from core.rods import GRADUATIONS
from server.corrections.services.correct_gear import MODELS, gear_of, used_in_words
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.gear.models import Instrument, Rod
from server.gear.versions import Gear, put_right

#: How lengths of gear are typed again: in metres, which lose nothing.
METRES = Style.from_code("m")


class VersionSheet(TypedDict):
    """What was put right of gear since when, by whom and why."""

    holds_from: str
    by: str
    at: str
    reason: str


class GearTyped(TypedDict):
    """A piece of gear as its form shows it; what is of another kind is empty.

    ``used`` says what was recorded with it, nothing while it was never used.
    """

    id: str
    name: str
    kind: str
    range: str
    least_distance: str
    specification: str
    beam_class: str
    signal: str
    fine: str
    coarse: str
    numbering: str
    graduation: str
    length: str
    has_bubble: bool
    read_parts: int
    used: list[str]
    versions: list[VersionSheet]
    is_retired: bool


class RetiredGear(TypedDict):
    """A piece of gear that is out of use."""

    kind: str
    id: str
    name: str
    why: str
    by: str
    at: str


class RetiredGearList(TypedDict):
    """A crew's gear that is out of use."""

    retired: list[RetiredGear]


def gear_typed(user: User, crew_id: UUID, kind: str, key: UUID) -> GearTyped:
    """Return a piece of a crew's gear, for who is about to put it right."""
    gear = gear_of(user, crew_id, kind, key, Ability.READ)
    used = used_in_words(kind, gear)
    put_right([(gear, timezone.now())])
    versions = gear.versions.select_related("taken_by").order_by("recorded_at")
    return {
        "id": str(gear.pk),
        "name": gear.name,
        **_of_an_instrument(gear),  # type: ignore[typeddict-item]
        **_of_a_receiver(gear),
        **_of_a_rod(gear),
        "used": used,
        "versions": [
            {
                "holds_from": version.holds_from.isoformat(),
                "by": version.taken_by.shown_name,
                "at": version.recorded_at.isoformat(),
                "reason": version.reason,
            }
            for version in versions
        ],
        "is_retired": gear.is_retired,
    }


def _of_an_instrument(gear: Gear) -> dict[str, object]:
    own = gear if isinstance(gear, Instrument) else None
    return {
        "kind": own.kind if own else "",
        "range": _typed(own.range if own else None),
        "least_distance": _typed(own.least_distance if own else None),
        "specification": own.specification_typed if own else "",
        "beam_class": own.beam_class if own else "",
    }


def _of_a_receiver(gear: Gear) -> dict[str, object]:
    return {
        "signal": getattr(gear, "signal", ""),
        "fine": _typed(getattr(gear, "fine", None)),
        "coarse": _typed(getattr(gear, "coarse", None)),
    }


def _of_a_rod(gear: Gear) -> dict[str, object]:
    own = gear if isinstance(gear, Rod) else None
    return {
        "numbering": own.numbering if own else "",
        "graduation": own.graduation if own else "",
        "length": retypable(own.length, GRADUATIONS[own.graduation].style) if own else "",
        "has_bubble": own.has_bubble if own else False,
        "read_parts": own.read_parts if own else 1,
    }


def _typed(length: Length | None) -> str:
    return "" if length is None else retypable(length, METRES)


def retired_gear(user: User, crew_id: UUID) -> RetiredGearList:
    """Return a crew's gear that is out of use, the last first."""
    role_in_crew(user, crew_id, Ability.READ)
    found: list[RetiredGear] = []
    for kind, model in MODELS.items():
        rows = model._default_manager.filter(crew=crew_id).exclude(retired_at=None)
        found += [
            {
                "kind": kind,
                "id": str(row.pk),
                "name": row.name,
                "why": row.retired_why,
                "by": row.retired_by.shown_name if row.retired_by else "",
                "at": row.retired_at.isoformat() if row.retired_at else "",
            }
            for row in rows.select_related("retired_by")
        ]
    return {"retired": sorted(found, key=lambda one: one["at"], reverse=True)}
