"""Pours as screens read them: go or hold line by line, and the run sheet."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import timedelta
from typing import Literal, TypedDict, cast
from uuid import UUID

from core.pours import (
    CheckLine,
    Decision,
    Question,
    decide,
    loads_of,
    minutes_between_trucks,
    run_sheet,
)
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.pours.accepted import FaultSheet, accepted_of, fault_sheet
from server.pours.access import pour_for
from server.pours.evidence import Evidence, evidence_of
from server.pours.facts import Facts, JobFacts, facts_of
from server.pours.models import LiftedHold, Pour, PourClosing
from server.pours.surfaces import FinishedSheet, finished_of
from server.pours.words import ASKED, TITLES, WHERE

PourState = Literal["go", "hold", "poured"]


class PourRow(TypedDict):
    """A pour in the list; ``why`` names what holds it, ``needed`` is empty while not known."""

    id: str
    name: str
    pours_at: str
    parts: list[str]
    state: PourState
    holds: int
    why: list[str]
    needed: str
    loads: int


class LiftedSheet(TypedDict):
    """Who lifted a hold, when and why, and the faults it was lifted for as they were shown."""

    by: str
    at: str
    reason: str
    faults: list[str]


class AskedLine(TypedDict):
    """A line of the list with its reason, and where what it rests on is.

    ``faults`` are those that nobody lifted; ``lifted`` what somebody did, the first first, with
    what of it still is so. A line with faults, none of them open, was lifted whole.
    """

    question: Question
    title: str
    is_go: bool
    reason: str
    where: str
    faults: list[FaultSheet]
    lifted: list[LiftedSheet]
    asked: str


class ClosedSheet(TypedDict):
    """Who closed a pour, when, and what was noted."""

    by: str
    at: str
    note: str


class RunStepSheet(TypedDict):
    """What to do, and when."""

    at: str
    what: str


class PourSheet(TypedDict):
    """A pour: go or hold, line by line, and its run sheet; after it, how it came out."""

    id: str
    name: str
    pours_at: str
    parts: list[str]
    state: PourState
    holds: int
    why: list[str]
    needed: str
    loads: int
    unit: str
    truck: str
    rate: str
    minutes_between_trucks: int
    lines: list[AskedLine]
    evidence: list[Evidence]
    run: list[RunStepSheet]
    finished: list[FinishedSheet]
    closed: ClosedSheet | None


def decided(facts: Facts) -> tuple[Decision, list[LiftedHold]]:
    """Return what a pour's list comes to, and the holds that were lifted."""
    accepted = [fault for hold in facts.lifted for fault in accepted_of(hold.faults)]
    return decide(facts.lines(), accepted), facts.lifted


def pour_rows(user: User, job_id: UUID) -> list[PourRow]:
    """Return a job's pours, the next first, each with go or hold."""
    job, _ = job_for(user, job_id, Ability.READ)
    return rows_of(job, JobPlan(job), JobTrust(job))


def rows_of(job: Job, plan: JobPlan, job_trust: JobTrust) -> list[PourRow]:
    """Return a job's pours; as many queries for one pour as for many."""
    pours = list(
        Pour.objects.filter(job=job, retired_at=None)
        .select_related("closing__taken_by")
        .prefetch_related("parts__floor", "parts__element")
        .order_by("pours_at")
    )
    ahead = [pour for pour in pours if not hasattr(pour, "closing")]
    read = JobFacts(job, ahead, plan, job_trust) if ahead else None
    return [
        _row(pour, Facts(pour, read, pour.pours_at.timestamp()) if read and pour in ahead else None)
        for pour in pours
    ]


def _row(pour: Pour, facts: Facts | None) -> PourRow:
    """Return a pour in the list; without facts, it was made."""
    decision = decided(facts)[0] if facts else None
    needed = facts.needed if facts else None
    state: PourState = "poured"
    if decision is not None:
        state = "go" if decision.is_go else "hold"
    return {
        "id": str(pour.pk),
        "name": pour.name,
        "pours_at": pour.pours_at.isoformat(),
        "parts": [str(part) for part in pour.parts.all()],
        "state": state,
        "holds": len(decision.holds) if decision else 0,
        "why": _why(decision) if decision else [],
        "needed": "" if facts is None or needed is None else f"{needed:.2f} {facts.unit}",
        "loads": loads_of(needed or 0.0, float(pour.truck)),
    }


def _why(decision: Decision) -> list[str]:
    """Return what holds a pour, line by line: its first fault, and how many more there are."""
    found = []
    for question in decision.holds:
        first, *others = decision.held_by(question)
        more = f" And {len(others)} more." if others else ""
        found.append(f"{first.says}{more}")
    return found


def pour_sheet(user: User, pour_id: UUID) -> PourSheet:
    """Return a pour: its list with reasons, its run sheet, and how its surface came out.

    The list of a pour that was made is the one it was closed with.
    """
    pour = pour_for(user, pour_id, Ability.READ)
    facts = facts_of(pour)
    closing = getattr(pour, "closing", None)
    needed, unit = facts.needed, facts.unit
    if closing:
        lines = _as_closed(closing)
    else:
        decision, lifted = decided(facts)
        lines = asked_lines(decision, lifted)
    return {
        **_row(pour, None if closing else facts),
        "needed": "" if needed is None else f"{needed:.2f} {unit}",
        "unit": unit,
        "truck": f"{pour.truck.normalize():f}",
        "rate": f"{pour.rate.normalize():f}",
        "minutes_between_trucks": round(
            minutes_between_trucks(float(pour.truck), float(pour.rate))
        ),
        "lines": lines,
        "evidence": [] if closing else evidence_of(facts),
        "run": run_steps(pour, needed),
        "finished": finished_of(facts),
        "closed": {
            "by": closing.taken_by.shown_name,
            "at": closing.taken_at.isoformat(),
            "note": closing.note,
        }
        if closing
        else None,
    }


def _as_closed(closing: PourClosing) -> list[AskedLine]:
    """Return the list a pour was closed with; who lifted a hold elsewhere, only a file says."""
    lines = cast("list[AskedLine]", closing.lines)
    if not closing.taken_by.is_by_a_file:
        return lines
    return [
        {
            **line,
            "lifted": [{**hold, "by": f"{hold['by']} (by a file)"} for hold in line["lifted"]],
        }
        for line in lines
    ]


def asked_lines(decision: Decision, lifted: Iterable[LiftedHold]) -> list[AskedLine]:
    """Return the lines of a pour's list, each with who lifted it."""
    return [
        {
            "question": line.question,
            "title": TITLES[line.question],
            "is_go": line.is_go,
            "reason": line.reason,
            "where": WHERE.get(line.question, ""),
            "faults": [fault_sheet(fault) for fault in decision.held_by(line.question)],
            "lifted": [
                sheet
                for hold in lifted
                if hold.question == line.question and (sheet := _lifted_sheet(hold, line))
            ],
            "asked": str(ASKED.get(line.question, "")),
        }
        for line in decision.lines
    ]


def _lifted_sheet(lifted: LiftedHold, line: CheckLine) -> LiftedSheet | None:
    """Return a lifted hold with those of its faults that are still so; None where none is."""
    accepted = accepted_of(lifted.faults)
    covered = [fault for fault in line.faults if any(what.covers(fault) for what in accepted)]
    if not covered:
        return None
    return {
        "by": lifted.taken_by.shown_name,
        "at": lifted.taken_at.isoformat(),
        "reason": lifted.reason,
        "faults": [fault.says for fault in covered],
    }


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
