"""A person's calendar over HTTP."""

from __future__ import annotations

from typing import TypedDict

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from server.crews.signed_in import SignedInView
from server.overview.day.calendar import address_of, calendar_by, end_address, new_address
from server.platform.api.views import answers


class CalendarAddress(TypedDict):
    """The path of a person's calendar; empty while there is none."""

    path: str


class CalendarView(SignedInView):
    """The address of one's own calendar."""

    @extend_schema(operation_id="calendar", responses=answers(CalendarAddress))
    def get(self, request: Request) -> Response:
        """Return it."""
        return Response({"path": address_of(self.user(request))})

    @extend_schema(operation_id="new_calendar", request=None, responses=answers(CalendarAddress))
    def post(self, request: Request) -> Response:
        """Make a new one; the one before ends."""
        return Response({"path": new_address(self.user(request))})


class CalendarEndsView(SignedInView):
    """The end of the address of one's own calendar."""

    @extend_schema(operation_id="end_calendar", request=None, responses=answers(CalendarAddress))
    def post(self, request: Request) -> Response:
        """End it."""
        end_address(self.user(request))
        return Response({"path": ""})


class CalendarFeedView(APIView):
    """A calendar, for whoever knows its address."""

    authentication_classes = ()
    permission_classes = ()
    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "link"

    @extend_schema(
        operation_id="calendar_feed",
        responses={(200, "text/calendar"): OpenApiTypes.BINARY},
        auth=[],
    )
    def get(self, request: Request, token: str) -> HttpResponse:
        """Return it as it is now."""
        answer = HttpResponse(calendar_by(token), content_type="text/calendar; charset=utf-8")
        answer["Cache-Control"] = "private, max-age=300"
        return answer
