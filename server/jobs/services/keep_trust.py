"""Keeps how often a job's benchmark is read again, and how far off is still good."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction

from core.lengths import Length, format_fine, format_length
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import reread_tolerance_of, rough_tolerance_of, run_allowance_of, style_of
from server.jobs.services.note_change import note_difference

WIDEST = Length.from_metres("0.1")
#: The least and the most, and what they are.
MINUTES = (5, 24 * 60, "minutes", "A benchmark is not read on such a clock.")
HOURS = (1, 24 * 14, "hours", "Readings of forms and stone are not trusted on such a clock.")
TOLERANCES = ("reread_tolerance", "rough_tolerance", "run_allowance")


@dataclass(frozen=True, slots=True)
class TrustForm:
    """The limits as they are typed; an empty tolerance goes back to the default."""

    reread_minutes: str
    fresh_hours: str
    reread_tolerance: str
    rough_tolerance: str
    run_allowance: str


def keep_trust(user: User, job_id: UUID, form: TrustForm) -> Job:
    """Keep a job's limits."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    before = _limits(job)
    typed = {
        "reread_minutes": form.reread_minutes,
        "fresh_hours": form.fresh_hours,
        "reread_tolerance": form.reread_tolerance,
        "rough_tolerance": form.rough_tolerance,
        "run_allowance": form.run_allowance,
    }
    entries = Entries(typed, style_of(job))
    job.reread_minutes = _whole(entries, "reread_minutes", *MINUTES)
    job.fresh_hours = _whole(entries, "fresh_hours", *HOURS)
    for name in TOLERANCES:
        setattr(job, name, _tolerance(entries, job, name, typed[name]))
    entries.finish()
    with transaction.atomic():
        job.save(update_fields=["reread_minutes", "fresh_hours", *TOLERANCES])
        note_difference(user, job, "Limits of trust", before, _limits(job))
    return job


def _limits(job: Job) -> dict[str, object]:
    """Return a job's limits in words; the trade's defaults where it has none of its own."""
    style = style_of(job)
    return {
        "re-read every, minutes": job.reread_minutes,
        "forms and stone read within, hours": job.fresh_hours,
        "a re-read may differ by": format_length(reread_tolerance_of(job), style),
        "rough pass, on within": format_length(rough_tolerance_of(job), style),
        "a run may be off, a set-up": format_fine(float(run_allowance_of(job)), style),
    }


def _whole(entries: Entries, field: str, least: int, most: int, unit: str, why: str) -> int:
    accepts = f"Give whole {unit}, {least} to {most}."
    number = entries.decimal(field, accepts)
    if number is None:
        return least
    if number != int(number) or not least <= number <= most:
        entries.refuse(field, entries.text(field), why, accepts)
        return least
    return int(number)


def _tolerance(entries: Entries, job: Job, name: str, text: str) -> Length | None:
    if not text.strip():
        return None
    length = entries.length(name)
    if length is not None and not 0 < length.nanometres <= WIDEST.nanometres:
        most = format_length(WIDEST, style_of(job))
        entries.refuse(name, text, "That is no tolerance.", f"Give more than 0, at most {most}.")
    return length
