"""The people of a crew, invitations into it, and how a crew begins."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from django.db import transaction
from drf_spectacular.utils import extend_schema
from rest_framework.exceptions import NotAuthenticated
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.api.inputs import AccountInput, BeginInput, InvitationInput, RoleInput
from server.crews.api.open_view import OpenView
from server.crews.api.views import session_sheet, signed_in
from server.crews.services.accounts import AccountForm, open_account
from server.crews.services.begin_crew import begin_first_crew, sign_up
from server.crews.services.invitations import invitation_by, invite, join, withdraw
from server.crews.services.passwords import link_by_owner
from server.crews.services.people import PeopleSheet, change_role, people_sheet, take_out
from server.crews.session_sheets import SessionSheet
from server.crews.signed_in import SignedInView
from server.platform.api.views import answers, recorded, records


class LinkSheet(TypedDict):
    """A path to send to somebody; it works once."""

    link: str


class OfferSheet(TypedDict):
    """What an invitation offers, and to whom: ``you`` is empty where nobody is signed in."""

    crew: str
    role_text: str
    invited_by: str
    expires_at: str
    you: str


class BeginView(OpenView):
    """Crews that begin."""

    @extend_schema(operation_id="begin_crew", request=BeginInput, responses=answers(SessionSheet))
    def post(self, request: Request) -> Response:
        """Begin a crew with its owner, who is signed in then."""
        typed = self.typed(request, BeginInput)
        key, crew, code = typed.pop("id"), typed.pop("crew"), typed.pop("code")
        form = AccountForm(**typed)
        owner = begin_first_crew(code, key, crew, form) if code else sign_up(key, crew, form)
        return signed_in(request._request, owner)


class PeopleView(SignedInView):
    """Who is in a crew."""

    @extend_schema(operation_id="people", responses=answers(PeopleSheet))
    def get(self, request: Request, crew: UUID) -> Response:
        """List the people of a crew."""
        return Response(people_sheet(self.user(request), crew))


class InvitationsView(SignedInView):
    """Places that are offered."""

    @extend_schema(operation_id="invite", request=InvitationInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Offer a place in a crew."""
        typed = self.typed(request, InvitationInput)
        invitation, created = invite(self.user(request), crew, typed["id"], typed["role"])
        return recorded(invitation.pk, created)


class WithdrawnView(SignedInView):
    """An invitation that is taken back."""

    @extend_schema(operation_id="withdraw_invitation", request=None, responses=answers(PeopleSheet))
    def post(self, request: Request, invitation: UUID) -> Response:
        """Take it back."""
        crew = withdraw(self.user(request), invitation)
        return Response(people_sheet(self.user(request), crew))


class PersonRoleView(SignedInView):
    """What somebody is in a crew."""

    @extend_schema(operation_id="change_role", request=RoleInput, responses=answers(PeopleSheet))
    def put(self, request: Request, crew: UUID, person: int) -> Response:
        """Change it."""
        change_role(self.user(request), crew, person, self.typed(request, RoleInput)["role"])
        return Response(people_sheet(self.user(request), crew))


class PersonLeavesView(SignedInView):
    """Somebody leaves a crew."""

    @extend_schema(operation_id="take_out", request=None, responses=answers(SessionSheet))
    def post(self, request: Request, crew: UUID, person: int) -> Response:
        """Take somebody out, or leave; answers with what is left of one's own crews."""
        take_out(self.user(request), crew, person)
        return Response(session_sheet(request._request))


class PersonLinkView(SignedInView):
    """A link to choose a new password, made by an owner."""

    @extend_schema(operation_id="link_for_person", request=None, responses=answers(LinkSheet))
    def post(self, request: Request, crew: UUID, person: int) -> Response:
        """Make it."""
        return Response({"link": link_by_owner(self.user(request), crew, person)})


class JoiningView(OpenView):
    """An invitation as whoever holds its link sees it."""

    @extend_schema(operation_id="invitation", responses=answers(OfferSheet))
    def get(self, request: Request, token: str) -> Response:
        """Tell what it offers."""
        found, who = invitation_by(token), self.who(request)
        sheet: OfferSheet = {
            "crew": found.crew.name,
            "role_text": found.get_role_display(),
            "invited_by": found.invited_by.shown_name,
            "expires_at": found.expires_at.isoformat(),
            "you": who.shown_name if who else "",
        }
        return Response(sheet)

    @extend_schema(operation_id="join_crew", request=None, responses=answers(SessionSheet))
    def post(self, request: Request, token: str) -> Response:
        """Join as who is signed in."""
        who = self.who(request)
        if who is None:
            raise NotAuthenticated
        join(who, token)
        return Response(session_sheet(request._request))


class NewcomerView(OpenView):
    """An invitation that is taken with a new account."""

    @extend_schema(
        operation_id="join_crew_anew", request=AccountInput, responses=answers(SessionSheet)
    )
    def post(self, request: Request, token: str) -> Response:
        """Make the account, join, and be signed in; all of it or nothing."""
        form = AccountForm(**self.typed(request, AccountInput))
        invitation_by(token)
        with transaction.atomic():
            person = open_account(form)
            join(person, token)
        return signed_in(request._request, person)
