"""Gives a crew the kit most crews carry in its units, to be corrected or added to."""

from __future__ import annotations

from uuid import UUID, uuid5

from django.db import transaction

from server.crews.models import User
from server.gear.models import ReadTo
from server.gear.services.add_gear import (
    InstrumentForm,
    ReceiverForm,
    RodForm,
    add_instrument,
    add_receiver,
    add_rod,
)

#: By the units a crew reads: the rod's name, its graduation, its length.
RODS = {
    "ft-in": ("Grade rod, feet and inches", "ft-in/8", "13 ft"),
    "ft": ("Grade rod, feet and hundredths", "ft/100", "13 ft"),
    "m": ("Staff, meters and centimeters", "m/cm", "5 m"),
}
UNITS = tuple(RODS)


def give_usual_kit(user: User, crew_id: UUID, units: str) -> tuple[UUID, bool]:
    """Add a rotary laser, a receiver and a rod; the same kit twice is given once.

    Returns the rod's key, and whether it was new.
    """
    name, graduation, length = RODS[units]
    key = uuid5(crew_id, f"usual kit {units}")
    laser = InstrumentForm(
        id=uuid5(crew_id, "usual laser"),
        name="Rotary laser",
        kind="rotary-laser",
        range="",
        least_distance="",
        beam_class="2",
    )
    receiver = ReceiverForm(
        id=uuid5(crew_id, "usual receiver"),
        name="Receiver",
        signal="too-high",
        fine="1.5 mm",
        coarse="5 mm",
    )
    rod = RodForm(key, name, "up", graduation, length, has_bubble=True, read_parts=ReadTo.HALF)
    with transaction.atomic():
        add_instrument(user, crew_id, laser)
        add_receiver(user, crew_id, receiver)
        _, created = add_rod(user, crew_id, rod)
    return key, created
