"""Gives a crew the kit most crews carry in its units, to be corrected or added to."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction

from server.common.records import record_once
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.gear.models import Instrument
from server.gear.usual import BY_CODE, usual_laser, usual_receiver, usual_rod


def give_usual_kit(user: User, crew_id: UUID, units: str) -> tuple[UUID, bool]:
    """Add a rod in some units, and a rotary laser with its receiver where the crew has none.

    The same rod twice is added once. Returns the rod's key, and whether it was new.
    """
    role_in_crew(user, crew_id, Ability.PLAN)
    with transaction.atomic():
        if not Instrument.objects.filter(crew_id=crew_id, retired_at=None).exists():
            record_once(usual_laser(crew_id))
            record_once(usual_receiver(crew_id))
        rod, created = record_once(usual_rod(crew_id, BY_CODE[units]))
    return rod.pk, created
