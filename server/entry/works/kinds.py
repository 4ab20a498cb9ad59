"""What each kind of long work does."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from uuid import UUID

from server.background.models import LongWork, WorkKind
from server.background.services.ask_work import TakenIn
from server.exports.services.keep_record import keep_record
from server.imports.job_file.bring_in import bring_in_job
from server.imports.lists.points_in import bring_in_points
from server.imports.lists.readings_in import bring_in_readings
from server.imports.services.keep_drawing import keep_drawing
from server.jobs.models import Job

Progress = Callable[[int, int], None]


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a work came to, in words, and the job it is about."""

    says: str
    job: Job


def _job_in(work: LongWork, progress: Progress) -> Outcome:
    file = TakenIn(work.file_name, bytes(work.taken_in or b""))
    job = bring_in_job(work.asked_by, work.crew_id, file, progress)
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


def _drawing_in(work: LongWork, progress: Progress) -> Outcome:
    assert work.job is not None
    says = keep_drawing(work, bytes(work.taken_in or b""), progress)
    return Outcome(says, work.job)


DOES: dict[WorkKind, Callable[[LongWork, Progress], Outcome]] = {
    WorkKind.JOB_IN: _job_in,
    WorkKind.RECORD: _record,
    WorkKind.POINTS_IN: _points_in,
    WorkKind.READINGS_IN: _readings_in,
    WorkKind.DRAWING_IN: _drawing_in,
}
