"""Sessions and people, read with plain queries that need no compiling.

Every request asks for both; logging a reading asks for little else. Each session says whose it
is and on what device, so that one person's can be listed, and ended at once.
"""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from django.contrib.auth import SESSION_KEY, login
from django.contrib.auth.backends import ModelBackend
from django.contrib.sessions.backends import db
from django.http import HttpRequest
from django.utils import timezone
from ua_parser import parse

from server.crews.models import Session, User

SESSION = "SELECT * FROM crews_session WHERE session_key = %s AND expire_date > %s"
DEVICE, BEGAN, SEEN = "device", "began", "seen"
#: The parts of a browser's own words that a device is known by are never longer.
LONGEST_DEVICE, LONGEST_USER_AGENT = 80, 500
PERSON = "SELECT * FROM crews_user WHERE id = %s"


class SessionStore(db.SessionStore):
    """Sessions in the database, as Django's own but for whose each is."""

    @classmethod
    def get_model_class(cls) -> type[Session]:
        """Return the model of a session."""
        return Session

    def create_model_instance(self, data: dict[str, Any]) -> Session:
        """Return the row of a session; what stands in it of its beginning stays."""
        row = super().create_model_instance(data)
        assert isinstance(row, Session)
        row.person_id = data.get(SESSION_KEY)
        row.device = str(data.get(DEVICE, ""))
        if BEGAN in data:
            row.began_at = datetime.fromisoformat(data[BEGAN])
        if SEEN in data:
            row.seen_on = date.fromisoformat(data[SEEN])
        return row

    def _get_session_from_db(self) -> Any:
        kept = self.get_model_class().objects.raw(SESSION, [self.session_key, timezone.now()])
        found = next(iter(kept), None)
        if found is None:
            self._session_key = None
        return found


class PersonBackend(ModelBackend):
    """People by name and password, as Django's own."""

    def get_user(self, user_id: int) -> User | None:
        person = next(iter(User.objects.raw(PERSON, [user_id])), None)
        return person if person and self.user_can_authenticate(person) else None


def begin_session(request: HttpRequest, user: User) -> None:
    """Sign a person in, on the device that asks."""
    login(request, user, backend="server.crews.sessions.PersonBackend")
    request.session[DEVICE] = device_of(request.headers.get("User-Agent", ""))
    request.session[BEGAN] = timezone.now().isoformat()
    request.session[SEEN] = timezone.localdate().isoformat()


def note_day(request: HttpRequest) -> None:
    """Note that a sign-in was used today."""
    today = timezone.localdate().isoformat()
    if request.session.get(SEEN) != today:
        request.session[SEEN] = today


def device_of(user_agent: str) -> str:
    """Return a browser and what it runs on, as its person would know it.

    >>> device_of("Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0")
    'Firefox on Linux'
    """
    told = parse(user_agent[:LONGEST_USER_AGENT])
    names = [one.family for one in (told.user_agent, told.os) if one]
    return " on ".join(names)[:LONGEST_DEVICE] or "An unknown browser"
