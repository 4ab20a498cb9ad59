"""Who is signed in, by the session alone; who is not is told so with a 401."""

from __future__ import annotations

from drf_spectacular.authentication import SessionScheme
from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request


class BySession(SessionAuthentication):
    """Django's session, with a challenge, so that nobody signed in is 401 and not 403."""

    def authenticate_header(self, request: Request) -> str:
        return 'Session realm="yellow-peg"'


class BySessionScheme(SessionScheme):  # type: ignore[no-untyped-call]
    """Describes it in the OpenAPI file as the session's cookie."""

    target_class = "server.platform.api.signed_in.BySession"
    name = "cookieAuth"
    priority = 1
