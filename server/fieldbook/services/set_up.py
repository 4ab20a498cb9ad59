"""Records where the instrument stands and the backsight that tells its line."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import TypedDict
from uuid import UUID

from django.db import transaction
from django.db.models import Max

from core.errors import OffTheRod
from core.floors import PlanPoint
from core.lengths import Length, Reading, format_length
from core.rods import Numbering, Rod, SightLine
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import SetUp
from server.fieldbook.rules import rod_of
from server.fieldbook.sheets import LineSheet, line_sheet
from server.gear import models as gear
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.rules import kind_of, style_of
from server.records import record_once
from server.refusals import Entries, Problem
from server.shown import Place, show_place

LONGEST_TAPE = Length.from_metres(30)


@dataclass(frozen=True, slots=True)
class BacksightForm:
    """A backsight as it is typed; ``taped`` may be empty, and ``side`` says where the beam is."""

    rod: UUID
    benchmark: UUID
    backsight: str
    taped: str
    side: str


@dataclass(frozen=True, slots=True)
class SetUpForm:
    """A set-up as it is typed."""

    id: UUID
    instrument: UUID
    x: str
    y: str
    taken_at: datetime
    sight: BacksightForm


class SetUpDraftSheet(TypedDict):
    """What a set-up that is being typed gives; parts it does not yet give are empty."""

    line: LineSheet | None
    place: Place | None


@dataclass(frozen=True, slots=True)
class Sighted:
    """A backsight that was read: the records it rests on, and the line it gives."""

    rod: Rod
    benchmark: Benchmark
    backsight: Reading
    taped: Length | None
    line: SightLine


def read_backsight(job: Job, form: BacksightForm, entries: Entries) -> Sighted | None:
    """Read a backsight, keeping each refusal in its field's place."""
    rod_record = gear.Rod.objects.filter(crew_id=job.crew_id, pk=form.rod).first()
    benchmark = Benchmark.objects.filter(job=job, pk=form.benchmark).first()
    if rod_record is None:
        entries.refuse(
            "rod", "", "There is no such rod in your crew.", "Choose one of the crew's rods."
        )
    if benchmark is None:
        entries.refuse(
            "benchmark", "", "There is no such benchmark here.", "Choose one of the job's."
        )
    taped = _read_tape(entries, job, form)
    if rod_record is None or benchmark is None:
        return None
    rod = rod_of(rod_record)
    backsight = entries.check("backsight", lambda: _read_reading(rod, form.backsight))
    if backsight is None:
        return None
    line = SightLine.from_backsight(benchmark.elevation, backsight, rod.numbering, taped)
    return Sighted(rod, benchmark, backsight, taped, line)


def _read_reading(rod: Rod, text: str) -> Reading:
    reading = rod.read(text)
    if rod.numbering is Numbering.CENTRE_ZERO and reading.nanometres != 0:
        raise OffTheRod(
            text,
            "A centre-zero rule is slid until the benchmark reads 0.",
            "Slide it, clamp it, and type 0.",
        )
    return reading


def _read_tape(entries: Entries, job: Job, form: BacksightForm) -> Length | None:
    if not form.taped.strip():
        return None
    taped = entries.length("taped")
    if taped is None:
        return None
    if not 0 <= taped.nanometres <= LONGEST_TAPE.nanometres:
        limit = format_length(LONGEST_TAPE, style_of(job))
        entries.refuse("taped", form.taped, "No tape measures that.", f"Give from 0 to {limit}.")
        return None
    return taped if form.side == "above" else -taped


def draft_set_up(
    user: User, job_id: UUID, form: SetUpForm
) -> tuple[SetUpDraftSheet, list[Problem]]:
    """Tell what a set-up that is being typed would give, and what is wrong with it so far."""
    job, _ = job_for(user, job_id, Ability.READ)
    entries = Entries({"x": form.x, "y": form.y, "taped": form.sight.taped}, kind_of(job))
    style, place = style_of(job), _read_place(entries)
    sighted = read_backsight(job, form.sight, entries)
    sheet: SetUpDraftSheet = {
        "line": line_sheet(sighted.line, sighted.rod, sighted.backsight, style)
        if sighted
        else None,
        "place": show_place(place, style) if place else None,
    }
    return sheet, entries.problems


def set_up(user: User, job_id: UUID, form: SetUpForm) -> tuple[SetUp, bool]:
    """Record a set-up; the same form twice records one."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({"x": form.x, "y": form.y, "taped": form.sight.taped}, kind_of(job))
    place = _read_place(entries)
    if not gear.Instrument.objects.filter(crew_id=job.crew_id, pk=form.instrument).exists():
        entries.refuse(
            "instrument",
            "",
            "There is no such instrument in your crew.",
            "Choose one of them.",
        )
    sighted = read_backsight(job, form.sight, entries)
    entries.finish()
    assert place is not None
    assert sighted is not None
    record = SetUp(
        id=form.id,
        job=job,
        instrument_id=form.instrument,
        rod_id=form.sight.rod,
        benchmark=sighted.benchmark,
        backsight=sighted.backsight,
        backsight_typed=form.sight.backsight.strip(),
        taped_above_benchmark=sighted.taped,
        x=place.x,
        y=place.y,
        taken_at=form.taken_at,
        taken_by=user,
    )
    return _record_numbered(job, record)


def _read_place(entries: Entries) -> PlanPoint | None:
    x, y = entries.length("x"), entries.length("y")
    if x is None or y is None:
        return None
    return entries.check("x", lambda: PlanPoint(x, y))


def _record_numbered(job: Job, record: SetUp) -> tuple[SetUp, bool]:
    """Give the set-up the job's next number; the job's row keeps two from taking the same."""
    with transaction.atomic():
        Job.objects.select_for_update().get(pk=job.pk)
        last = SetUp.objects.filter(job=job).aggregate(last=Max("number"))["last"]
        record.number = (last or 0) + 1
        return record_once(record)
