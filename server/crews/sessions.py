"""Django's database sessions and users, read with plain queries that need no compiling.

Every request asks for both; logging a reading asks for little else.
"""

from __future__ import annotations

from typing import Any

from django.contrib.auth.backends import ModelBackend
from django.contrib.sessions.backends import db
from django.utils import timezone

from server.crews.models import User

SESSION = "SELECT * FROM django_session WHERE session_key = %s AND expire_date > %s"
PERSON = "SELECT * FROM crews_user WHERE id = %s"


class SessionStore(db.SessionStore):
    """Sessions in the database, as Django's own."""

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
