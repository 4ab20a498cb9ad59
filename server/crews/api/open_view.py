"""An address for people who have no account yet."""

from __future__ import annotations

from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.throttling import ScopedRateThrottle

from server.crews.models import User
from server.crews.signed_in import SignedInView


@method_decorator(csrf_protect, name="dispatch")
class OpenView(SignedInView):
    """Open to anybody, so many times a minute from one place; forms carry their token."""

    permission_classes = (AllowAny,)
    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "sign-in"

    def who(self, request: Request) -> User | None:
        """Return who is signed in, if anybody."""
        return request.user if isinstance(request.user, User) else None
