"""Plans pours, answers what only a person can, lifts holds; and tells go or hold."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import Decimal
from typing import TypedDict
from uuid import UUID

from django.db import transaction
from django.db.models import F

from core.pours import Decision, Question, decide, minutes_between_trucks, run_sheet
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.decisions.facts import Facts
from server.jobs.access import job_for
from server.jobs.models import Element, Floor
from server.jobs.rules import kind_of
from server.pour.models import Asked, LiftedHold, Pour, PourAnswer, PourPart
from server.records import record_once
from server.refusals import Conflict, Entries, Invalid, Problem

TITLES = {
    Question.INSTRUMENT: "Instrument check in date",
    Question.BENCHMARK: "Benchmark read again, and good",
    Question.DOUBT: "No doubted reading in use",
    Question.POINTS: "Forms, screed points and piers shot and on",
    Question.STONE: "Stone shot to its grid",
    Question.THIN: "No thin spot",
    Question.CONCRETE: "Concrete ordered",
    Question.EXTRA: "Extra acknowledged",
    Question.OVER_DIG: "No over-dug bottom",
    Question.DEPTHS: "Depths and holes answered",
    Question.INSPECTION: "Inspection recorded",
    Question.STRIP: "Isolation strip on hand",
}
WHERE = {
    Question.INSTRUMENT: "instruments",
    Question.BENCHMARK: "set-up",
    Question.DOUBT: "set-up",
    Question.POINTS: "forms",
    Question.STONE: "stone",
    Question.THIN: "stone",
    Question.CONCRETE: "concrete",
    Question.EXTRA: "concrete",
    Question.OVER_DIG: "dig",
    Question.DEPTHS: "dig",
}
RATE_ACCEPTS = "Give a number above 0, such as 10."


@dataclass(frozen=True, slots=True)
class PourForm:
    """A pour as it is typed."""

    id: UUID
    name: str
    pours_at: datetime
    truck: str
    rate: str
    floors: list[UUID]
    elements: list[UUID]


@dataclass(frozen=True, slots=True)
class AnswerForm:
    """An answer as it is typed; whether it is a good one."""

    id: UUID
    question: str
    answer: str
    is_good: bool
    taken_at: datetime


@dataclass(frozen=True, slots=True)
class LiftForm:
    """Why a hold is lifted."""

    id: UUID
    question: str
    reason: str
    taken_at: datetime


class PourRow(TypedDict):
    """A pour in the list."""

    id: str
    name: str
    pours_at: str
    parts: list[str]
    is_go: bool
    holds: int


class LiftedSheet(TypedDict):
    """Who lifted a hold, when and why."""

    by: str
    at: str
    reason: str


class AskedLine(TypedDict):
    """A line of the list with its reason, and where what it rests on is."""

    question: Question
    title: str
    is_go: bool
    reason: str
    where: str
    lifted: LiftedSheet | None
    asked: str


class RunStepSheet(TypedDict):
    """What to do, and when."""

    at: str
    what: str


class PourSheet(TypedDict):
    """A pour: go or hold, line by line, and its run sheet."""

    id: str
    name: str
    pours_at: str
    parts: list[str]
    is_go: bool
    holds: int
    needed: str
    unit: str
    minutes_between_trucks: int
    lines: list[AskedLine]
    run: list[RunStepSheet]


def pour_for(user: User, pour_id: UUID, ability: Ability) -> Pour:
    """Return a pour with its job, for the members of its crew."""
    found = (
        Pour.objects.filter(pk=pour_id, job__crew__memberships__user=user)
        .select_related("job__crew")
        .prefetch_related("parts__floor", "parts__element")
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("pour", pour_id)
    require(found.role, ability)
    return found


def plan_pour(user: User, job_id: UUID, form: PourForm) -> tuple[Pour, bool]:
    """Plan a pour of a job's floors and elements."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({"truck": form.truck, "rate": form.rate}, kind_of(job))
    truck, rate = (entries.decimal(name, RATE_ACCEPTS) for name in ("truck", "rate"))
    if truck is not None and rate is not None:
        entries.check("truck", lambda: minutes_between_trucks(float(truck), float(rate)))
    floors = list(Floor.objects.filter(job=job, pk__in=form.floors))
    elements = list(Element.objects.filter(job=job, pk__in=form.elements))
    if not floors and not elements:
        entries.refuse("floors", "", "Nothing is poured.", "Choose a floor or an element.")
    taken = Pour.objects.filter(job=job, name=form.name).exclude(pk=form.id)
    if taken.exists():
        entries.refuse("name", form.name, "This job has a pour of that name.", "Give another.")
    entries.finish()
    assert truck is not None
    assert rate is not None
    with transaction.atomic():
        pour, created = record_once(
            Pour(
                id=form.id,
                job=job,
                name=form.name,
                pours_at=form.pours_at,
                truck=truck.quantize(Decimal("0.01")),
                rate=rate.quantize(Decimal("0.01")),
                created_by=user,
            )
        )
        if created:
            PourPart.objects.bulk_create(
                [PourPart(pour=pour, floor=floor) for floor in floors]
                + [PourPart(pour=pour, element=element) for element in elements]
            )
    return pour, created


