"""Views for people who are signed in: who is asking, and what they typed."""

from __future__ import annotations

from typing import Any, cast

from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from server.crews.models import User


class SignedInView(APIView):
    """A view for people who are signed in, the default."""

    def user(self, request: Request) -> User:
        """Return who is asking."""
        return cast("User", request.user)

    def typed(self, request: Request, inputs: type[serializers.Serializer[Any]]) -> dict[str, Any]:
        """Return the checked body of a request; raises DRF's validation error."""
        read = inputs(data=request.data)
        read.is_valid(raise_exception=True)
        return cast("dict[str, Any]", read.validated_data)


class WorkedOutView(SignedInView):
    """A view that works something out as it is typed: so often a minute for each person.

    What one person's browser asks for must not take the processors from every other crew.
    """

    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "worked-out"
