"""A pour's run sheet as a calendar any phone reads."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import UUID

from icalendar import Calendar, Event

from server.common.files import plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.pours.access import pour_for
from server.pours.facts import facts_of
from server.pours.sheets import decided, run_steps

LASTS = timedelta(minutes=15)


def run_calendar(user: User, pour_id: UUID) -> tuple[str, bytes]:
    """Return the file's name and the calendar of a pour's run sheet, in UTC.

    A pour on hold says so in every step.
    """
    pour = pour_for(user, pour_id, Ability.READ)
    facts = facts_of(pour)
    is_held = not hasattr(pour, "closing") and bool(decided(facts)[0].holds)
    named = f"HOLD, {pour.name}" if is_held else pour.name
    calendar = Calendar()
    calendar.add("prodid", "-//Yellow Peg//run sheet//EN")
    calendar.add("version", "2.0")
    for number, step in enumerate(run_steps(pour, facts.needed)):
        starts = datetime.fromisoformat(step["at"])
        event = Event()
        event.add("uid", f"{pour.pk}-{number}@yellow-peg")
        event.add("dtstamp", pour.created_at)
        event.add("dtstart", starts)
        event.add("dtend", starts + LASTS)
        event.add("summary", f"{named}: {step['what']}")
        event.add("location", pour.job.place)
        calendar.add_component(event)
    name = plain_name(pour.name, "pour")
    return f"{name}-run-sheet.ics", calendar.to_ical()
