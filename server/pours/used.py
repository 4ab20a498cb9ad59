"""The set-ups that carried a pour's heights, back to their benchmarks, and what proves them."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from uuid import UUID

from core.clocks import Moment
from core.lengths import Elevation, Length
from core.pours import CarriedFact, SetUpFact, ShotFact
from core.setups import BenchmarkRead, proven_until
from server.fieldbook.history import History
from server.fieldbook.models import KeptBenchmark, Shot, TurningPoint
from server.fieldbook.trust import JobTrust, SetUpTrust
from server.jobs.models import Benchmark, Job

NOWHERE = Elevation(0)


class Proofs:
    """Up to when the readings of each set-up of a job are proven; worked out when asked for."""

    def __init__(self, job: Job, job_trust: JobTrust) -> None:
        self.job, self.job_trust = job, job_trust
        self._until: dict[UUID, Moment] = {}

    def prove(self, histories: Iterable[History]) -> None:
        """Look for what proves the set-ups that readings rest on, where no re-read does."""
        reads = [history.fine for history in histories if history.fine]
        lacking = {read.set_up for read in reads if not self.is_proven(read.set_up, read.moment)}
        if not lacking:
            return
        shots: defaultdict[UUID, list[Shot]] = defaultdict(list)
        for shot in Shot.objects.filter(set_up__in=lacking, strike=None).select_related("point"):
            shots[shot.set_up_id].append(shot)
        points = {shot.point_id for own in shots.values() for shot in own}
        again: defaultdict[UUID, list[Shot]] = defaultdict(list)
        for shot in Shot.objects.filter(point__in=points, strike=None).order_by("taken_at"):
            again[shot.point_id].append(shot)
        for key, own in shots.items():
            agreements = [
                self.job_trust.agreement(shot, later)
                for shot in own
                for later in self._proven_later(shot, again[shot.point_id])
            ]
            moments = [shot.moment for shot in own]
            self._until[key] = proven_until(self._good(key), moments, agreements)

    def _proven_later(self, shot: Shot, others: list[Shot]) -> list[Shot]:
        """Return the first proven shot of its point, from another set-up and after it."""
        later = (
            other
            for other in others
            if other.set_up_id != shot.set_up_id
            and other.moment.is_surely_behind(shot.moment)
            and not self.job_trust.by_id[other.set_up_id].doubts(other.moment)
            and self.is_proven(other.set_up_id, other.moment)
        )
        return [first] if (first := next(later, None)) else []

    def is_proven(self, set_up: UUID, moment: Moment) -> bool:
        """Whether a set-up was found good after a reading of that moment."""
        if set_up not in self._until:
            self._until[set_up] = proven_until(self._good(set_up), (), ())
        return moment.is_surely_by(self._until[set_up])

    def _good(self, set_up: UUID) -> list[BenchmarkRead]:
        """Return the re-reads of a set-up that count; the closing of an accepted run is one."""
        trust = self.job_trust.by_id[set_up]
        closings = [
            BenchmarkRead(closing.moment, Length(0), Length(0))
            for closing in self.job_trust.closings
            if closing.set_up_id == set_up and closing.pk in self.job_trust.lines.accepted
        ]
        return [*trust.counting, *closings]


@dataclass(slots=True)
class Used:
    """What carried the heights of a pour: the moments each set-up was read at, what was carried."""

    read_at: dict[UUID, list[float]]
    carried: list[CarriedFact]


class Carriers:
    """Follows heights of a job back over turning points and kept benchmarks."""

    def __init__(self, job: Job, job_trust: JobTrust, proofs: Proofs) -> None:
        self.job_trust, self.proofs = job_trust, proofs
        kept = KeptBenchmark.objects.filter(benchmark__job=job).select_related("shot", "benchmark")
        self._kept = {carried.benchmark_id: carried for carried in kept}
        shots = [carried.shot_id for carried in kept]
        struck = Shot.objects.filter(pk__in=shots).exclude(strike=None)
        self._struck = set(struck.values_list("pk", flat=True))

    def used_by(self, histories: Iterable[History]) -> Used:
        """Return what carried the readings that count, those in doubt among them."""
        used = Used({}, [])
        waiting: list[UUID] = []

        def read(set_up: UUID, moment: Moment) -> None:
            if set_up not in used.read_at:
                began = self.job_trust.by_id[set_up].set_up.moment
                used.read_at[set_up] = [began.earliest]
                waiting.append(set_up)
            used.read_at[set_up].append(moment.earliest)

        for history in histories:
            if history.fine is not None:
                read(history.fine.set_up, history.fine.moment)
        seen: set[UUID] = set()
        while waiting:
            for point in self.job_trust.lines.points_of(waiting.pop()):
                if point.pk not in seen:
                    seen.add(point.pk)
                    for set_up, moment, fact in self._carried(point):
                        used.carried.append(fact)
                        read(set_up, moment)
        return used

    def _carried(
        self, point: Benchmark | TurningPoint
    ) -> Iterator[tuple[UUID, Moment, CarriedFact]]:
        """Yield where a point was carried from; nothing of one that is known by itself.

        A turning point read from a set-up in doubt puts what stands on it in doubt by itself.
        """
        if isinstance(point, TurningPoint):
            is_closed = point.pk in self.job_trust.lines.corrections
            is_proven = is_closed or self.proofs.is_proven(point.set_up_id, point.moment)
            fact = self._fact(point, point.set_up_id, point.moment, False, is_proven)
            yield point.set_up_id, point.moment, fact
            return
        kept = self._kept.get(point.pk)
        if kept is not None:
            shot = kept.shot
            in_doubt = self.job_trust.by_id[shot.set_up_id].doubts(shot.moment)
            in_doubt = in_doubt or shot.pk in self._struck
            is_proven = self.proofs.is_proven(shot.set_up_id, shot.moment)
            fact = self._fact(point, shot.set_up_id, shot.moment, in_doubt, is_proven)
            yield shot.set_up_id, shot.moment, fact

    def _fact(
        self,
        point: Benchmark | TurningPoint,
        set_up: UUID,
        moment: Moment,
        in_doubt: bool,
        is_proven: bool,
    ) -> CarriedFact:
        made = self.job_trust.by_id[set_up].set_up
        shot = ShotFact(
            NOWHERE, 0.0, Length(1), in_doubt, is_proven,
            moment.earliest, made.number, str(made.instrument_id),
        )  # fmt: skip
        return CarriedFact(str(point.pk), point.name, shot)

    def _good_reads(self, trust: SetUpTrust) -> tuple[float, ...]:
        good = (read.moment.earliest for read in trust.counting if read.is_good)
        return (trust.set_up.moment.earliest, *good)

    def set_ups(self, used: Used) -> tuple[SetUpFact, ...]:
        """Return the set-ups in use, and the newest of each instrument in use: it stands there."""
        instruments = {self.job_trust.by_id[key].set_up.instrument_id for key in used.read_at}
        newest = {
            trust.set_up.instrument_id: key
            for key, trust in self.job_trust.by_id.items()
            if trust.set_up.instrument_id in instruments
        }
        keys = dict.fromkeys([*used.read_at, *newest.values()])
        return tuple(
            SetUpFact(
                key=str(key),
                number=self.job_trust.by_id[key].set_up.number,
                doubt=self.job_trust.by_id[key].doubt,
                good_reads=self._good_reads(self.job_trust.by_id[key]),
                is_used=key in used.read_at,
            )
            for key in keys
        )