def answer_pour(user: User, pour_id: UUID, form: AnswerForm) -> tuple[PourAnswer, bool]:
    """Record an answer only a person can give."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    if form.question == Asked.ORDERED:
        _refuse_no_amount(form.answer)
    return record_once(
        PourAnswer(
            id=form.id,
            pour=pour,
            question=form.question,
            answer=form.answer.strip(),
            is_good=form.is_good,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _refuse_no_amount(text: str) -> None:
    try:
        amount = float(text)
    except ValueError:
        amount = -1.0
    if not 0 < amount < 100_000:
        why, accepts = "This is no amount of concrete.", "Give what the supplier confirmed."
        raise Invalid(Problem("answer", "invalid", text, why, accepts))


def lift_hold(user: User, pour_id: UUID, form: LiftForm) -> tuple[LiftedHold, bool]:
    """Lift a hold as it stands now; it is kept for good."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    before = LiftedHold.objects.filter(pk=form.id, pour=pour).first()
    if before is not None:
        return before, False
    lines = {line.question: line for line in Facts(pour).lines()}
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


def _lifted(pour: Pour) -> dict[Question, LiftedHold]:
    found = pour.lifted.select_related("taken_by").order_by("taken_at", "recorded_at")
    return {Question(one.question): one for one in found}


def _decided(facts: Facts) -> tuple[Decision, dict[Question, LiftedHold]]:
    lifted = _lifted(facts.pour)
    held_for = {question: one.held_for for question, one in lifted.items()}
    return decide(facts.lines(), held_for), lifted


def pour_rows(user: User, job_id: UUID) -> list[PourRow]:
    """Return a job's pours, the next first, each with go or hold."""
    job, _ = job_for(user, job_id, Ability.READ)
    pours = Pour.objects.filter(job=job).select_related("job__crew").order_by("pours_at")
    parts = pours.prefetch_related("parts__floor", "parts__element")
    return [_row(pour, _decided(Facts(pour))[0]) for pour in parts]


def _row(pour: Pour, decision: Decision) -> PourRow:
    return {
        "id": str(pour.pk),
        "name": pour.name,
        "pours_at": pour.pours_at.isoformat(),
        "parts": [str(part) for part in pour.parts.all()],
        "is_go": decision.is_go,
        "holds": len(decision.holds),
    }


def pour_sheet(user: User, pour_id: UUID) -> PourSheet:
    """Return a pour: its list with reasons, and its run sheet."""
    pour = pour_for(user, pour_id, Ability.READ)
    facts = Facts(pour)
    decision, lifted = _decided(facts)
    needed, unit = facts.needed, facts.unit
    return {
        **_row(pour, decision),
        "needed": "" if needed is None else f"{needed:.2f} {unit}",
        "unit": unit,
        "minutes_between_trucks": round(
            minutes_between_trucks(float(pour.truck), float(pour.rate))
        ),
        "lines": [
            {
                "question": line.question,
                "title": TITLES[line.question],
                "is_go": line.is_go,
                "reason": line.reason,
                "where": WHERE.get(line.question, ""),
                "lifted": _lifted_sheet(lifted.get(line.question), line.reason),
                "asked": _asked(line.question),
            }
            for line in decision.lines
        ],
        "run": run_steps(pour, needed),
    }


def _lifted_sheet(lifted: LiftedHold | None, reason: str) -> LiftedSheet | None:
    if lifted is None or lifted.held_for != reason:
        return None
    return {
        "by": lifted.taken_by.shown_name,
        "at": lifted.taken_at.isoformat(),
        "reason": lifted.reason,
    }


def _asked(question: Question) -> str:
    answers = {
        Question.CONCRETE: Asked.ORDERED,
        Question.EXTRA: Asked.EXTRA,
        Question.INSPECTION: Asked.INSPECTION,
        Question.STRIP: Asked.STRIP,
    }
    return str(answers.get(question, ""))


def run_steps(pour: Pour, needed: float | None) -> list[RunStepSheet]:
    """Return a pour's run sheet, counted back from its time, trucks by their spacing."""
    steps = run_sheet(needed or 0.0, float(pour.truck), float(pour.rate))
    return [
        {
            "at": (pour.pours_at - timedelta(minutes=step.before)).isoformat(),
            "what": step.what,
        }
        for step in steps
    ]
