"""The kit most crews carry, by the units they read; stored only where a crew takes it."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID, uuid5

from core.instruments import Signal
from core.lengths import Length
from core.rods import Numbering
from server.gear.models import BeamClass, Instrument, InstrumentKind, ReadTo, Receiver, Rod


@dataclass(frozen=True, slots=True)
class Units:
    """Units a rod is read in: their code, their name, a reading in them, and the usual rod."""

    code: str
    name: str
    example: str
    rod: str
    graduation: str
    length: Length


UNITS = (
    Units("ft-in", "Feet and inches", "5' 2 3/8\"", "Grade rod, feet and inches", "ft-in/8",
          Length.from_feet(13)),
    Units("in", "Inches alone, eighths", '62 3/8"', "Tape or story stick, inches", "in/8",
          Length.from_feet(10)),
    Units("in-4", "Inches alone, quarters", '19 1/4"', "Yardstick, quarter inches", "in/4",
          Length.from_feet(3)),
    Units("ft", "Feet and hundredths", "5.20 ft", "Grade rod, feet and hundredths", "ft/100",
          Length.from_feet(13)),
    Units("m", "Meters", "1.585 m", "Staff, meters and centimeters", "m/cm",
          Length.from_metres(5)),
    Units("mm", "Millimeters", "1585 mm", "Staff, millimeters", "mm", Length.from_metres(5)),
)  # fmt: skip
BY_CODE = {units.code: units for units in UNITS}


def usual_rod(crew_id: UUID, units: Units) -> Rod:
    """Return the rod most crews carry in some units, not stored."""
    return Rod(
        id=uuid5(crew_id, f"usual kit {units.code}"),
        crew_id=crew_id,
        name=units.rod,
        numbering=str(Numbering.UP),
        graduation=units.graduation,
        length=units.length,
        has_bubble=True,
        read_parts=ReadTo.HALF,
    )


def usual_laser(crew_id: UUID) -> Instrument:
    """Return the laser most crews carry, not stored."""
    return Instrument(
        id=uuid5(crew_id, "usual laser"),
        crew_id=crew_id,
        name="Rotary laser",
        kind=InstrumentKind.ROTARY_LASER,
        beam_class=BeamClass.TWO,
    )


def usual_receiver(crew_id: UUID) -> Receiver:
    """Return the receiver most crews carry, not stored."""
    return Receiver(
        id=uuid5(crew_id, "usual receiver"),
        crew_id=crew_id,
        name="Receiver",
        signal=str(Signal.FAST_IS_HIGH),
        fine=Length.from_metres("0.0015"),
        coarse=Length.from_metres("0.005"),
    )


def units_of_usual(crew_id: UUID, rod_id: UUID) -> Units | None:
    """Return the units whose usual rod a key is; None where it is no usual rod of the crew's."""
    return next((units for units in UNITS if usual_rod(crew_id, units).pk == rod_id), None)
