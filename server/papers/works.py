"""Carries out long work, one at a time, and tells how far it is."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable
from dataclasses import asdict, dataclass
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from server.jobs.models import Job
from server.papers.job_file.bring_in import bring_in_job
from server.papers.lists.points_in import bring_in_points
from server.papers.lists.readings_in import bring_in_readings
from server.papers.models import LongWork, WorkKind, WorkState
from server.papers.services.keep_record import keep_record
from server.refusals import Problem, Refusal

SECONDS_BETWEEN_NEWS = 0.25
BESIDE = "beside"
Progress = Callable[[int, int], None]
log = logging.getLogger(__name__)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a work came to, in words, and the job it is about."""

    says: str
    job: Job


def carry_out_next() -> bool:
    """Carry out the work that waits longest; returns False where none waits."""
    with transaction.atomic():
        work = (
            LongWork.objects.select_for_update(skip_locked=True)
            .filter(state=WorkState.WAITING)
            .order_by("asked_at")
            .first()
        )
        if work is None:
            return False
        work.state = WorkState.RUNNING
        work.save(update_fields=["state"])
    _carry_out(work)
    return True


def take_up_again() -> int:
    """Put work that was cut off back in line, when the one worker starts; returns how much."""
    return LongWork.objects.filter(state=WorkState.RUNNING).update(
        state=WorkState.WAITING, done=0, of=0
    )


def _carry_out(work: LongWork) -> None:
    try:
        outcome = DOES[WorkKind(work.kind)](work, _news_of(work.pk))
    except Refusal as refused:
        _end(work, WorkState.FAILED, problems=[_kept(one) for one in refused.problems])
    except Exception:
        log.exception("a long work failed: %s %s", work.kind, work.pk)
        why = "The server failed at it."
        broken = Problem(None, "broken", work.file_name, why, "Try once more; nothing was changed.")
        _end(work, WorkState.FAILED, problems=[_kept(broken)])
    else:
        _end(work, WorkState.DONE, says=outcome.says, job=outcome.job)


def _kept(problem: Problem) -> dict[str, object]:
    return asdict(problem) | {"field": problem.field or ""}


def _end(work: LongWork, state: WorkState, **found: object) -> None:
    for name, value in found.items():
        setattr(work, name, value)
    work.state, work.finished_at, work.taken_in = state, timezone.now(), None
    work.save(update_fields=[*found, "state", "finished_at", "taken_in"])


def _news_of(key: UUID) -> Progress:
    """Return what keeps a work's progress, beside its own transaction and not at every step."""
    last = 0.0

    def tell(done: int, of: int) -> None:
        nonlocal last
        now = time.monotonic()
        if now - last >= SECONDS_BETWEEN_NEWS:
            last = now
            LongWork.objects.using(BESIDE).filter(pk=key).update(done=done, of=of)

    return tell


def _job_in(work: LongWork, progress: Progress) -> Outcome:
    job = bring_in_job(work.asked_by, work.crew_id, bytes(work.taken_in or b""), progress)
    return Outcome(f"{job.name} is here, with all its records.", job)


def _record(work: LongWork, progress: Progress) -> Outcome:
    assert work.job is not None
    paper = keep_record(work.asked_by, work.job.pk, work.pk, progress)
    return Outcome(f"{paper.pages} pages, kept below.", work.job)


def _points_in(work: LongWork, progress: Progress) -> Outcome:
    assert work.job is not None
    table = bytes(work.taken_in or b"")
    says = bring_in_points(work.asked_by, work.job.pk, work.asked, table, progress)
    return Outcome(says, work.job)


def _readings_in(work: LongWork, progress: Progress) -> Outcome:
    assert work.job is not None
    set_up, table = UUID(work.asked["set_up"]), bytes(work.taken_in or b"")
    says = bring_in_readings(work.asked_by, set_up, table, work.asked_at, progress)
    return Outcome(says, work.job)


DOES: dict[WorkKind, Callable[[LongWork, Progress], Outcome]] = {
    WorkKind.JOB_IN: _job_in,
    WorkKind.RECORD: _record,
    WorkKind.POINTS_IN: _points_in,
    WorkKind.READINGS_IN: _readings_in,
}
