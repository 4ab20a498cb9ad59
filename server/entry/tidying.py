"""What is thrown away each day: sign-ins that ran out, and failed ones that count no more."""

from __future__ import annotations

from datetime import timedelta

from axes.models import AccessAttempt
from django.core.cache import cache
from django.utils import timezone

from server.crews.models import CacheRow
from server.crews.sessions import SessionStore

EVERY = timedelta(days=1)


def tidy_daily() -> bool:
    """Tidy up where nobody did for a day, on whichever machine; tells whether it did."""
    if not cache.add("tidied", "yes", EVERY.total_seconds()):
        return False
    SessionStore.clear_expired()
    now = timezone.now()
    AccessAttempt.objects.filter(attempt_time__lt=now - EVERY).delete()
    CacheRow.objects.filter(expires__lt=now).delete()
    return True
