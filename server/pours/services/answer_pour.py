"""Records what only a person can say about a pour."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from core.pours import Question, as_shown, unanswered
from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.common.shown import volume_unit_text
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.rules import style_of
from server.pours.accepted import FaultSheet, accepted_of, kept
from server.pours.access import pour_for
from server.pours.facts import facts_of
from server.pours.models import Asked, Pour, PourAnswer
from server.pours.services.close_pour import refuse_poured


@dataclass(frozen=True, slots=True)
class AnswerForm:
    """An answer as it is typed; whether it is a good one, and the faults that were shown."""

    id: UUID
    question: str
    answer: str
    is_good: bool
    faults: list[Any]
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
            accepted=before.accepted if before else _accepted(pour, form),
            unit=_unit(pour, form, before),
            is_good=form.is_good,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


#: The answers that stand for what was shown, and for no more of it.
FOR_WHAT_WAS_SHOWN = {
    str(Asked.EXTRA): Question.EXTRA,
    str(Asked.OVER_DIG): Question.OVER_DIG,
}


def _accepted(pour: Pour, form: AnswerForm) -> list[FaultSheet]:
    """Return the faults an answer stands for, of those that were shown and are so.

    What a good answer before it stood for, and is still so, goes on being answered.
    """
    question = FOR_WHAT_WAS_SHOWN.get(form.question)
    if question is None:
        return []
    facts = facts_of(pour).gathered
    now, before = unanswered(facts, question), facts.answer(form.question)
    answered = before.accepted if before and before.is_good else ()
    return kept(as_shown(now, (*answered, *accepted_of(form.faults))), now)


def _unit(pour: Pour, form: AnswerForm, before: PourAnswer | None) -> str:
    """Return the unit what is ordered was given in."""
    if before is not None:
        return before.unit
    return volume_unit_text(style_of(pour.job)) if form.question == Asked.ORDERED else ""


def _refuse_no_amount(text: str) -> None:
    try:
        amount = float(text)
    except ValueError:
        amount = -1.0
    if not 0 < amount < 100_000:
        why, accepts = "This is no amount of concrete.", "Give what the supplier confirmed."
        raise Invalid(Problem("answer", "invalid", text, why, accepts))
