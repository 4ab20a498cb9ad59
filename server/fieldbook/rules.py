"""From stored set-ups and gear to the core's values."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Elevation, Length, Reading
from core.rods import GRADUATIONS, Numbering, Rod, SightLine, Station
from core.uncertainty import Kit, Sight, Uncertainty, uncertainty
from server.fieldbook.models import SetUp
from server.gear import models as gear
from server.gear.models import InstrumentKind

ASSUMED_DISTANCE = Length.from_metres(15)
BAND_BY_EYE = 0.0015
LEAN_WITH_BUBBLE, LEAN_WITHOUT = 0.5, 2.0
READ_WITHOUT_A_RECEIVER = (InstrumentKind.OPTICAL_LEVEL, InstrumentKind.WATER_LEVEL)


def rod_of(rod: gear.Rod) -> Rod:
    """Return a stored rod as the core knows it."""
    return Rod(Numbering(rod.numbering), GRADUATIONS[rod.graduation], rod.length)


def place_of(set_up: SetUp) -> PlanPoint:
    """Return where the instrument stood."""
    return PlanPoint(set_up.x, set_up.y)


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
        slope_error=slope_error,
        receiver_half_band=band,
        least_count=division / rod.read_parts,
        lean_degrees=LEAN_WITH_BUBBLE if rod.has_bubble else LEAN_WITHOUT,
    )


def sight_on(rod: Rod, reading: Reading, distance: Length) -> Sight:
    """Return a sight on a rod that reads so, at a distance."""
    return Sight(float(distance), float(rod.height_of(reading)))


@dataclass(frozen=True, slots=True)
class Sighting:
    """A set-up, as a reading taken from it needs it.

    ``known`` is the elevation of the point it stands on, ``carried`` that point's own U in
    metres, ``disagreement`` how far several backsights differ.
    """

    set_up: UUID
    job: UUID
    number: int
    line: SightLine
    rod: Rod
    place: PlanPoint
    known: Elevation
    backsight: Reading
    backsight_sight: Sight
    fine: Kit
    coarse: Kit
    carried: float
    disagreement: Length

    @property
    def step(self) -> Length:
        """The step its rod is read to, to which deviations are written."""
        return Length.from_float(self.fine.least_count)

    def kit(self, setting: str) -> Kit:
        """What the readings of a setting are taken with."""
        return self.coarse if setting == Setting.COARSE else self.fine

    def sure(self, reading: Reading, place: PlanPoint, setting: str = Setting.FINE) -> Uncertainty:
        """How sure the height of a point is that was read from here."""
        sight = sight_on(self.rod, reading, self.place.distance(place))
        return uncertainty(self.kit(setting), sight, self.backsight_sight, self.carried)


def station_of(set_up: SetUp, sighting: Sighting) -> Station:
    """Return a set-up as marks need it; needs its instrument."""
    return Station(
        line=sighting.line,
        rod=sighting.rod,
        reference=sighting.known,
        range=set_up.instrument.range,
        least_distance=set_up.instrument.least_distance,
    )
