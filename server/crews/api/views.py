"""Signing in and out, and who is signed in."""

from __future__ import annotations

import json
from typing import Any, Literal

from django.conf import settings
from django.contrib.auth import authenticate, logout
from django.http import HttpRequest, JsonResponse
from django.middleware.csrf import get_token
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle

from server.common.refusals import Invalid, Problem
from server.common.senders import sender_of, sent_by
from server.common.styles import style_choices
from server.crews.known_phones import OneKnownPhone, remember
from server.crews.models import User
from server.crews.services.begin_crew import is_empty
from server.crews.session_sheets import Account, SessionSheet, crews_of
from server.crews.sessions import begin_session, note_day
from server.crews.signed_in import SignedInView
from server.crews.timed import see_phone
from server.platform.api.errors import body_of
from server.platform.api.views import answers


class SignIn(serializers.Serializer[Any]):
    """A name and a password."""

    username = serializers.CharField(max_length=150)
    password = serializers.CharField(max_length=200, trim_whitespace=False)


@method_decorator(csrf_protect, name="dispatch")
class SessionView(SignedInView):
    """The session of this browser."""

    permission_classes = [AllowAny]
    throttle_scope = "sign-in"

    def get_throttles(self) -> list[Any]:
        """Bound how often one address tries to sign in, before a password is looked at."""
        return [ScopedRateThrottle(), OneKnownPhone()] if self.request.method == "POST" else []

    @extend_schema(operation_id="session", responses=answers(SessionSheet))
    def get(self, request: Request) -> Response:
        """Tell who is signed in, and set the token forms carry."""
        get_token(request._request)
        see_phone()
        if request.user.is_authenticated:
            note_day(request._request)
        return Response(session_sheet(request._request))

    @extend_schema(operation_id="sign_in", request=SignIn, responses=answers(SessionSheet))
    def post(self, request: Request) -> Response:
        """Sign in; too many failures in a row close the door for a quarter of an hour."""
        typed = self.typed(request, SignIn)
        user = authenticate(request._request, **typed)
        if user is None:
            raise Invalid(
                Problem(
                    "password",
                    "wrong",
                    typed["username"],
                    "This name and password do not go together.",
                    "Type both again.",
                )
            )
        return signed_in(request._request, user)

    @extend_schema(operation_id="sign_out", request=None, responses=answers(SessionSheet))
    def delete(self, request: Request) -> Response:
        """Sign out."""
        logout(request._request)
        return Response(session_sheet(request._request))


def too_many(request: HttpRequest, *_: object) -> JsonResponse:
    """Answer whoever failed too often, in the one shape of errors."""
    problem = Problem(None, "too-many", "", "Too many tries failed.", "Wait a quarter of an hour.")
    return JsonResponse({"errors": [body_of(problem)]}, status=429)


def signed_in(request: HttpRequest, user: User) -> Response:
    """Sign a person in, and answer with what they may do."""
    begin_session(request, user)
    with sent_by(sender_of(request)):
        see_phone()
    response = Response(session_sheet(request))
    remember(response, user)
    return response


def session_sheet(request: HttpRequest) -> SessionSheet:
    """Return who is signed in, and their crews."""
    user = request.user if isinstance(request.user, User) else None
    return {
        "person": user.pk if user else 0,
        "name": user.shown_name if user else "",
        "crews": crews_of(user) if user else [],
        "begins": "no" if user else _begins(),
        "sends_mail": settings.SENDS_MAIL,
        "demo_accounts": [] if user or not settings.DEMO else _demo_accounts(),
        "styles": style_choices() if user else [],
    }


def _begins() -> Literal["no", "first", "any"]:
    if settings.SIGN_UP:
        return "any"
    return "first" if is_empty() else "no"


def _demo_accounts() -> list[Account]:
    demo = settings.ROOT / "demo"
    people = json.loads((demo / "people.json").read_text())["people"]
    people = [*people, json.loads((demo / "second_crew.json").read_text())["owner"]]
    return [{"username": p["username"], "password": p["password"], "who": p["who"]} for p in people]
