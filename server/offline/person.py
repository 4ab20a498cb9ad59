"""Who holds the phone: the one person signed in on it, told by the page that starts it."""

from __future__ import annotations

from collections.abc import Callable

from django.contrib.auth.models import AnonymousUser
from django.http import HttpRequest, HttpResponse
from rest_framework.authentication import BaseAuthentication
from rest_framework.request import Request

from server.crews.models import User

#: The header that names the person, by key; nothing but the page itself can ask a phone.
PERSON = "X-Person"


class PersonMiddleware:
    """Lets a request be the person's who holds the phone."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        key = request.headers.get(PERSON, "")
        found = User.objects.filter(pk=int(key)).first() if key.isdigit() else None
        request.user = found or AnonymousUser()
        return self.answer(request)


class ByPhone(BaseAuthentication):
    """The person who holds the phone, for the views."""

    def authenticate(self, request: Request) -> tuple[User, None] | None:
        user = request._request.user
        return (user, None) if user.is_authenticated else None

    def authenticate_header(self, request: Request) -> str:
        return 'Session realm="yellow-peg"'
