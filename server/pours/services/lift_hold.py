"""Lifts a hold, by name and with a reason."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from core.pours import Question, as_shown
from server.common.records import record_once
from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability
from server.pours.accepted import accepted_of, kept
from server.pours.access import pour_for
from server.pours.facts import facts_of
from server.pours.models import LiftedHold
from server.pours.services.close_pour import refuse_poured
from server.pours.words import TITLES


@dataclass(frozen=True, slots=True)
class LiftForm:
    """Why a hold is lifted, and the faults that were shown."""

    id: UUID
    question: str
    reason: str
    faults: list[Any]
    taken_at: datetime


def lift_hold(user: User, pour_id: UUID, form: LiftForm) -> tuple[LiftedHold, bool]:
    """Lift a hold for the faults that were shown; it is kept for good.

    Of those only what still holds is lifted, and no more of it than was shown.
    """
    pour = pour_for(user, pour_id, Ability.PLAN)
    before = LiftedHold.objects.filter(pk=form.id, pour=pour).first()
    if before is not None:
        return before, False
    refuse_poured(pour)
    question, lines = Question(form.question), facts_of(pour).lines()
    now = [fault for line in lines if line.question is question for fault in line.faults]
    accepted = as_shown(now, accepted_of(form.faults))
    if not accepted:
        why = "Nothing of what was shown holds there now."
        raise Conflict(TITLES[question], why, "Look at the list again.")
    return record_once(
        LiftedHold(
            id=form.id,
            pour=pour,
            question=form.question,
            faults=kept(accepted, now),
            reason=form.reason.strip(),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
