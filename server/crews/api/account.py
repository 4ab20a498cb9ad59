"""One's own account: name, password, where one is signed in; and a forgotten password."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from django.contrib.auth import logout, update_session_auth_hash
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle

from server.crews.api.inputs import (
    ChosenPasswordInput,
    ForgottenInput,
    NewPasswordInput,
    OwnAccountInput,
)
from server.crews.api.open_view import OpenView
from server.crews.api.views import session_sheet, signed_in
from server.crews.models import Session, User
from server.crews.services.accounts import (
    change_account,
    change_password,
    end_sign_in,
    end_sign_ins,
)
from server.crews.services.passwords import choose_password, mail_links, person_of
from server.crews.session_sheets import SessionSheet
from server.crews.signed_in import SignedInView
from server.platform.api.views import answers


class SignInSheet(TypedDict):
    """Where somebody is signed in; ``is_this`` is the browser that asks."""

    id: str
    device: str
    began_at: str
    seen_on: str
    is_this: bool


class AccountSheet(TypedDict):
    """One's own account."""

    username: str
    name: str
    mail: str
    sign_ins: list[SignInSheet]


class ForgottenSheet(TypedDict):
    """That a link is on its way, where there is somebody to send it to."""

    said: str


class WhoseSheet(TypedDict):
    """Whose password is chosen by a link."""

    name: str
    username: str


SENT = "If there is such an account with an address for mail, a link is on its way to it."


def account_sheet(user: User, session: str | None) -> AccountSheet:
    """Return a person's account, the browser at hand first."""
    rows = Session.objects.filter(person=user).order_by("-seen_on", "-began_at")
    held = [row for row in rows if row.expire_date > timezone.now()]
    held.sort(key=lambda one: one.session_key != session)
    return {
        "username": user.username,
        "name": user.shown_name,
        "mail": user.email,
        "sign_ins": [
            {
                "id": str(one.key),
                "device": one.device,
                "began_at": one.began_at.isoformat(),
                "seen_on": one.seen_on.isoformat(),
                "is_this": one.session_key == session,
            }
            for one in held
        ],
    }


class AccountView(SignedInView):
    """One's own account; so many changes a minute."""

    throttle_scope = "sign-in"

    def get_throttles(self) -> list[Any]:
        """Bound how often a password is tried."""
        return [ScopedRateThrottle()] if self.request.method == "PUT" else []

    @extend_schema(operation_id="account", responses=answers(AccountSheet))
    def get(self, request: Request) -> Response:
        """Tell what stands in it."""
        return Response(account_sheet(self.user(request), request.session.session_key))

    @extend_schema(
        operation_id="change_account", request=OwnAccountInput, responses=answers(AccountSheet)
    )
    def put(self, request: Request) -> Response:
        """Change the name that is shown and the address for mail."""
        change_account(self.user(request), **self.typed(request, OwnAccountInput))
        return Response(account_sheet(self.user(request), request.session.session_key))


class PasswordView(SignedInView):
    """One's own password; so many tries a minute."""

    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "sign-in"

    @extend_schema(
        operation_id="change_password", request=NewPasswordInput, responses=answers(AccountSheet)
    )
    def post(self, request: Request) -> Response:
        """Change it; every other sign-in ends."""
        user = self.user(request)
        change_password(user, **self.typed(request, NewPasswordInput))
        update_session_auth_hash(request._request, user)
        request.session.save()
        end_sign_ins(user, but=request.session.session_key or "")
        return Response(account_sheet(user, request.session.session_key))


class SignInEndsView(SignedInView):
    """A sign-in that is ended."""

    @extend_schema(operation_id="end_sign_in", request=None, responses=answers(AccountSheet))
    def post(self, request: Request, sign_in: UUID) -> Response:
        """End it at once."""
        user = self.user(request)
        end_sign_in(user, sign_in)
        return Response(account_sheet(user, request.session.session_key))


class SignedOutEverywhereView(SignedInView):
    """All sign-ins, this one too."""

    @extend_schema(
        operation_id="sign_out_everywhere", request=None, responses=answers(SessionSheet)
    )
    def post(self, request: Request) -> Response:
        """End all of them."""
        end_sign_ins(self.user(request))
        logout(request._request)
        return Response(session_sheet(request._request))


class ForgottenView(OpenView):
    """A password that was forgotten."""

    @extend_schema(
        operation_id="forgot_password", request=ForgottenInput, responses=answers(ForgottenSheet)
    )
    def post(self, request: Request) -> Response:
        """Mail a link; the answer is the same whoever there is."""
        address = request.build_absolute_uri("/").rstrip("/")
        mail_links(self.typed(request, ForgottenInput)["who"], address)
        return Response({"said": SENT})


class ChosenPasswordView(OpenView):
    """A new password, by a link."""

    @extend_schema(operation_id="whose_password", responses=answers(WhoseSheet))
    def get(self, request: Request, who: str, token: str) -> Response:
        """Tell whose it is."""
        user = person_of(who, token)
        return Response({"name": user.shown_name, "username": user.username})

    @extend_schema(
        operation_id="choose_password",
        request=ChosenPasswordInput,
        responses=answers(SessionSheet),
    )
    def post(self, request: Request, who: str, token: str) -> Response:
        """Choose it, and be signed in."""
        password = self.typed(request, ChosenPasswordInput)["password"]
        return signed_in(request._request, choose_password(who, token, password))
