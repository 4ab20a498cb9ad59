"""What a practice job's book says, each reading with how everything stood as it was written."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from uuid import UUID

from django.http import HttpRequest, HttpResponse

from core.lengths import Reading
from core.rods import SightKind
from server.fieldbook.models import (
    BacksightStrike,
    ExtraBacksight,
    Knock,
    Reread,
    RereadStrike,
    SetUp,
    Shot,
    Strike,
    TurningPoint,
    TurningPointStrike,
)
from server.gear.models import InstrumentCheck
from server.jobs.models import Benchmark
from server.practice.job import spot_of
from server.practice.run import Booked, Run, runs
from simulation.practice.on_site import Holding
from simulation.practice.record import Note, Noted, Purpose, Read

ASKS = ("GET", "HEAD", "OPTIONS")


class BookedMiddleware:
    """After each record, takes what the book now says into the lesson whose job it is."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.answer(request)
        if request.method not in ASKS and answer.status_code < 300:
            for run in runs():
                take_booked(run)
        return answer


@dataclass(frozen=True, slots=True)
class _Row:
    """A reading of the book: which, what for, of what, what it says, how it was held."""

    key: UUID
    purpose: Purpose
    of: str
    reading: Reading
    sight: str
    known: float | None = None


def take_booked(run: Run) -> None:
    """Note what was written in the job's book since, and what was struck through."""
    if not run.lesson.is_on_the_job:
        return
    written: list[tuple[UUID, Read | Noted]] = [*_readings(run), *_notes(run)]
    for key, entry in written:
        if key not in run.booked:
            run.booked[key] = Booked(entry, len(run.entries))
    struck = _struck(run)
    for key, booked in run.booked.items():
        read = booked.entry
        if isinstance(read, Read) and read.is_struck is not (key in struck):
            run.booked[key] = replace(booked, entry=replace(read, is_struck=key in struck))


def _readings(run: Run) -> Iterator[tuple[UUID, Read]]:
    for row in _rows(run):
        yield row.key, _read(run, row)


def _notes(run: Run) -> Iterator[tuple[UUID, Noted]]:
    for key in Knock.objects.filter(set_up__job=run.job).values_list("pk", flat=True):
        yield key, Noted(run.state, Note.KNOCK)
    own = InstrumentCheck.objects.filter(instrument=run.key("instrument"))
    for key in own.exclude(pk=run.key("check")).values_list("pk", flat=True):
        yield key, Noted(run.state, Note.CHECK)


def _read(run: Run, row: _Row) -> Read:
    value = row.reading.nanometres / 1e9
    hangs = row.sight == SightKind.UPSIDE_DOWN
    held = Holding.UPSIDE_DOWN if hangs else Holding.STANDING
    return Read(run.state, row.purpose, value, of=row.of, held=held, known=row.known)


def _rows(run: Run) -> Iterator[_Row]:
    for set_up in SetUp.objects.filter(job=run.job).order_by("number"):
        of = _known(run, set_up.stands_on)
        sight = set_up.backsight_sight
        known = _height(set_up.stands_on)
        yield _Row(set_up.pk, Purpose.BACKSIGHT, of, set_up.backsight, sight, known)
    for extra in ExtraBacksight.objects.filter(set_up__job=run.job).order_by("pk"):
        of = _known(run, extra.stands_on)
        known = _height(extra.stands_on)
        yield _Row(extra.pk, Purpose.BACKSIGHT, of, extra.reading, extra.sight, known)
    for turn in TurningPoint.objects.filter(set_up__job=run.job).order_by("taken_at"):
        yield _Row(turn.pk, Purpose.SHOT, _known(run, turn), turn.reading, turn.sight)
    for shot in Shot.objects.filter(set_up__job=run.job).select_related("point"):
        of = spot_of(run, shot.point)
        yield _Row(shot.pk, Purpose.SHOT, of, shot.reading, shot.sight)
    for again in Reread.objects.filter(set_up__job=run.job).order_by("taken_at"):
        known = again.benchmark or again.turning_point
        assert known is not None
        yield _Row(again.pk, Purpose.REREAD, _known(run, known), again.reading, again.sight)


def _height(known: Benchmark | TurningPoint) -> float | None:
    """Return how high the job says a benchmark is, metres; a turning point follows from shots."""
    return float(known.elevation.metres) if isinstance(known, Benchmark) else None


def _known(run: Run, known: Benchmark | TurningPoint) -> str:
    """Return the spot of a known point; where its name is none of the site's, where the rod is."""
    return known.name if known.name in run.scene.spots else run.state.spot


def _struck(run: Run) -> set[UUID]:
    job = run.job
    keys: set[UUID] = set()
    keys |= set(Strike.objects.filter(shot__set_up__job=job).values_list("shot", flat=True))
    keys |= set(
        RereadStrike.objects.filter(reread__set_up__job=job).values_list("reread", flat=True)
    )
    keys |= set(
        TurningPointStrike.objects.filter(turning_point__set_up__job=job).values_list(
            "turning_point", flat=True
        )
    )
    keys |= set(
        BacksightStrike.objects.filter(first_of__job=job).values_list("first_of", flat=True)
    )
    keys |= set(
        BacksightStrike.objects.filter(extra__set_up__job=job).values_list("extra", flat=True)
    )
    return keys
