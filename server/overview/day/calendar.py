"""A person's calendar under an address of its own: the days on jobs, and the pours of those."""

from __future__ import annotations

from datetime import date, timedelta
from uuid import UUID, uuid4

from django.core import signing
from django.utils import timezone
from icalendar import Calendar, Event

from server.common.refusals import Missing
from server.crews.models import CalendarKey, Crew, User
from server.fieldbook.models import LevelingDue
from server.fieldbook.services.level_again import due_before
from server.jobs.models import DayOnJob, Job
from server.pours.models import Pour

_addresses = signing.Signer(salt="calendar")
PAST, AHEAD = timedelta(days=14), timedelta(days=120)
A_POUR_LASTS = timedelta(hours=2)


def address_of(user: User) -> str:
    """Return the path of a person's calendar; empty while there is none."""
    kept = CalendarKey.objects.filter(user=user).first()
    return _path(kept.key) if kept else ""


def new_address(user: User) -> str:
    """Give a person's calendar a new address; the one before leads nowhere from then on."""
    kept, _ = CalendarKey.objects.update_or_create(user=user, defaults={"key": uuid4()})
    return _path(kept.key)


def end_address(user: User) -> None:
    """Take a person's calendar off the net."""
    CalendarKey.objects.filter(user=user).delete()


def _path(key: UUID) -> str:
    return f"/api/v1/calendars/{_addresses.sign(key.hex)}.ics"


def calendar_by(token: str) -> bytes:
    """Return the calendar of an address; raises :class:`Missing` where it leads nowhere."""
    try:
        key = UUID(_addresses.unsign(token))
    except (signing.BadSignature, ValueError):
        key = None
    kept = CalendarKey.objects.select_related("user").filter(key=key).first() if key else None
    if kept is None or not kept.user.is_active:
        raise Missing(token[:12], "This calendar is not there.", "Make a new address of it.")
    return _calendar(kept.user)


def _calendar(user: User) -> bytes:
    calendar = Calendar()
    calendar.add("prodid", "-//Yellow Peg//days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", "Yellow Peg")
    today = timezone.localdate()
    own = {"job__crew__memberships__user": user, "job__archived": None}
    days = DayOnJob.objects.filter(
        person=user, day__gte=today - PAST, day__lte=today + AHEAD, **own
    ).select_related("job")
    for day in days.order_by("day"):
        calendar.add_component(_day(day.job, day.day))
    pours = Pour.objects.filter(
        retired_at=None,
        closing=None,
        pours_at__gte=timezone.now() - PAST,
        pours_at__lte=timezone.now() + AHEAD,
        **own,
    ).select_related("job")
    for pour in pours.order_by("pours_at"):
        calendar.add_component(_pour(pour))
    crews = Crew.objects.filter(memberships__user=user).values_list("pk", flat=True)
    for due in due_before(crews, today + AHEAD):
        calendar.add_component(_leveling(due))
    return bytes(calendar.to_ical())


def _day(job: Job, day: date) -> Event:
    event = Event()
    event.add("uid", f"{job.pk}-{day.isoformat()}@yellow-peg")
    event.add("dtstamp", timezone.now())
    event.add("dtstart", day)
    event.add("dtend", day + timedelta(days=1))
    event.add("summary", job.name)
    event.add("location", job.place)
    return event


def _leveling(due: LevelingDue) -> Event:
    job: Job = due.element.job
    event = Event()
    event.add("uid", f"{due.element_id}-leveling@yellow-peg")
    event.add("dtstamp", timezone.now())
    event.add("dtstart", due.due_on)
    event.add("summary", f"Level again: {due.element.name}, {job.name}")
    event.add("location", job.place)
    return event


def _pour(pour: Pour) -> Event:
    event = Event()
    event.add("uid", f"{pour.pk}@yellow-peg")
    event.add("dtstamp", timezone.now())
    event.add("dtstart", pour.pours_at)
    event.add("dtend", pour.pours_at + A_POUR_LASTS)
    event.add("summary", f"Pour: {pour.name}, {pour.job.name}")
    event.add("location", pour.job.place)
    return event
