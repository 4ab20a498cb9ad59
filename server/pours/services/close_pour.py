"""Closes a pour: it was made, its finished surface is shot, and its list is kept as it stood."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.utils import timezone

from server.common.records import record_once
from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.pours.access import pour_for
from server.pours.facts import facts_of
from server.pours.models import Pour, PourClosing
from server.pours.sheets import asked_lines, decided
from server.pours.surfaces import FinishedSheet, finished_of
from server.pours.words import TITLES

BEGAN = "Give the day and the hour of the first concrete."


@dataclass(frozen=True, slots=True)
class CloseForm:
    """What is noted of a pour that was made, and when its first concrete was placed."""

    id: UUID
    note: str
    began_at: datetime
    taken_at: datetime


def close_pour(user: User, pour_id: UUID, form: CloseForm) -> tuple[PourClosing, bool]:
    """Close a pour once nothing held it when it began, and every finished surface is shot."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    before = getattr(pour, "closing", None)
    if before is not None and before.pk == form.id:
        return before, False
    refuse_poured(pour)
    if form.began_at > timezone.now():
        why = "It can't have begun yet."
        raise Invalid(Problem("began_at", "ahead", form.began_at.isoformat(), why, BEGAN))
    facts = facts_of(pour, form.began_at)
    decision, lifted = decided(facts)
    if decision.holds:
        named = ", ".join(TITLES[question].lower() for question in decision.holds)
        why = f"It was on hold when it began: {named}."
        raise Conflict(
            pour.name, why, "Clear each hold, or lift it by name, so that it is on record."
        )
    for surface in finished_of(facts):
        _refuse_unshot(surface)
    return record_once(
        PourClosing(
            id=form.id,
            pour=pour,
            note=form.note.strip(),
            began_at=form.began_at,
            lines=asked_lines(decision, lifted),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _refuse_unshot(surface: FinishedSheet) -> None:
    if not surface["points"]:
        why = f"{surface['floor']} has no finished surface to shoot."
        raise Conflict(surface["floor"], why, "Add one to the plan, and shoot it after the pour.")
    if surface["left"]:
        why = f"{surface['left']} of {surface['points']} points of its surface are not shot."
        raise Conflict(surface["surface"], why, "Shoot them, then close the pour.")


def refuse_poured(pour: Pour) -> None:
    """Refuse what would change a pour that is closed."""
    closing = getattr(pour, "closing", None)
    if closing is not None:
        day = closing.taken_at.date().isoformat()
        why = f"This pour was closed on {day} by {closing.taken_by.shown_name}."
        raise Conflict(pour.name, why, "Its list stays as it stood; plan another pour.")
