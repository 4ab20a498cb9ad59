"""What happened on a job, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.overview.happened.as_csv import happened_csv
from server.overview.happened.kinds import KINDS
from server.overview.happened.rows import PAGES, HappenedSheet, Wanted, happened_sheet
from server.platform.api.inputs import DayAndTime
from server.platform.api.views import answers, as_file


class HappenedQuery(serializers.Serializer[Any]):
    """By what it is filtered: all of it where nothing is said."""

    person = serializers.IntegerField(required=False, min_value=1, max_value=2**31 - 1)
    kind = serializers.ChoiceField(KINDS, required=False)
    since = DayAndTime(required=False)
    until = DayAndTime(required=False)
    about = serializers.UUIDField(required=False)
    page = serializers.IntegerField(required=False, min_value=1, max_value=PAGES, default=1)


def wanted_of(request: Request) -> tuple[Wanted, int]:
    """Return what a request asks for, and which page."""
    query = HappenedQuery(data=request.query_params)
    query.is_valid(raise_exception=True)
    asked = dict(query.validated_data)
    page = asked.pop("page")
    return Wanted(**asked), page


class HappenedView(SignedInView):
    """What happened on a job."""

    @extend_schema(
        operation_id="happened", parameters=[HappenedQuery], responses=answers(HappenedSheet)
    )
    def get(self, request: Request, job: UUID) -> Response:
        """List it, the last first."""
        return Response(happened_sheet(self.user(request), job, *wanted_of(request)))


class HappenedCsvView(SignedInView):
    """What happened on a job, as a file."""

    @extend_schema(
        operation_id="happened_csv",
        parameters=[HappenedQuery],
        responses={(200, "text/csv"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Write all of it that is asked for."""
        wanted, _ = wanted_of(request)
        return as_file(*happened_csv(self.user(request), job, wanted), "text/csv; charset=utf-8")
