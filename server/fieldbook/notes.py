"""The stored readings of a set-up, kept as level notes."""

from __future__ import annotations

from uuid import UUID

from core.book import Entry, LevelNotes, keep_notes
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.rules import line_of


def kept_notes(user: User, set_up_id: UUID) -> tuple[SetUp, list[Shot], LevelNotes]:
    """Return a set-up, its shots as they were taken, and the notes of them, in two queries."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    shots = list(
        Shot.objects.filter(set_up=set_up)
        .select_related("point__floor", "strike", "taken_by")
        .order_by("taken_at", "recorded_at")
    )
    entries = [Entry(shot.point.name, shot.reading, hasattr(shot, "strike")) for shot in shots]
    line = line_of(set_up)
    return set_up, shots, keep_notes(set_up.benchmark.elevation, set_up.backsight, line, entries)
