"""What each set-up of a job sees: its line, from what it stands on and the runs accepted."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache
from uuid import UUID

from django.db import connection

from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Elevation, Length
from core.rods import Observed, tie_of
from core.runs import Leg, LevelRun, carried_half_widths, close_run
from core.setups import Backsight, take_backsights
from server.common.records import as_stored
from server.fieldbook.models import (
    AcceptedRun,
    ExtraBacksight,
    Reread,
    SetUp,
    TurningPoint,
)
from server.fieldbook.rules import (
    Gear,
    KnownPoint,
    Sighting,
    is_lost,
    kit_of,
    known_point,
    place_of,
    rod_of,
    sight_back,
)
from server.gear.trust import checks_of, slope_error
from server.gear.versions import put_right
from server.jobs.models import Benchmark, Job
from server.jobs.rules import run_allowance_of


@dataclass(frozen=True, slots=True)
class ReadBack:
    """A backsight of a set-up; ``struck`` is why it counts no more, empty where it does.

    ``key`` is the record's own: the set-up's for its first.
    """

    key: UUID
    known: KnownPoint
    sight: Observed
    typed: str
    struck: str


@dataclass(frozen=True, slots=True)
class RunLeg:
    """One set-up of a run: where from, what was read there, and the point it goes on to."""

    set_up: SetUp
    sighting: Sighting
    leg: Leg
    to: TurningPoint | None
    foresight: Observed


@dataclass(frozen=True, slots=True)
class Run:
    """A run over turning points, from a known point to the benchmark that closes it."""

    closing: Reread
    start_name: str
    start_place: PlanPoint | None
    legs: tuple[RunLeg, ...]
    levels: LevelRun
    half_widths: tuple[float, ...]


class JobLines:
    """What every set-up of a job sees, in a fixed number of queries."""

    def __init__(self, job_id: UUID) -> None:
        found = SetUp.objects.filter(job_id=job_id).select_related(
            "rod", "instrument__crew", "receiver", "benchmark", "turning_point", "taken_by", "job",
            "first_strike",
        )  # fmt: skip
        self.set_ups: list[SetUp] = list(found.order_by("number"))
        put_right(
            (gear, set_up.taken_at)
            for set_up in self.set_ups
            for gear in (set_up.instrument, set_up.receiver, set_up.rod)
        )
        self._by_id = {set_up.pk: set_up for set_up in self.set_ups}
        self.extras = _grouped(
            ExtraBacksight.objects.filter(set_up__job_id=job_id).select_related(
                "benchmark", "turning_point", "strike"
            )
        )
        self.turning_points: dict[UUID, TurningPoint] = {
            point.pk: point
            for point in TurningPoint.objects.filter(set_up__job_id=job_id, strike=None).order_by(
                "taken_at"
            )
        }
        self.accepted: dict[UUID, Run] = {}
        #: What an accepted run moves a point by, beyond what moved the point before it.
        self.corrections: dict[UUID, Length] = {}
        self._half_widths: dict[UUID, float] = {}
        self._checks = checks_of({set_up.instrument_id for set_up in self.set_ups})
        self._sightings: dict[UUID, Sighting] = {}
        self._spread(job_id)

    def set_up(self, set_up_id: UUID) -> SetUp:
        """Return a set-up of the job; raises ``KeyError`` for one of another job."""
        return self._by_id[set_up_id]

    def sighting(self, set_up_id: UUID) -> Sighting:
        """Return what a set-up sees; raises ``KeyError`` for one of another job."""
        if set_up_id not in self._sightings:
            self._sightings[set_up_id] = self._sight(self._by_id[set_up_id])
        return self._sightings[set_up_id]

    def elevation(self, point: TurningPoint) -> Elevation:
        """Return a turning point's elevation, corrected where its run was accepted."""
        carried = self.sighting(point.set_up_id).line.elevation(point.observed)
        return carried + self.corrections.get(point.pk, Length(0))

    def half_width(self, point: TurningPoint) -> float:
        """Return U of a turning point's elevation, metres at 95 %."""
        if point.pk in self._half_widths:
            return self._half_widths[point.pk]
        sighting = self.sighting(point.set_up_id)
        return sighting.sure(point.observed, PlanPoint(point.x, point.y)).half_width

    def known_turning_point(self, point: TurningPoint) -> KnownPoint:
        """Return a turning point as far as it is known."""
        elevation, own = self.elevation(point), self.half_width(point)
        return KnownPoint(point.pk, point.name, elevation, own, _place_of_point(point))

    def run(self, closing: Reread) -> Run:
        """Return the run that a reading on a known benchmark closes.

        It goes back over turning points to a benchmark, or to a point an earlier run fixed. One
        that was accepted stays as it was read.
        """
        if closing.pk in self.accepted:
            return self.accepted[closing.pk]
        assert closing.benchmark is not None
        legs: list[RunLeg] = []
        foresight, to = closing.observed, None
        set_up: SetUp | None = self._by_id[closing.set_up_id]
        while set_up is not None:
            sighting = self.sighting(set_up.pk)
            leg = _leg(sighting, foresight)
            legs.append(RunLeg(set_up, sighting, leg, to, foresight))
            to = self._point_before(set_up)
            foresight = to.observed if to else foresight
            first, set_up = set_up, self._by_id[to.set_up_id] if to else None
        legs.reverse()
        start = legs[0].sighting.known
        allowed = run_allowance_of(legs[0].set_up.job)
        read = [one.leg for one in legs]
        levels = close_run(start, read, closing.benchmark.elevation, allowed)
        own = [self._own_half_width(leg, closing) for leg in legs]
        known = self._first_known(first)
        ends = known.own, float(closing.benchmark.half_width or 0.0)
        widths = carried_half_widths(own, is_closed=levels.is_allowed, ends=ends)
        return Run(closing, known.name, known.place, tuple(legs), levels, widths)

    def _point_before(self, set_up: SetUp) -> TurningPoint | None:
        """Return the turning point a set-up stands on, None where it is fixed already."""
        point = None if is_first_struck(set_up) else set_up.turning_point
        return None if point is None or point.pk in self.corrections else point

    def _own_half_width(self, leg: RunLeg, closing: Reread) -> float:
        """Return U of one set-up of a run alone, its start taken as known."""
        sight, closed_on = leg.sighting, closing.benchmark
        place = sight.place
        if leg.to is not None:
            place = _place_of_point(leg.to)
        elif closed_on is not None:
            place = closed_on.place or place
        tied = tuple((tie, replace(one, own=0.0)) for tie, one in sight.tied)
        return replace(sight, tied=tied).sure(leg.foresight, place).half_width

    def _spread(self, job_id: UUID) -> None:
        """Take each accepted run into account, in the order they were accepted."""
        stored = AcceptedRun.objects.filter(closing__set_up__job_id=job_id)
        for accepted in stored.select_related("closing__benchmark").order_by("accepted_at"):
            closed_on = accepted.closing.benchmark
            if closed_on is not None and is_lost(closed_on, accepted.closing.moment):
                continue
            run = self.run(accepted.closing)
            for leg, share, width in zip(
                run.legs, run.levels.shares or (), run.half_widths, strict=False
            ):
                if leg.to is not None:
                    self.corrections[leg.to.pk] = share
                    self._half_widths[leg.to.pk] = width
            self.accepted[accepted.closing_id] = run
            self._sightings.clear()

    def _sight(self, set_up: SetUp) -> Sighting:
        rod, stands = rod_of(set_up.rod), place_of(set_up)
        read = [backsight for backsight in self.backsights(set_up.pk) if not backsight.struck]
        taken = take_backsights(
            [Backsight(one.known.elevation, one.sight) for one in read], rod.numbering
        )
        gear = Gear(set_up.instrument, set_up.receiver, set_up.rod)
        slope = slope_error(set_up.instrument, self._checks[set_up.instrument_id], set_up.taken_at)
        return Sighting(
            set_up=set_up.pk,
            job=set_up.job_id,
            number=set_up.number,
            taken=taken,
            rod=rod,
            place=stands,
            stands_on=read[0].known,
            backsight=read[0].sight,
            tied=tuple(
                (
                    tie_of(one.sight.kind, rod.numbering),
                    sight_back(rod, one.sight, stands, one.known, set_up.backsight_distance),
                )
                for one in read
            ),
            fine=kit_of(gear, slope, Setting.FINE),
            coarse=kit_of(gear, slope, Setting.COARSE),
        )

    def backsights(self, set_up_id: UUID) -> list[ReadBack]:
        """Return every backsight of a set-up, the first of them first, struck ones too."""
        set_up = self._by_id[set_up_id]
        strike = getattr(set_up, "first_strike", None)
        known, why = self._first_known(set_up), strike.reason if strike else ""
        first = ReadBack(set_up.pk, known, set_up.observed, set_up.backsight_typed, why)
        return [first, *map(self._read_further, self.extras[set_up_id])]

    def points_of(self, set_up_id: UUID) -> list[Benchmark | TurningPoint]:
        """Return the points whose backsights of a set-up count."""
        set_up = self._by_id[set_up_id]
        first = [] if is_first_struck(set_up) else [set_up.stands_on]
        further = [one.stands_on for one in self.extras[set_up_id] if not hasattr(one, "strike")]
        return [*first, *further]

    def _read_further(self, extra: ExtraBacksight) -> ReadBack:
        strike, point = getattr(extra, "strike", None), extra.turning_point
        if point is not None:
            known = self.known_turning_point(point)
        else:
            assert extra.benchmark is not None
            known = known_point(extra.benchmark)
        why = strike.reason if strike else ""
        return ReadBack(extra.pk, known, extra.observed, extra.typed, why)

    def _first_known(self, set_up: SetUp) -> KnownPoint:
        """Return the point a set-up stands on, as far as it is known."""
        point = set_up.turning_point
        if point is not None:
            return self.known_turning_point(point)
        assert set_up.benchmark is not None
        return known_point(set_up.benchmark)


