"""What the things of the demo are known by, and when they happened."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import NAMESPACE_URL, UUID, uuid5

from django.utils import timezone

LAST_DAY = datetime.fromisoformat("2026-11-22T00:00:00+00:00")


def demo_id(*names: object) -> UUID:
    """Return the id a thing of the demo always has."""
    return uuid5(NAMESPACE_URL, "yellow-peg-demo:" + "/".join(map(str, names)))


def moment(text: str) -> datetime:
    """Return a moment of the demo, moved by whole days so that its last day is yesterday."""
    today = timezone.now().replace(hour=0, minute=0, second=0, microsecond=0)
    return datetime.fromisoformat(text) + (today - timedelta(days=1) - LAST_DAY)
