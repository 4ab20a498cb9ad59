"""Checks an instrument, and notes that it was dropped or knocked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import TypedDict
from uuid import UUID

from core.instruments import Axis
from core.lengths import metres_text
from server.common.records import record_once
from server.common.refusals import Denied, Invalid, Problem
from server.crews.models import Crew, Role, User
from server.crews.permissions import Ability, role_in_crew
from server.crews.usual import Usual
from server.gear.access import instrument_for
from server.gear.check_sheets import CheckSays, Site, check_says
from server.gear.methods import METHODS, read_entries, slope_of, unknown_method
from server.gear.models import Instrument, InstrumentCheck, InstrumentKnock


@dataclass(frozen=True, slots=True)
class CheckForm:
    """A check as it is typed: entries by name, with ``…_side`` above or below."""

    id: UUID
    method: str
    typed: Mapping[str, str]
    made_at: datetime
    axis: str = Axis.FIRST


@dataclass(frozen=True, slots=True)
class KnockForm:
    """What happened to an instrument, and when; whether it was sent away for calibration."""

    id: UUID
    note: str
    happened_at: datetime
    is_away: bool = False


class ReadEntry(TypedDict):
    """An entry that was read, metres; for drawing it to scale."""

    name: str
    metres: float


class CheckDraft(TypedDict):
    """What a check that is being typed gives so far."""

    says: CheckSays | None
    read: list[ReadEntry]


def draft_check(
    user: User, instrument_id: UUID, form: CheckForm, site: Site
) -> tuple[CheckDraft, list[Problem]]:
    """Tell what a check that is being typed gives, and what is wrong with it so far."""
    instrument, _ = instrument_for(user, instrument_id, Ability.READ)
    method = METHODS.get(form.method)
    if method is None:
        raise unknown_method(form.method)
    lengths, entries = read_entries(method, form.typed, site.style)
    read = slope_of(lengths, method, entries)
    says = check_says(instrument, form.method, read, site) if read else None
    drawn: list[ReadEntry] = [
        {"name": name, "metres": float(length)} for name, length in lengths.items()
    ]
    return {"says": says, "read": drawn}, entries.problems


def record_check(
    user: User, instrument_id: UUID, form: CheckForm, site: Site
) -> tuple[InstrumentCheck, bool]:
    """Record a check; one that proves nothing is refused with what would."""
    instrument, _ = instrument_for(user, instrument_id, Ability.RECORD)
    method = METHODS.get(form.method)
    if method is None:
        raise unknown_method(form.method)
    lengths, entries = read_entries(method, form.typed, site.style)
    slope_of(lengths, method, entries)
    entries.finish()
    return record_once(
        InstrumentCheck(
            id=form.id,
            instrument=instrument,
            method=form.method,
            axis=form.axis,
            readings={
                name: {"typed": entries.text(name).strip(), "metres": metres_text(length)}
                for name, length in lengths.items()
            },
            made_at=form.made_at,
            made_by=user,
        )
    )


def report_knock(user: User, instrument_id: UUID, form: KnockForm) -> tuple[InstrumentKnock, bool]:
    """Note that an instrument was dropped or knocked, or sent away; its check is due at once."""
    instrument, _ = instrument_for(user, instrument_id, Ability.RECORD)
    return note_knock(user, instrument, form)


def note_knock(user: User, instrument: Instrument, form: KnockForm) -> tuple[InstrumentKnock, bool]:
    """Record a knock of an instrument the person may record for."""
    return record_once(
        InstrumentKnock(
            id=form.id,
            instrument=instrument,
            note=form.note,
            is_away=form.is_away,
            happened_at=form.happened_at,
            reported_by=user,
        )
    )


def choose(
    user: User,
    crew_id: UUID,
    *,
    strict_calls: bool,
    check_days: int,
    helpers_set_up: bool | None,
    usual: Usual | None,
) -> None:
    """Keep how a crew counts close calls, how many days a check holds, who sets up, and what it
    does by default where the trade has two ways.

    Whether its helpers may set up is its owner's to say.
    """
    role = role_in_crew(user, crew_id, Ability.PLAN)
    crew = Crew.objects.get(pk=crew_id)
    if helpers_set_up is None:
        helpers_set_up = crew.helpers_set_up
    if helpers_set_up != crew.helpers_set_up and role != Role.OWNER:
        raise Denied(
            Role(role).label,
            "Whether helpers may set up is the owner's to say.",
            "Ask the crew's owner.",
        )
    if not 1 <= check_days <= 366:
        raise Invalid(
            Problem(
                "check_days",
                "invalid",
                str(check_days),
                "A check can't hold that long.",
                "Give 1 to 366 days.",
            )
        )
    crew.strict_calls, crew.check_days = strict_calls, check_days
    crew.helpers_set_up = helpers_set_up
    crew.usual = usual or crew.usual
    crew.save(update_fields=["strict_calls", "check_days", "helpers_set_up", "usual"])
