"""Reads the backsights of a set-up as they are typed."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.utils import timezone

from core.errors import OffTheRod
from core.floors import PlanPoint
from core.lengths import Length, format_length
from core.rods import Numbering, Observed, Rod, SightKind, observe, tie_of
from core.setups import Backsight, Backsights, take_backsights
from core.uncertainty import Sight
from server.common.refusals import Entries
from server.fieldbook.lines import JobLines
from server.fieldbook.models import TurningPoint
from server.fieldbook.rules import KnownPoint, known_point, rod_of, sight_back
from server.gear import models as gear
from server.gear.versions import put_right
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of

FARTHEST_BACKSIGHT = Length.from_metres(300)
Stood = Benchmark | TurningPoint


@dataclass(frozen=True, slots=True)
class ExtraForm:
    """A further backsight as it is typed; ``benchmark`` may be a turning point too."""

    benchmark: UUID
    backsight: str
    sight: str = SightKind.STANDING


@dataclass(frozen=True, slots=True)
class BacksightForm:
    """A backsight as it is typed, on a benchmark or a turning point.

    ``distance`` is asked for where the point has no place on the plan.
    """

    rod: UUID
    benchmark: UUID
    backsight: str
    sight: str = SightKind.STANDING
    distance: str = ""
    extras: tuple[ExtraForm, ...] = ()


@dataclass(frozen=True, slots=True)
class Read:
    """A backsight that was read: the point it stands on, what it showed, as it was typed."""

    point: Stood
    known: KnownPoint
    seen: Observed
    typed: str


@dataclass(frozen=True, slots=True)
class Sighted:
    """Backsights that were read, the first of them first, and the line they give."""

    rod: gear.Rod
    read: tuple[Read, ...]
    distance: Length | None
    taken: Backsights

    @property
    def first(self) -> Read:
        """The backsight the set-up stands on."""
        return self.read[0]

    def sights(self, station: PlanPoint | None) -> tuple[Sight, ...]:
        """The backsights that tie what the first does, from where the instrument stands."""
        rod = rod_of(self.rod)
        tie = tie_of(self.first.seen.kind, rod.numbering)
        return tuple(
            sight_back(rod, one.seen, station, one.known, self.distance)
            for one in self.read
            if tie_of(one.seen.kind, rod.numbering) is tie
        )


def read_backsights(job: Job, form: BacksightForm, entries: Entries) -> Sighted | None:
    """Read backsights, keeping each refusal in its field's place."""
    rod_record = gear.Rod.objects.filter(crew_id=job.crew_id, pk=form.rod).first()
    put_right([(rod_record, timezone.now())])
    if rod_record is None:
        entries.refuse(
            "rod", "", "There is no such rod in your crew.", "Choose one of the crew's rods."
        )
    reading = _Reading(job, rod_of(rod_record) if rod_record else None, entries)
    first = reading.read("backsight", form)
    extras = [reading.read(f"extras.{number}", extra) for number, extra in enumerate(form.extras)]
    distance = _read_distance(entries, form.distance, job)
    if rod_record is None or first is None:
        return None
    read = (first, *(one for one in extras if one is not None))
    backsights = [Backsight(one.known.elevation, one.seen) for one in read]
    taken = take_backsights(backsights, rod_of(rod_record).numbering)
    return Sighted(rod_record, read, distance, taken)


class _Reading:
    """Reads backsights one by one, each point once in each way of holding the rod."""

    def __init__(self, job: Job, rod: Rod | None, entries: Entries) -> None:
        self.job, self.rod, self.entries = job, rod, entries
        self.used: set[tuple[UUID, str]] = set()

    def read(self, field: str, form: BacksightForm | ExtraForm) -> Read | None:
        """Read one, or keep its refusal in its field's place."""
        point = _point_of(self.job, form.benchmark)
        if point is None:
            self.entries.refuse(
                "benchmark" if field == "backsight" else field,
                "",
                "There is no such benchmark here.",
                "Choose one of the job's.",
            )
        if self._is_used(field, form) or self.rod is None:
            return None
        rod, typed, kind = self.rod, form.backsight, SightKind(form.sight)
        seen = self.entries.check(field, lambda: observe_backsight(rod, kind, typed))
        if seen is None or point is None:
            return None
        return Read(point, _known(self.job, point), seen, typed.strip())

    def _is_used(self, field: str, form: BacksightForm | ExtraForm) -> bool:
        key = (form.benchmark, str(form.sight))
        if key in self.used:
            self.entries.refuse(
                field,
                "",
                "That benchmark is read the same way already.",
                "Choose another benchmark, or another way of reading this one.",
            )
            return True
        self.used.add(key)
        return False


def _point_of(job: Job, key: UUID) -> Stood | None:
    """Find the benchmark or the turning point to stand on; a struck one is none."""
    benchmark: Benchmark | None = Benchmark.objects.filter(job=job, pk=key).first()
    points = TurningPoint.objects.filter(set_up__job=job, strike=None)
    return benchmark or points.filter(pk=key).first()


def _known(job: Job, point: Stood) -> KnownPoint:
    if isinstance(point, Benchmark):
        return known_point(point)
    return JobLines(job.pk).known_turning_point(point)


def observe_backsight(rod: Rod, kind: SightKind, text: str) -> Observed:
    seen = observe(rod, kind, text)
    is_slid = rod.numbering is Numbering.CENTRE_ZERO and kind.is_on_the_rod
    if is_slid and seen.value.nanometres != 0:
        raise OffTheRod(
            text,
            "A centre-zero rule is slid until the benchmark reads 0.",
            "Slide it, clamp it, and type 0.",
        )
    return seen


def _read_distance(entries: Entries, text: str, job: Job) -> Length | None:
    distance = entries.optional("distance")
    if distance is None or 0 <= distance.nanometres <= FARTHEST_BACKSIGHT.nanometres:
        return distance
    limit = format_length(FARTHEST_BACKSIGHT, style_of(job))
    entries.refuse("distance", text, "No backsight is that far.", f"Give from 0 to {limit}.")
    return None
