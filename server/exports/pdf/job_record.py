"""The record of a whole job on paper, with a digest that tells what it rests on."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.utils import timezone
from reportlab.platypus import Flowable, PageBreak

from server.crews.models import User
from server.crews.permissions import Ability
from server.exports.job_file.write import digest_now
from server.exports.pdf.book_parts import benchmarks_part, instruments_part, set_ups_part
from server.exports.pdf.changes_part import changes_part
from server.exports.pdf.page import (
    TITLE,
    Paper,
    figures,
    gap,
    laid_out,
    moment_text,
    page_size,
    text,
    width_on,
)
from server.exports.pdf.pictures_part import pictures_part
from server.exports.pdf.pour_parts import floors_part, pours_part, quantities_part
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.models import came_in
from server.jobs.plan.job_plan import JobPlan

HOW_TO_COMPARE = (
    "The digest stands for every record of the job as it was when this was made. Under Records, "
    "Yellow Peg tells whether a copy is the one that was made, and whether the job has changed."
)


@dataclass(frozen=True, slots=True)
class JobRecord:
    """A record as it was made, and the digest of what it rests on."""

    paper: Paper
    digest: str
    made_at: datetime


def job_record(user: User, job_id: UUID, progress: Callable[[int, int], None]) -> JobRecord:
    """Make a job's record, part by part."""
    job, _ = job_for(user, job_id, Ability.READ)
    made_at, digest = timezone.now(), digest_now(job)
    plan, job_trust = JobPlan(job), JobTrust(job)
    size = page_size(plan.style.kind.is_metric)
    width = width_on(size)
    story: list[Flowable] = [
        text(job.name, TITLE),
        text(f"{job.place}. {job.crew.name}."),
        gap(),
        figures(
            [("Made", f"{moment_text(made_at)}, {user.shown_name}"), ("Digest", digest)], width
        ),
        text(HOW_TO_COMPARE),
        *([text(came)] if (came := came_in(job)) else []),
    ]
    parts: list[Callable[[], list[Flowable]]] = [
        lambda: benchmarks_part(plan, width),
        lambda: instruments_part(user, plan, job_trust, width),
        lambda: quantities_part(user, plan, width),
        lambda: floors_part(plan, job_trust, width),
        lambda: pours_part(user, plan, width),
        lambda: changes_part(job, width),
        lambda: pictures_part(job, width),
        lambda: [PageBreak(), *set_ups_part(job_trust, width)],
    ]
    for number, part in enumerate(parts):
        progress(number, len(parts) + 1)
        story += part()
    progress(len(parts), len(parts) + 1)
    foot = [f"{job.name}. Made {moment_text(made_at)}.", f"Digest {digest}"]
    return JobRecord(laid_out(story, size, f"{job.name}: job record", foot), digest, made_at)
