"""The crew's day over HTTP."""

from __future__ import annotations

from datetime import date
from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.errors import quoted
from server.common.refusals import Invalid, Problem
from server.crews.signed_in import SignedInView
from server.overview.day.sheet import DaySheet, day_sheet
from server.overview.day.who_is_where import put_on_job
from server.platform.api.views import answers


class PeopleInput(serializers.Serializer[Any]):
    """Who is on a job."""

    people = serializers.ListField(
        child=serializers.IntegerField(min_value=1, max_value=2**31 - 1), max_length=100
    )


def _day(text: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError as wrong:
        why, accepts = "That is no day.", "Give it as year-month-day."
        raise Invalid(Problem("day", "invalid", quoted(text), why, accepts)) from wrong


class DayView(SignedInView):
    """The day of the person's crews."""

    @extend_schema(operation_id="day", responses=answers(DaySheet))
    def get(self, request: Request) -> Response:
        """Return where every job stands, what is poured soon, what is due, who is where."""
        return Response(day_sheet(self.user(request)))


class OnJobView(SignedInView):
    """A job on a day."""

    @extend_schema(operation_id="put_on_job", request=PeopleInput, responses=answers(DaySheet))
    def put(self, request: Request, job: UUID, day: str) -> Response:
        """Say who is on it."""
        put_on_job(self.user(request), job, _day(day), **self.typed(request, PeopleInput))
        return Response(day_sheet(self.user(request)))
