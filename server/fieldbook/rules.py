"""From stored set-ups and gear to the core's values."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from uuid import UUID

from core.clocks import Moment
from core.floors import PlanPoint
from core.instruments import InstrumentKind as CoreKind
from core.instruments import Setting
from core.lengths import Elevation, Length
from core.rods import GRADUATIONS, Numbering, Observed, Rod, SightLine, Station, Tie, tie_of
from core.setups import Backsights
from core.uncertainty import Kit, Sight, Uncertainty, uncertainty
from server.fieldbook.models import SetUp
from server.gear import models as gear
from server.gear.models import InstrumentKind
from server.jobs.models import Benchmark, RetiredAs

ASSUMED_DISTANCE = Length.from_metres(15)
BAND_BY_EYE = 0.0015
LEAN_WITH_BUBBLE, LEAN_WITHOUT = 0.5, 2.0
READ_WITHOUT_A_RECEIVER = (InstrumentKind.OPTICAL_LEVEL, InstrumentKind.WATER_LEVEL)


def rod_of(rod: gear.Rod) -> Rod:
    """Return a stored rod as the core knows it."""
    return Rod(Numbering(rod.numbering), GRADUATIONS[rod.graduation], rod.length)


def place_of(set_up: SetUp) -> PlanPoint | None:
    """Return where the instrument stood, as far as anybody said."""
    return None if set_up.x is None or set_up.y is None else PlanPoint(set_up.x, set_up.y)


@dataclass(frozen=True, slots=True)
class Gear:
    """What readings are taken with, as it was carried to the site."""

    instrument: gear.Instrument
    receiver: gear.Receiver | None
    rod: gear.Rod


def kit_of(carried: Gear, slope_error: float, setting: Setting) -> Kit:
    """Return what the readings of one setting are taken with; defaults where nobody said."""
    rod, receiver = carried.rod, carried.receiver
    if carried.instrument.kind in READ_WITHOUT_A_RECEIVER:
        band = 0.0
    elif receiver is not None:
        band = float(receiver.rule.half_band(setting))
    else:
        band = BAND_BY_EYE
    division = float(GRADUATIONS[rod.graduation].division)
    return Kit(
        beam=CoreKind(carried.instrument.kind).beam,
        slope_error=slope_error,
        receiver_half_band=band,
        least_count=division / rod.read_parts,
        lean_degrees=LEAN_WITH_BUBBLE if rod.has_bubble else LEAN_WITHOUT,
    )


@dataclass(frozen=True, slots=True)
class KnownPoint:
    """A point of known elevation: how sure that is, metres, and its place where it has one."""

    key: UUID
    name: str
    elevation: Elevation
    own: float
    place: PlanPoint | None


def known_point(benchmark: Benchmark) -> KnownPoint:
    """Return a benchmark as far as it is known."""
    own = float(benchmark.half_width or 0.0)
    return KnownPoint(benchmark.pk, benchmark.name, benchmark.elevation, own, benchmark.place)


def is_lost(benchmark: Benchmark, moment: Moment) -> bool:
    """Whether what was read on a benchmark then can't be relied on.

    One that is doubted may have moved at any time; one that was destroyed stood until then.
    """
    if benchmark.retired_at is None:
        return False
    if benchmark.retired_as == RetiredAs.DOUBTED:
        return True
    return bool(moment.earliest > benchmark.retired_at.timestamp())


def sight_on(
    rod: Rod, seen: Observed, station: PlanPoint | None, place: PlanPoint | None, own: float = 0.0
) -> Sight:
    """Return a sight from a station on a point, as far away as is assumed where either has no
    place.
    """
    height = float(seen.height_on(rod))
    if station is None or place is None:
        return Sight(float(ASSUMED_DISTANCE), height, None, own, seen.kind.is_upward)
    at = float(place.x), float(place.y)
    return Sight(float(station.distance(place)), height, at, own, seen.kind.is_upward)


def sight_back(
    rod: Rod,
    seen: Observed,
    station: PlanPoint | None,
    known: KnownPoint,
    paced: Length | None = None,
) -> Sight:
    """Return a sight on a known point; one without a place is as far as was paced."""
    if known.place is not None and station is not None:
        return sight_on(rod, seen, station, known.place, known.own)
    distance = float(paced or ASSUMED_DISTANCE)
    height = float(seen.height_on(rod))
    return Sight(distance, height, None, known.own, seen.kind.is_upward)


@dataclass(frozen=True, slots=True)
class Sighting:
    """A set-up, as a reading taken from it needs it.

    ``stands_on`` is the point of its first backsight that counts; ``taken`` is what those that
    do give, ``tied`` are their sights with what each ties.
    """

    set_up: UUID
    job: UUID
    number: int
    taken: Backsights
    rod: Rod
    place: PlanPoint | None
    stands_on: KnownPoint
    backsight: Observed
    tied: tuple[tuple[Tie, Sight], ...]
    fine: Kit
    coarse: Kit

    @property
    def line(self) -> SightLine:
        """What its readings are taken against."""
        return self.taken.line

    @property
    def known(self) -> Elevation:
        """The elevation of the point it stands on."""
        return self.stands_on.elevation

    @property
    def carried(self) -> float:
        """The U of the point it stands on, metres."""
        return self.tied[0][1].own

    @property
    def sights(self) -> tuple[Sight, ...]:
        """The backsights that tie what its first one does."""
        return self.sights_of(self.backsight)

    def sights_of(self, seen: Observed) -> tuple[Sight, ...]:
        """Return the backsights that what was observed reads against."""
        tie = tie_of(seen.kind, self.rod.numbering)
        return tuple(sight for ties, sight in self.tied if ties is tie)

    @property
    def step(self) -> Length:
        """The step its rod is read to, to which deviations are written."""
        return _step(self.fine.least_count)

    def kit(self, setting: str) -> Kit:
        """What the readings of a setting are taken with."""
        return self.coarse if setting == Setting.COARSE else self.fine

    def sure(
        self, seen: Observed, place: PlanPoint | None, setting: str = Setting.FINE
    ) -> Uncertainty:
        """How sure the height of a point is that was observed from here."""
        sight = sight_on(self.rod, seen, self.place, place)
        return uncertainty(self.kit(setting), sight, self.sights_of(seen))


@lru_cache(maxsize=64)
def _step(least_count: float) -> Length:
    return Length.from_float(least_count)


def station_of(set_up: SetUp, sighting: Sighting) -> Station:
    """Return a set-up as marks need it; needs its instrument."""
    return Station(
        line=sighting.line,
        rod=sighting.rod,
        reference=sighting.known,
        range=set_up.instrument.range,
        least_distance=set_up.instrument.least_distance,
    )
