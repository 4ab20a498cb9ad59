"""Where each set-up of a job stands: its re-reads, its clock, and when it was in doubt."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from math import inf
from uuid import UUID

from core.clocks import Moment
from core.lengths import Elevation, Length
from core.rods import Observed, Tie
from core.setups import (
    Agreement,
    BenchmarkRead,
    Disagreeing,
    Doubt,
    DoubtfulSpan,
    Reported,
    SetUpRecord,
    allowed_again,
    allowed_between,
    counting,
    doubt_of,
    is_late,
    last_good,
    off_from_known,
    off_since_first,
)
from server.fieldbook.lines import JobLines, is_first_struck
from server.fieldbook.models import Knock, Occasion, Reread, SetUp, Shot, TurningPoint
from server.fieldbook.rules import KnownPoint, Sighting, is_lost, known_point, sight_back, sight_on
from server.gear.trust import moment_of
from server.jobs.models import Benchmark, Job
from server.jobs.rules import reread_tolerance_of, style_of


@dataclass(frozen=True, slots=True)
class ReadAgain:
    """A re-read, how far it was from what it should read, and how far it may be."""

    record: Reread
    read: BenchmarkRead

    @property
    def difference(self) -> Length:
        """How far it was off; plus where it read high."""
        return self.read.difference

    @property
    def is_good(self) -> bool:
        """Whether it is within its tolerance."""
        return self.read.is_good


@dataclass(frozen=True, slots=True)
class SetUpTrust:
    """A set-up and how far it can be trusted, with the doubt the core found."""

    set_up: SetUp
    sighting: Sighting
    reads: tuple[ReadAgain, ...]
    knocks: tuple[Knock, ...]
    record: SetUpRecord
    doubt: Doubt
    good_at: datetime
    due_at: datetime

    @property
    def spans(self) -> tuple[DoubtfulSpan, ...]:
        """The times whose readings are in doubt."""
        return self.doubt.spans

    @property
    def why(self) -> str:
        """Why readings are in doubt, in words; empty where none is."""
        return self.doubt.why

    @property
    def stands(self) -> bool:
        """Whether it may be read from now on."""
        return self.doubt.stands

    @property
    def has_ended(self) -> bool:
        """Whether its closing re-read was taken and was good."""
        return any(read.record.occasion == Occasion.END for read in self.reads) and self.stands

    @property
    def counting(self) -> tuple[BenchmarkRead, ...]:
        """The re-reads of it that count."""
        return counting(self.record)

    def is_late(self, record: Shot | Reread | TurningPoint) -> bool:
        """Whether a record of it came in after a knock or a failed re-read behind it was known."""
        return is_late(record.moment, record.recorded_at.timestamp(), self.record)

    def doubts(self, moment: Moment) -> bool:
        """Whether a reading of that moment is in doubt."""
        return bool(self.spans) and self.doubt.holds(moment)


class JobTrust:
    """The set-ups of a job by id, in a fixed number of queries while none is in doubt."""

    def __init__(self, job: Job) -> None:
        self.lines = JobLines(job.pk)
        self._tolerance = reread_tolerance_of(job)
        self._style = style_of(job)
        self._minutes = job.reread_minutes
        of_job = {"set_up__job": job}
        rereads = Reread.objects.filter(strike=None, **of_job).select_related(
            "benchmark", "turning_point", "taken_by"
        )
        self.closings = [reread for reread in rereads if reread.occasion == Occasion.CLOSING]
        self._reads = self._read_again(
            reread
            for reread in rereads
            if reread.occasion != Occasion.CLOSING and not _is_of_lost(reread)
        )
        self._knocks: defaultdict[UUID, list[Knock]] = defaultdict(list)
        for knock in Knock.objects.filter(**of_job).order_by("happened_at"):
            self._knocks[knock.set_up_id].append(knock)
        self.by_id = self._judged({})
        shaken = [key for key, trust in self.by_id.items() if trust.spans]
        if shaken:
            self.by_id = self._judged(self._agreements(shaken))

    def _read_again(self, rereads: Iterable[Reread]) -> dict[UUID, list[ReadAgain]]:
        found: defaultdict[UUID, list[ReadAgain]] = defaultdict(list)
        for reread in sorted(rereads, key=lambda one: one.taken_at):
            found[reread.set_up_id].append(ReadAgain(reread, self.compared(reread)))
        return found

    def compared(self, reread: Reread) -> BenchmarkRead:
        """Return how far a known point reads from what it should, and how far it may.

        A point the set-up stands on is held against what it read at first, if it was read the
        same way; another benchmark, or another way of reading, against its elevation.
        """
        sighting = self.lines.sighting(reread.set_up_id)
        set_up = self.lines.set_up(reread.set_up_id)
        key = reread.benchmark_id or reread.turning_point_id
        known = self._known(reread)
        again = sight_back(
            sighting.rod, reread.observed, sighting.place, known, set_up.backsight_distance
        )
        first = self._read_first(set_up.pk, key, reread.observed)
        if first is not None:
            difference = off_since_first(sighting.line, first, reread.observed)
            before = again
        else:
            difference = off_from_known(sighting.line, known.elevation, reread.observed)
            before = sighting.sights_of(reread.observed)[0]
        allowed = allowed_again(self._tolerance, sighting.fine, again, before)
        name = str(reread.benchmark or reread.turning_point)
        arrived = reread.recorded_at.timestamp() if reread.recorded_at else inf
        return BenchmarkRead(reread.moment, difference, allowed, name, arrived)

    def _read_first(self, set_up_id: UUID, key: UUID | None, again: Observed) -> Observed | None:
        """Return what a known point showed when the set-up was made, held the same way."""
        return next(
            (
                backsight.sight
                for backsight in self.lines.backsights(set_up_id)
                if backsight.known.key == key and backsight.sight.kind is again.kind
            ),
            None,
        )

    def _known(self, reread: Reread) -> KnownPoint:
        if reread.benchmark is not None:
            return known_point(reread.benchmark)
        point = reread.turning_point
        assert point is not None
        return self.lines.known_turning_point(point)

    def _judged(self, agreements: Mapping[UUID, list[Agreement]]) -> dict[UUID, SetUpTrust]:
        """Judge every set-up in the order they were made; doubt goes on over turning points."""
        judged: dict[UUID, SetUpTrust] = {}
        for set_up in self.lines.set_ups:
            judged[set_up.pk] = self._judge(set_up, agreements.get(set_up.pk, []), judged)
        return judged

    def _judge(
        self, set_up: SetUp, agreements: list[Agreement], before: Mapping[UUID, SetUpTrust]
    ) -> SetUpTrust:
        reads, knocks = self._reads.get(set_up.pk, []), self._knocks[set_up.pk]
        checks = tuple(read.read for read in reads)
        record = SetUpRecord(
            reads=checks,
            knocks=tuple(Reported(knock.moment, knock.recorded_at.timestamp()) for knock in knocks),
            agreements=tuple(agreements),
            backsights=self.disagreeing(set_up.pk),
            carried_from=_carried_from(set_up, before),
            lost=self._lost(set_up),
        )
        good_at = moment_of(last_good(counting(record), set_up.moment).earliest)
        return SetUpTrust(
            set_up=set_up,
            sighting=self.lines.sighting(set_up.pk),
            reads=tuple(reads),
            knocks=tuple(knocks),
            record=record,
            doubt=doubt_of(record, self._style),
            good_at=good_at,
            due_at=good_at + timedelta(minutes=self._minutes),
        )

    def _lost(self, set_up: SetUp) -> tuple[str, ...]:
        """Name what a set-up stands on where none of it can be relied on any more."""
        points = self.lines.points_of(set_up.pk)
        lost = [
            point.name
            for point in points
            if isinstance(point, Benchmark) and is_lost(point, set_up.moment)
        ]
        return tuple(lost) if len(lost) == len(points) else ()

    def disagreeing(self, set_up_id: UUID) -> Disagreeing | None:
        """Return how far a set-up's backsights are apart, None with a single one."""
        sighting = self.lines.sighting(set_up_id)
        if not sighting.taken.can_disagree:
            return None
        alike = ([sight for tie, sight in sighting.tied if tie is one] for one in Tie)
        allowed = max(allowed_between(self._tolerance, sighting.fine, sights) for sights in alike)
        return Disagreeing(sighting.taken.disagreement, allowed)

    def _agreements(self, shaken: list[UUID]) -> dict[UUID, list[Agreement]]:
        """Find doubted points that were shot again from a sound set-up, in two queries."""
        doubted = [
            shot
            for shot in Shot.objects.filter(set_up__in=shaken, strike=None).select_related("point")
            if self.by_id[shot.set_up_id].doubts(shot.moment)
        ]
        again: defaultdict[UUID, list[Shot]] = defaultdict(list)
        points = {shot.point_id for shot in doubted}
        for shot in Shot.objects.filter(point__in=points, strike=None).order_by("taken_at"):
            if not self.by_id[shot.set_up_id].doubts(shot.moment):
                again[shot.point_id].append(shot)
        found: defaultdict[UUID, list[Agreement]] = defaultdict(list)
        for shot in doubted:
            again_here = again[shot.point_id]
            later = next((s for s in again_here if s.moment.is_surely_behind(shot.moment)), None)
            if later is not None:
                found[shot.set_up_id].append(self.agreement(shot, later))
        return found

    def agreement(self, shot: Shot, later: Shot) -> Agreement:
        """Return how a shot agrees with a later one on the same point; needs its point."""
        sighting, place = self.lines.sighting(shot.set_up_id), shot.point.spot
        sight = sight_on(sighting.rod, shot.observed, sighting.place, place)
        allowed = allowed_again(self._tolerance, sighting.kit(shot.setting), sight, sight)
        difference = self.elevation_of(later) - self.elevation_of(shot)
        return Agreement(shot.moment, difference, allowed)

    def elevation_of(self, shot: Shot) -> Elevation:
        """Return the elevation a shot gives."""
        return self.lines.sighting(shot.set_up_id).line.elevation(shot.observed)

    def sound_after(self, shaken: SetUpTrust) -> SetUpTrust | None:
        """Return the latest set-up that may be read from instead of one in doubt, or None.

        The same instrument stands where it was set up last; earlier set-ups of it are gone.
        """
        gone = shaken.set_up.instrument_id
        trust = [
            one
            for one in self.by_id.values()
            if one.stands
            and not one.has_ended
            and (one.set_up.instrument_id != gone or one.set_up.number > shaken.set_up.number)
        ]
        return trust[-1] if trust else None


def _is_of_lost(reread: Reread) -> bool:
    return reread.benchmark is not None and is_lost(reread.benchmark, reread.moment)


def _carried_from(set_up: SetUp, before: Mapping[UUID, SetUpTrust]) -> tuple[str, int] | None:
    """Return the turning point a set-up stands on and the set-up in doubt it was shot from."""
    point = None if is_first_struck(set_up) else set_up.turning_point
    if point is None or not before[point.set_up_id].doubts(point.moment):
        return None
    return point.name, before[point.set_up_id].set_up.number
