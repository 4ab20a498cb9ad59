"""Three numbers to a height: what one stands on, what the rod reads there, what one wants.

Nothing is stored here; :mod:`server.fieldbook.services.keep_height` keeps it.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TypedDict
from uuid import UUID

from django.utils import timezone

from core.instruments import Setting
from core.lengths import Elevation, Style
from core.lengths.style import STYLE_CODES
from core.rods import Observed, Rod, SightKind, Station, observe, tie_of
from core.setups import Backsight, take_backsights
from core.tasks import Task
from core.uncertainty import Kit
from core.verdicts import Tolerance
from server.common.refusals import Conflict, Entries, Problem
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability, missing, role_in_crew
from server.fieldbook.figures import Judged, Said, said
from server.fieldbook.mark_ways import WaysSheet, ways_to
from server.fieldbook.models import SetUp
from server.fieldbook.rules import Gear, KnownPoint, Sighting, kit_of, rod_of, sight_back
from server.fieldbook.services.backsights import observe_backsight
from server.fieldbook.sheets import LineSheet, line_sheet
from server.gear import models as gear
from server.gear.sheets import RodSheet, rod_sheet
from server.gear.trust import checks_of, slope_error
from server.gear.usual import units_of_usual, usual_laser, usual_receiver, usual_rod
from server.gear.versions import put_right
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of
from server.jobs.services.free_points import TOLERANCES

NOBODY = UUID(int=0)
ZERO = Elevation(0)


@dataclass(frozen=True, slots=True)
class WantedForm:
    """A point as it is typed: what it is wanted at, what it reads, or both."""

    name: str
    target: str = ""
    reading: str = ""
    sight: str = SightKind.STANDING


@dataclass(frozen=True, slots=True)
class HeightForm:
    """What one stands on, what is read there, and the points wanted from it.

    ``job`` is the open job it belongs to, None where there is none; ``benchmark`` one of that
    job's, None where ``known`` is typed. Nothing known is taken as zero, but not in a job that
    has a datum.
    """

    rod: UUID
    known: str
    reading: str
    sight: str = SightKind.STANDING
    job: UUID | None = None
    benchmark: UUID | None = None
    points: tuple[WantedForm, ...] = ()


class WantedSheet(TypedDict):
    """A point: its height four ways, and what was read there says of it."""

    name: str
    target: Shown | None
    ways: WaysSheet | None
    says: Said | None


class HeightSheet(TypedDict):
    """What is known so far; parts that were not typed, or refused, are empty."""

    rod: RodSheet
    style: str
    known: Shown | None
    is_zero: bool
    line: LineSheet | None
    points: list[WantedSheet]


def height_now(user: User, crew_id: UUID, form: HeightForm) -> tuple[HeightSheet, list[Problem]]:
    """Work heights out from three numbers, and tell what is wrong with them so far."""
    role_in_crew(user, crew_id, Ability.READ)
    rod = rod_in_hand(crew_id, form.rod)
    job = job_for(user, form.job, Ability.READ)[0] if form.job else None
    style = style_of(job) if job else style_of_rod(rod_of(rod))
    return _Height(crew_id, rod, style, form).sheet(job)


def rod_in_hand(crew_id: UUID, key: UUID) -> gear.Rod:
    """Return a rod of a crew's as it is now, or the usual one of that key, not stored."""
    rod = gear.Rod.objects.filter(crew_id=crew_id, pk=key).first()
    if rod is not None:
        put_right([(rod, timezone.now())])
        return rod
    units = units_of_usual(crew_id, key)
    if units is None:
        raise missing("rod", key)
    return usual_rod(crew_id, units)


def style_of_rod(rod: Rod) -> Style:
    """Return the style a job is shown in where only its rod is known."""
    code = rod.graduation.style.code
    return Style.from_code(code if code in STYLE_CODES else "ft-in/8")


