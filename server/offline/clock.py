"""The server's time on a phone: the phone's own clock, less what it was ahead when compared."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from django.utils import timezone


class ServersTime:
    """Tells the time as the server would, in place of Django's own."""

    def __init__(self) -> None:
        self.off = timedelta(0)

    def keep(self, seconds: float) -> None:
        """Note how many seconds the phone's clock is ahead of the server's."""
        self.off = timedelta(seconds=seconds)

    def now(self) -> datetime:
        """Return the time."""
        return datetime.now(UTC) - self.off

    def stand_in(self) -> None:
        """Let everything that asks Django for the time ask here."""
        timezone.now = self.now
