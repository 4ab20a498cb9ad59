"""Lifts a hold, by name and with a reason."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.pours import Question
from server.crews.models import User
from server.crews.permissions import Ability
from server.decisions.access import pour_for
from server.decisions.facts import facts_of
from server.decisions.services.close_pour import refuse_poured
from server.decisions.words import TITLES
from server.pour.models import LiftedHold
from server.records import record_once
from server.refusals import Conflict


@dataclass(frozen=True, slots=True)
class LiftForm:
    """Why a hold is lifted."""

    id: UUID
    question: str
    reason: str
    taken_at: datetime


def lift_hold(user: User, pour_id: UUID, form: LiftForm) -> tuple[LiftedHold, bool]:
    """Lift a hold as it stands now; it is kept for good."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    before = LiftedHold.objects.filter(pk=form.id, pour=pour).first()
    if before is not None:
        return before, False
    refuse_poured(pour)
    lines = {line.question: line for line in facts_of(pour).lines()}
    line = lines[Question(form.question)]
    if line.is_go:
        raise Conflict(TITLES[line.question], "Nothing holds there now.", "Look at the list again.")
    return record_once(
        LiftedHold(
            id=form.id,
            pour=pour,
            question=form.question,
            held_for=line.reason,
            reason=form.reason.strip(),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