class _Height:
    """Reads what was typed, as far as it goes."""

    def __init__(self, crew_id: UUID, rod: gear.Rod, style: Style, form: HeightForm) -> None:
        self.crew_id, self.stored, self.rod = crew_id, rod, rod_of(rod)
        self.style, self.form = style, form
        self.entries = Entries({"known": form.known}, style)

    def sheet(self, job: Job | None) -> tuple[HeightSheet, list[Problem]]:
        known = self._known(job)
        seen = self._seen()
        sighting = None if known is None or seen is None else self._sighting(known, seen)
        is_typed = self.form.benchmark is not None or bool(self.form.known.strip())
        is_zero = known is not None and not is_typed
        sheet: HeightSheet = {
            "rod": rod_sheet(self.stored),
            "style": self.style.code,
            "known": None if known is None else show(known, self.style),
            "is_zero": is_zero,
            "line": None,
            "points": [],
        }
        if sighting is not None:
            sheet["line"] = line_sheet(sighting.line, self.rod, sighting.backsight, self.style)
        sheet["points"] = [
            self._wanted(number, one, known, sighting)
            for number, one in enumerate(self.form.points)
        ]
        return sheet, self.entries.problems

    def _known(self, job: Job | None) -> Elevation | None:
        """Return what one stands on: the job's benchmark, what was typed, or zero."""
        if self.form.benchmark is not None and job is not None:
            found = Benchmark.objects.filter(job=job, pk=self.form.benchmark).first()
            if found is None:
                raise missing("benchmark", self.form.benchmark)
            elevation: Elevation = found.elevation
            return elevation
        if not self.form.known.strip():
            return None if has_a_datum(job) else ZERO
        return self.entries.elevation("known")

    def _seen(self) -> Observed | None:
        """Return what is read on the known point, whatever is known of it."""
        form, kind = self.form, SightKind(self.form.sight)
        if not form.reading.strip():
            return None
        return self.entries.check(
            "reading", lambda: observe_backsight(self.rod, kind, form.reading)
        )

    def _sighting(self, known: Elevation, seen: Observed) -> Sighting:
        rod = self.rod
        point = KnownPoint(NOBODY, "", known, 0.0, None)
        taken = take_backsights([Backsight(known, seen)], rod.numbering)
        fine = self._kit()
        return Sighting(
            set_up=NOBODY,
            job=NOBODY,
            number=0,
            taken=taken,
            rod=rod,
            place=None,
            stands_on=point,
            backsight=seen,
            tied=((tie_of(seen.kind, rod.numbering), sight_back(rod, seen, None, point)),),
            fine=fine,
            coarse=fine,
        )

    def _kit(self) -> Kit:
        instrument, receiver = usual_gear(self.crew_id)
        checks = checks_of([instrument.pk])[instrument.pk]
        error = slope_error(instrument, checks, timezone.now())
        return kit_of(Gear(instrument, receiver, self.stored), error, Setting.FINE)

    def _wanted(
        self, number: int, form: WantedForm, known: Elevation | None, sighting: Sighting | None
    ) -> WantedSheet:
        target = self._target(number, form, known)
        ways = None
        if target is not None and sighting is not None:
            station = Station(sighting.line, self.rod, sighting.known)
            ways = ways_to(station, target, self.style)
        return {
            "name": form.name,
            "target": None if target is None else show(target, self.style),
            "ways": ways,
            "says": self._says(number, form, sighting, target),
        }

    def _target(self, number: int, form: WantedForm, known: Elevation | None) -> Elevation | None:
        if not form.target.strip():
            return None
        entries = Entries({"target": form.target}, self.style)
        target = entries.elevation("target", known)
        self.entries.problems += [in_point(number, problem) for problem in entries.problems]
        return target

    def _says(
        self, number: int, form: WantedForm, sighting: Sighting | None, target: Elevation | None
    ) -> Said | None:
        if sighting is None or not form.reading.strip():
            return None
        kind = SightKind(form.sight)

        def seen() -> Observed:
            read = observe(self.rod, kind, form.reading)
            sighting.line.elevation(read)
            return read

        read = self.entries.check(f"points.{number}.reading", seen)
        if read is None:
            return None
        tolerance = Tolerance.either_way(TOLERANCES[self.style.kind.is_metric])
        return said(read, sighting, None, Judged(Task.FREE, target, tolerance, self.style))


def has_a_datum(job: Job | None) -> bool:
    """Whether a job has heights already, that a point taken as zero would contradict."""
    return job is not None and Benchmark.objects.filter(job=job).exists()


def in_point(number: int, problem: Problem) -> Problem:
    """Return a refusal in the place of the point it belongs to."""
    return replace(problem, field=f"points.{number}.{problem.field}")


def usual_gear(crew_id: UUID) -> tuple[gear.Instrument, gear.Receiver | None]:
    """Return the instrument and the receiver a crew set up last, else its first ones.

    A crew without a rod and an instrument is taken to have the usual ones, which are not stored.
    Raises :class:`Conflict` where it has rods and no instrument.
    """
    last = (
        SetUp.objects.filter(job__crew_id=crew_id)
        .select_related("instrument__crew", "receiver")
        .order_by("-taken_at")
        .first()
    )
    if last is not None:
        return last.instrument, last.receiver
    instruments = gear.Instrument.objects.filter(crew_id=crew_id, retired_at=None)
    instruments = instruments.select_related("crew")
    instrument = instruments.order_by("recorded_at").first()
    if instrument is None:
        if not gear.Rod.objects.filter(crew_id=crew_id).exists():
            return usual_laser(crew_id), usual_receiver(crew_id)
        raise Conflict(
            "", "The crew has no instrument yet.", "Add the one you read with, under Gear."
        )
    receivers = gear.Receiver.objects.filter(crew_id=crew_id, retired_at=None)
    return instrument, receivers.order_by("recorded_at").first()
