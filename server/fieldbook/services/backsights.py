"""Reads the backsights of a set-up as they are typed."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.errors import OffTheRod
from core.floors import PlanPoint
from core.lengths import Length, Reading, format_length
from core.rods import Numbering, Rod
from core.setups import Backsight, Backsights, take_backsights
from core.uncertainty import Sight
from server.fieldbook.lines import JobLines
from server.fieldbook.models import TurningPoint
from server.fieldbook.rules import KnownPoint, known_point, rod_of, sight_back
from server.gear import models as gear
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of
from server.refusals import Entries

LONGEST_TAPE = Length.from_metres(30)
FARTHEST_BACKSIGHT = Length.from_metres(300)


@dataclass(frozen=True, slots=True)
class ExtraForm:
    """A further backsight as it is typed."""

    benchmark: UUID
    backsight: str


@dataclass(frozen=True, slots=True)
class BacksightForm:
    """A backsight as it is typed, on a benchmark or a turning point.

    ``taped`` may be empty, and ``side`` says where the beam is; ``distance`` is asked for
    where the point has no place on the plan.
    """

    rod: UUID
    benchmark: UUID
    backsight: str
    taped: str
    side: str
    distance: str = ""
    extras: tuple[ExtraForm, ...] = ()


@dataclass(frozen=True, slots=True)
class Extra:
    """A further backsight that was read."""

    benchmark: Benchmark
    reading: Reading
    typed: str


@dataclass(frozen=True, slots=True)
class Sighted:
    """Backsights that were read: the records they rest on, and the line they give."""

    rod: gear.Rod
    stands_on: Benchmark | TurningPoint
    backsight: Reading
    taped: Length | None
    distance: Length | None
    taken: Backsights
    extras: tuple[Extra, ...]
    known: tuple[KnownPoint, ...]

    def sights(self, station: PlanPoint | None) -> tuple[Sight, ...]:
        """The backsights as they are seen from where the instrument stands."""
        rod = rod_of(self.rod)
        readings = (self.backsight, *(extra.reading for extra in self.extras))
        return tuple(
            sight_back(rod, reading, station, known, self.distance)
            for reading, known in zip(readings, self.known, strict=True)
        )


def read_backsights(job: Job, form: BacksightForm, entries: Entries) -> Sighted | None:
    """Read backsights, keeping each refusal in its field's place."""
    rod_record = gear.Rod.objects.filter(crew_id=job.crew_id, pk=form.rod).first()
    point = _point_of(job, form.benchmark)
    if rod_record is None:
        entries.refuse(
            "rod", "", "There is no such rod in your crew.", "Choose one of the crew's rods."
        )
    if point is None:
        entries.refuse(
            "benchmark", "", "There is no such benchmark here.", "Choose one of the job's."
        )
    taped = _read_within(entries, "taped", form.taped, LONGEST_TAPE, job)
    distance = _read_within(entries, "distance", form.distance, FARTHEST_BACKSIGHT, job)
    if rod_record is None or point is None:
        return None
    rod = rod_of(rod_record)
    backsight = entries.check("backsight", lambda: _read_reading(rod, form.backsight))
    extras = _read_extras(job, form, rod, entries)
    if backsight is None:
        return None
    above = -taped if taped is not None and form.side == "below" else taped
    known = (_known(job, point), *(known_point(extra.benchmark) for extra in extras))
    readings = (backsight, *(extra.reading for extra in extras))
    sights = [
        Backsight(one.elevation, reading) for one, reading in zip(known, readings, strict=True)
    ]
    taken = take_backsights(sights, rod.numbering, above)
    return Sighted(rod_record, point, backsight, above, distance, taken, extras, known)


def _point_of(job: Job, key: UUID) -> Benchmark | TurningPoint | None:
    """Find the benchmark or the turning point to stand on; a struck one is none."""
    benchmark: Benchmark | None = Benchmark.objects.filter(job=job, pk=key).first()
    points = TurningPoint.objects.filter(set_up__job=job, strike=None)
    return benchmark or points.filter(pk=key).first()


def _known(job: Job, point: Benchmark | TurningPoint) -> KnownPoint:
    if isinstance(point, Benchmark):
        return known_point(point)
    return JobLines(job.pk).known_turning_point(point)


def _read_extras(job: Job, form: BacksightForm, rod: Rod, entries: Entries) -> tuple[Extra, ...]:
    own = {b.pk: b for b in Benchmark.objects.filter(job=job)} if form.extras else {}
    read: list[Extra] = []
    used = {form.benchmark}
    for i, extra in enumerate(form.extras):
        if extra.benchmark not in own or extra.benchmark in used:
            entries.refuse(
                f"extras.{i}",
                "",
                "A further backsight is on another benchmark of the job.",
                "Choose one that is not read yet.",
            )
            continue
        used.add(extra.benchmark)
        typed = extra.backsight.strip()
        reading = entries.check(f"extras.{i}", lambda text=typed: _read_reading(rod, text))  # type: ignore[misc]
        if reading is not None:
            read.append(Extra(own[extra.benchmark], reading, typed))
    return tuple(read)


def _read_reading(rod: Rod, text: str) -> Reading:
    reading = rod.read(text)
    if rod.numbering is Numbering.CENTRE_ZERO and reading.nanometres != 0:
        raise OffTheRod(
            text,
            "A centre-zero rule is slid until the benchmark reads 0.",
            "Slide it, clamp it, and type 0.",
        )
    return reading


def _read_within(entries: Entries, name: str, text: str, most: Length, job: Job) -> Length | None:
    if not text.strip():
        return None
    length = entries.length(name)
    if length is None:
        return None
    if not 0 <= length.nanometres <= most.nanometres:
        limit = format_length(most, style_of(job))
        why = "No tape measures that." if name == "taped" else "No backsight is that far."
        entries.refuse(name, text, why, f"Give from 0 to {limit}.")
        return None
    return length
