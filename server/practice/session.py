"""Who is signed in on a practice site: somebody, of a crew that has nobody else."""

from __future__ import annotations

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.styles import style_choices
from server.crews.models import User
from server.crews.session_sheets import SessionSheet, crews_of


class PracticeSessionView(APIView):
    """The session of a practice site; the phone of a real one never answers for the server's."""

    permission_classes = ()

    def get(self, request: Request) -> Response:
        """Tell who is signed in."""
        user = request.user if isinstance(request.user, User) else None
        return Response(practice_session(user))


def practice_session(user: User | None) -> SessionSheet:
    """Return a session as the server's own is told."""
    return {
        "person": user.pk if user else 0,
        "name": user.shown_name if user else "",
        "crews": crews_of(user) if user else [],
        "begins": "no",
        "sends_mail": False,
        "demo_accounts": [],
        "styles": style_choices(),
    }
