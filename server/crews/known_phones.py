"""Phones a person has signed in on before: tries of others never lock the person out there."""

from __future__ import annotations

from hashlib import sha256
from typing import Any

from django.conf import settings
from django.core import signing
from django.http import HttpRequest
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import SimpleRateThrottle

from server.crews.models import User

COOKIE = "yp_known"
SALT = "a phone its person signed in on"
DAYS = 400


def remember(response: Response, user: User) -> None:
    """Leave a word on the phone that this person signed in on it; a new password ends it."""
    word = signing.dumps([user.pk, user.get_session_auth_hash()], salt=SALT)
    response.set_cookie(
        COOKIE,
        word,
        max_age=DAYS * 24 * 3600,
        secure=settings.SESSION_COOKIE_SECURE,
        httponly=True,
        samesite="Lax",
        path="/api/v1/session",
    )


def is_known(request: HttpRequest, credentials: dict[str, Any] | None = None) -> bool:
    """Tell whether who wants to sign in has done so on this phone, under that name."""
    word = request.COOKIES.get(COOKIE)
    name = (credentials or {}).get("username")
    if not word or not isinstance(name, str):
        return False
    try:
        key, password = signing.loads(word, salt=SALT, max_age=DAYS * 24 * 3600)
    except (signing.BadSignature, ValueError, TypeError):
        return False
    user = User.objects.filter(pk=key, username=name).first()
    return user is not None and bool(user.get_session_auth_hash() == password)


class OneKnownPhone(SimpleRateThrottle):
    """Bounds the tries on a known phone, which nothing else does: it may be another's by now."""

    scope = "known-phone"

    def get_cache_key(self, request: Request, view: Any) -> str | None:
        """Return the phone's key; None where it is not known."""
        word = request._request.COOKIES.get(COOKIE)
        if not word:
            return None
        ident = sha256(word.encode()).hexdigest()
        return self.cache_format % {"scope": self.scope, "ident": ident}
