"""Records what only a person can say about a pour."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from server.crews.models import User
from server.crews.permissions import Ability
from server.decisions.access import pour_for
from server.decisions.facts import facts_of
from server.decisions.services.close_pour import refuse_poured
from server.jobs.rules import style_of
from server.pour.models import Asked, Pour, PourAnswer
from server.records import record_once
from server.refusals import Invalid, Problem
from server.shown import volume_unit_text


@dataclass(frozen=True, slots=True)
class AnswerForm:
    """An answer as it is typed; whether it is a good one."""

    id: UUID
    question: str
    answer: str
    is_good: bool
    taken_at: datetime


def answer_pour(user: User, pour_id: UUID, form: AnswerForm) -> tuple[PourAnswer, bool]:
    """Record an answer only a person can give."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    before = PourAnswer.objects.filter(pk=form.id, pour=pour).first()
    if before is None:
        refuse_poured(pour)
    if form.question == Asked.ORDERED:
        _refuse_no_amount(form.answer)
    return record_once(
        PourAnswer(
            id=form.id,
            pour=pour,
            question=form.question,
            answer=form.answer.strip(),
            given_for=_given_for(pour, form, before),
            is_good=form.is_good,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _given_for(pour: Pour, form: AnswerForm, before: PourAnswer | None) -> str:
    """Return the extra that somebody acknowledges, or the unit what is ordered was given in."""
    if before is not None:
        return before.given_for
    if form.question == Asked.ORDERED:
        return volume_unit_text(style_of(pour.job))
    return facts_of(pour).extra if form.question == Asked.EXTRA else ""


def _refuse_no_amount(text: str) -> None:
    try:
        amount = float(text)
    except ValueError:
        amount = -1.0
    if not 0 < amount < 100_000:
        why, accepts = "This is no amount of concrete.", "Give what the supplier confirmed."
        raise Invalid(Problem("answer", "invalid", text, why, accepts))