def is_first_struck(set_up: SetUp) -> bool:
    """Tell whether a set-up's first backsight was struck through."""
    return hasattr(set_up, "first_strike")


def _leg(sighting: Sighting, foresight: Observed) -> Leg:
    """Return one set-up of a run as its sums are kept, whatever was held on its points."""
    line = sighting.line
    return Leg(line.booked(sighting.known), line.booked(line.elevation(foresight)), line.numbering)


def _place_of_point(point: TurningPoint) -> PlanPoint:
    return PlanPoint(point.x, point.y)


def _grouped(extras: Iterable[ExtraBacksight]) -> defaultdict[UUID, list[ExtraBacksight]]:
    found: defaultdict[UUID, list[ExtraBacksight]] = defaultdict(list)
    for extra in extras:
        found[extra.set_up_id].append(extra)
    return found


EDITION = """
SELECT (SELECT COUNT(*) FROM gear_instrumentcheck c
        JOIN gear_instrument i ON i.id = c.instrument_id WHERE i.crew_id = %s)
     + (SELECT COUNT(*) FROM fieldbook_backsightstrike b
        JOIN fieldbook_setup s ON s.id = b.first_of_id WHERE s.job_id = %s)
     + (SELECT COUNT(*) FROM fieldbook_backsightstrike b
        JOIN fieldbook_extrabacksight e ON e.id = b.extra_id
        JOIN fieldbook_setup s ON s.id = e.set_up_id WHERE s.job_id = %s)
     + (SELECT COUNT(*) FROM fieldbook_acceptedrun a
        JOIN fieldbook_reread r ON r.id = a.closing_id
        JOIN fieldbook_setup s ON s.id = r.set_up_id WHERE s.job_id = %s)
     + (SELECT COUNT(*) FROM jobs_happening h WHERE h.job_key IN (%s, %s))
"""


def edition_of(job: Job) -> int:
    """Return how many checks, accepted runs, struck backsights and changes a job's lines rest on.

    In one statement, as every reading that is logged asks for it.
    """
    crew, key = as_stored(job.crew_id), as_stored(job.pk)
    with connection.cursor() as cursor:
        cursor.execute(EDITION, [crew, key, key, key, key, crew])
        return int(cursor.fetchone()[0])


@lru_cache(maxsize=512)
def remembered_sighting(set_up_id: UUID, edition: int) -> Sighting:
    """Return what a set-up sees, from memory after the first time.

    Set-ups are append-only; what else a line rests on, checks of instruments, accepted runs,
    struck backsights and what was changed of the job, is only ever added to, and their number
    is the ``edition``.
    Raises ``SetUp.DoesNotExist``, which is not remembered.
    """
    job_id = SetUp.objects.values_list("job_id", flat=True).get(pk=set_up_id)
    assert edition >= 0
    return JobLines(job_id).sighting(set_up_id)
