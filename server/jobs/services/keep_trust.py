"""Keeps how often a job's benchmark is read again, and how far off is still good."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.lengths import Length, format_length
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.refusals import Entries

WIDEST = Length.from_metres("0.1")
MOST_MINUTES = 24 * 60
TOLERANCES = ("reread_tolerance", "rough_tolerance", "run_allowance")


@dataclass(frozen=True, slots=True)
class TrustForm:
    """The limits as they are typed; an empty tolerance goes back to the default."""

    reread_minutes: str
    reread_tolerance: str
    rough_tolerance: str
    run_allowance: str


def keep_trust(user: User, job_id: UUID, form: TrustForm) -> Job:
    """Keep a job's limits."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    typed = {
        "reread_minutes": form.reread_minutes,
        "reread_tolerance": form.reread_tolerance,
        "rough_tolerance": form.rough_tolerance,
        "run_allowance": form.run_allowance,
    }
    entries = Entries(typed, style_of(job))
    job.reread_minutes = _minutes(entries, form.reread_minutes)
    for name in TOLERANCES:
        setattr(job, name, _tolerance(entries, job, name, typed[name]))
    entries.finish()
    job.save(update_fields=["reread_minutes", *TOLERANCES])
    return job


def _minutes(entries: Entries, text: str) -> int:
    accepts = f"Give whole minutes, 5 to {MOST_MINUTES}."
    minutes = entries.decimal("reread_minutes", accepts)
    if minutes is None:
        return 0
    if minutes != int(minutes) or not 5 <= minutes <= MOST_MINUTES:
        entries.refuse("reread_minutes", text, "A benchmark is not read on such a clock.", accepts)
    return int(minutes)


def _tolerance(entries: Entries, job: Job, name: str, text: str) -> Length | None:
    if not text.strip():
        return None
    length = entries.length(name)
    if length is not None and not 0 < length.nanometres <= WIDEST.nanometres:
        most = format_length(WIDEST, style_of(job))
        entries.refuse(name, text, "That is no tolerance.", f"Give more than 0, at most {most}.")
    return length
