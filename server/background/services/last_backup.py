"""How old the last good backup of the server is, for those whose business is in it."""

from __future__ import annotations

from datetime import timedelta
from typing import TypedDict

from django.utils import timezone

from server.background.models import Backup
from server.common.refusals import Denied
from server.crews.models import Role, User

#: Older than this, it is time that somebody looked; the schedule makes one a day.
LATE = timedelta(hours=48)
HOUR, DAY = timedelta(hours=1), timedelta(days=1)


class BackupSheet(TypedDict):
    """The last backup that was proved good: when it was made (empty: none was), in words."""

    made_at: str
    says: str
    is_late: bool


def last_backup(user: User) -> BackupSheet:
    """Return the last good backup; for owners of a crew alone."""
    if not user.memberships.filter(role=Role.OWNER).exists():
        why = "Backups are the owner's to look after."
        raise Denied(user.shown_name, why, "Ask the owner of your crew.")
    last = Backup.objects.order_by("-made_at").first()
    if last is None:
        says = "No backup of this server was made yet. Whoever runs it: ./yp backup."
        return {"made_at": "", "says": says, "is_late": True}
    age = timezone.now() - last.made_at
    return {
        "made_at": last.made_at.isoformat(),
        "says": f"The last backup that was proved good is {_in_words(age)} old.",
        "is_late": age > LATE,
    }


def _in_words(age: timedelta) -> str:
    if age < HOUR:
        return "less than an hour"
    number, unit = (age // DAY, "day") if age >= LATE else (age // HOUR, "hour")
    return f"{number} {unit}{'' if number == 1 else 's'}"
