"""Where each set-up of a job stands: its re-reads, its clock, and when it was in doubt."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from math import inf
from uuid import UUID

from core.lengths import Elevation, Length, Style, format_deviation, format_length
from core.setups import (
    Agreement,
    BenchmarkRead,
    DoubtfulSpan,
    doubtful_spans,
    is_standing,
    last_good,
    off_from_known,
    off_since_first,
)
from server.fieldbook.lines import JobLines
from server.fieldbook.models import Knock, Occasion, Reread, SetUp, Shot
from server.fieldbook.rules import Sighting
from server.jobs.models import Job
from server.jobs.rules import reread_tolerance_of

ALWAYS = DoubtfulSpan(-inf, inf)


@dataclass(frozen=True, slots=True)
class ReadAgain:
    """A re-read, and how far it was from what it should read."""

    record: Reread
    difference: Length
    is_good: bool


@dataclass(frozen=True, slots=True)
class Standing:
    """A set-up and how far it can be trusted.

    ``spans`` are the times whose readings are in doubt, ``why`` the reason in words, empty
    where there is none. ``stands`` says whether it may be read from now.
    """

    set_up: SetUp
    sighting: Sighting
    reads: tuple[ReadAgain, ...]
    knocks: tuple[Knock, ...]
    spans: tuple[DoubtfulSpan, ...]
    why: str
    good_at: datetime
    due_at: datetime

    @property
    def stands(self) -> bool:
        """Whether it may be read from now on."""
        return is_standing(self.spans)

    @property
    def has_ended(self) -> bool:
        """Whether its closing re-read was taken and was good."""
        return any(read.record.occasion == Occasion.END for read in self.reads) and self.stands

    def doubts(self, taken_at: datetime) -> bool:
        """Whether a reading of that moment is in doubt."""
        if not self.spans:
            return False
        moment = taken_at.timestamp()
        return any(span.holds(moment) for span in self.spans)


class JobStandings:
    """The set-ups of a job by id, in a fixed number of queries while none is in doubt."""

    def __init__(self, job: Job) -> None:
        self.lines = JobLines(job.pk)
        self._tolerance = reread_tolerance_of(job)
        self._style = Style.from_code(job.style)
        self._minutes = job.reread_minutes
        of_job = {"set_up__job": job}
        rereads = Reread.objects.filter(strike=None, **of_job).select_related(
            "benchmark", "turning_point", "taken_by"
        )
        self.closings = [one for one in rereads if one.occasion == Occasion.CLOSING]
        self._reads = self._read_again(one for one in rereads if one.occasion != Occasion.CLOSING)
        self._knocks: defaultdict[UUID, list[Knock]] = defaultdict(list)
        for knock in Knock.objects.filter(**of_job).order_by("happened_at"):
            self._knocks[knock.set_up_id].append(knock)
        self.by_id = self._judged({})
        shaken = [key for key, standing in self.by_id.items() if standing.spans]
        if shaken:
            self.by_id = self._judged(self._agreements(shaken))

    def _read_again(self, rereads: Iterable[Reread]) -> dict[UUID, list[ReadAgain]]:
        found: defaultdict[UUID, list[ReadAgain]] = defaultdict(list)
        for reread in sorted(rereads, key=lambda one: one.taken_at):
            difference = self.difference(reread)
            is_good = abs(difference) <= self._tolerance
            found[reread.set_up_id].append(ReadAgain(reread, difference, is_good))
        return found

    def difference(self, reread: Reread) -> Length:
        """Return how far a known point reads from what it should; plus where it reads high.

        A point the set-up stands on is held against what it read at first, another benchmark
        against its elevation.
        """
        sighting = self.lines.sighting(reread.set_up_id)
        set_up = self.lines.set_up(reread.set_up_id)
        first = {set_up.benchmark_id or set_up.turning_point_id: set_up.backsight} | {
            extra.benchmark_id: extra.reading for extra in self.lines.extras[set_up.pk]
        }
        read_first = first.get(reread.benchmark_id or reread.turning_point_id)
        if read_first is not None:
            return off_since_first(sighting.line, read_first, reread.reading)
        if reread.benchmark is not None:
            known: Elevation = reread.benchmark.elevation
        else:
            assert reread.turning_point is not None
            known = self.lines.elevation(reread.turning_point)
        return off_from_known(sighting.line, known, reread.reading)

    def _judged(self, agreements: Mapping[UUID, list[Agreement]]) -> dict[UUID, Standing]:
        """Judge every set-up in the order they were made; doubt goes on over turning points."""
        judged: dict[UUID, Standing] = {}
        for set_up in self.lines.set_ups:
            judged[set_up.pk] = self._judge(set_up, agreements.get(set_up.pk, []), judged)
        return judged

    def _judge(
        self, set_up: SetUp, agreements: list[Agreement], before: Mapping[UUID, Standing]
    ) -> Standing:
        reads, knocks = self._reads.get(set_up.pk, []), self._knocks[set_up.pk]
        checks = [
            BenchmarkRead(read.record.taken_at.timestamp(), read.difference) for read in reads
        ]
        bumps = [knock.happened_at.timestamp() for knock in knocks]
        spans = doubtful_spans(checks, bumps, agreements, self._tolerance)
        why = self._why(reads, knocks) if spans else ""
        point = set_up.turning_point
        if point is not None and before[point.set_up_id].doubts(point.taken_at):
            number = before[point.set_up_id].set_up.number
            spans, why = (
                (ALWAYS,),
                f"It stands on {point.name}, shot from set-up {number} in doubt.",
            )
        good = last_good(checks, set_up.taken_at.timestamp(), self._tolerance)
        good_at = datetime.fromtimestamp(good, UTC)
        return Standing(
            set_up=set_up,
            sighting=self.lines.sighting(set_up.pk),
            reads=tuple(reads),
            knocks=tuple(knocks),
            spans=spans,
            why=why,
            good_at=good_at,
            due_at=good_at + timedelta(minutes=self._minutes),
        )

    def _why(self, reads: list[ReadAgain], knocks: list[Knock]) -> str:
        failed = next((read for read in reads if not read.is_good), None)
        if failed is None:
            return (
                "It was knocked, and the benchmark has not been read again since." if knocks else ""
            )
        name = failed.record.benchmark or failed.record.turning_point
        off = format_deviation(failed.difference, self._style)
        allowed = format_length(self._tolerance, self._style)
        return f"{name} read {off} when it was read again; {allowed} is allowed."

    def _agreements(self, shaken: list[UUID]) -> dict[UUID, list[Agreement]]:
        """Find doubted points that were shot again from a sound set-up, in two queries."""
        doubted = [
            shot
            for shot in Shot.objects.filter(set_up__in=shaken, strike=None)
            if self.by_id[shot.set_up_id].doubts(shot.taken_at)
        ]
        again: defaultdict[UUID, list[Shot]] = defaultdict(list)
        points = {shot.point_id for shot in doubted}
        for shot in Shot.objects.filter(point__in=points, strike=None).order_by("taken_at"):
            if not self.by_id[shot.set_up_id].doubts(shot.taken_at):
                again[shot.point_id].append(shot)
        found: defaultdict[UUID, list[Agreement]] = defaultdict(list)
        for shot in doubted:
            later = next((s for s in again[shot.point_id] if s.taken_at > shot.taken_at), None)
            if later is not None:
                difference = self.elevation_of(later) - self.elevation_of(shot)
                found[shot.set_up_id].append(Agreement(shot.taken_at.timestamp(), difference))
        return found

    def elevation_of(self, shot: Shot) -> Elevation:
        """Return the elevation a shot gives."""
        return self.lines.sighting(shot.set_up_id).line.elevation(shot.reading)

    def sound_after(self, shaken: Standing) -> Standing | None:
        """Return the latest set-up that may be read from instead of one in doubt, or None.

        The same instrument stands where it was set up last; earlier set-ups of it are gone.
        """
        gone = shaken.set_up.instrument_id
        standing = [
            one
            for one in self.by_id.values()
            if one.stands
            and not one.has_ended
            and (one.set_up.instrument_id != gone or one.set_up.number > shaken.set_up.number)
        ]
        return standing[-1] if standing else None
