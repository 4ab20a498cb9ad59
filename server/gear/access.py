"""Finds instruments, for the members of their crew alone."""

from __future__ import annotations

from uuid import UUID

from django.db.models import F
from django.utils import timezone

from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.gear.models import Instrument
from server.gear.versions import put_right


def instrument_for(user: User, instrument_id: UUID, ability: Ability) -> tuple[Instrument, str]:
    """Return an instrument with its crew, and the person's role, in one query."""
    found = (
        Instrument.objects.filter(pk=instrument_id, crew__memberships__user=user)
        .select_related("crew")
        .annotate(role=F("crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("instrument", instrument_id)
    require(found.role, ability)
    put_right([(found, timezone.now())])
    return found, found.role
