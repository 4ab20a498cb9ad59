"""What is short for a pour is sent the evening before it, to those who can still get it."""

from __future__ import annotations

import logging
from collections.abc import Iterator
from datetime import datetime, timedelta

from django.conf import settings
from django.core.cache import cache
from django.core.mail import send_mail

from server.crews.models import Role, User
from server.jobs.models import Job
from server.overview.take_along import short_of
from server.pours.models import Pour

log = logging.getLogger(__name__)
#: A pour at seven is told of at four in the afternoon before.
AHEAD = timedelta(hours=15)
SUBJECT = "Short for {pour}, {job}"
TEXT = """{name},

{pour} on {job} is planned for {day}, and this is short:

{short}

The whole list of what to take along is on the job's page.
"""


def tell_what_is_short(now: datetime) -> int:
    """Send each pour of the next fifteen hours its mail once; returns how many were sent.

    It goes to who is put on the job that day, or, where nobody is, to the crew's foremen and
    owners. Nothing is sent where nothing is short or this server sends no mail.
    """
    if not settings.SENDS_MAIL:
        return 0
    soon = {"pours_at__gt": now, "pours_at__lte": now + AHEAD}
    pours = Pour.objects.filter(retired_at=None, closing=None, job__archived=None, **soon)
    return sum(_tell(pour) for pour in pours.select_related("job__crew"))


def _tell(pour: Pour) -> int:
    kept = f"short-{pour.pk}-{pour.pours_at.timestamp():.0f}"
    if not cache.add(kept, "told", 2 * AHEAD.total_seconds()):
        return 0
    short = short_of(pour.job)
    people = list(_whom(pour)) if short else []
    for person in people:
        said = {"pour": pour.name, "job": pour.job.name}
        text = TEXT.format(
            **said,
            name=person.shown_name,
            day=f"{pour.pours_at:%Y-%m-%d}",
            short="\n".join(f"- {line}" for line in short),
        )
        subject = SUBJECT.format(**said)
        try:
            send_mail(" ".join(subject.split()), text, settings.DEFAULT_FROM_EMAIL, [person.email])
        except OSError as failed:  # an SMTP refusal is one too; the worker goes on
            log.warning("what is short for pour %s was not sent: %s", pour.pk, failed)
    return len(people)


def _whom(pour: Pour) -> Iterator[User]:
    """Yield who can still get what is short, each with an address."""
    job: Job = pour.job
    reached = User.objects.filter(is_active=True, memberships__crew=job.crew).exclude(email="")
    own = reached.filter(days__job=job, days__day=pour.pours_at.date()).distinct()
    leading = reached.filter(
        memberships__crew=job.crew, memberships__role__in=(Role.OWNER, Role.FOREMAN)
    )
    yield from own.order_by("pk") or leading.distinct().order_by("pk")
