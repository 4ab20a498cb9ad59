"""Finds drawings, for the members of their job's crew alone."""

from __future__ import annotations

from uuid import UUID

from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.imports.models import BroughtDrawing
from server.jobs.access import job_for


def drawing_for(user: User, drawing_id: UUID, ability: Ability) -> BroughtDrawing:
    """Return a drawing with its job; raises :class:`Missing` outside the crew."""
    found = BroughtDrawing.objects.filter(pk=drawing_id).first()
    if found is None:
        raise missing("drawing", drawing_id)
    found.job, _ = job_for(user, found.job_id, ability)
    return found
