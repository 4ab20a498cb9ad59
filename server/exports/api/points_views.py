"""Points over HTTP, out as a file."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request

from core.tables import ColumnOrder, SurveyUnit
from server.crews.signed_in import SignedInView
from server.exports.lists.origin import origin_of
from server.exports.lists.points_out import points_csv
from server.platform.api.inputs import Entry
from server.platform.api.views import as_file


class OriginInput(serializers.Serializer[Any]):
    """A survey's unit, and where the job's own origin lies in it."""

    unit = serializers.ChoiceField([str(unit) for unit in SurveyUnit])
    northing = Entry(required=False, default="")
    easting = Entry(required=False, default="")


class SurveyInput(OriginInput):
    """How a survey's table is written."""

    order = serializers.ChoiceField([str(order) for order in ColumnOrder])


class DrawingOutInput(OriginInput):
    """Which points' heights a drawing shows, and the ends of a section where it has one."""

    heights = serializers.ChoiceField(["planned", "found"])
    from_right = Entry(required=False, default="")
    from_away = Entry(required=False, default="")
    to_right = Entry(required=False, default="")
    to_away = Entry(required=False, default="")


class PointsOutInput(SurveyInput):
    """Which points' heights are written."""

    heights = serializers.ChoiceField(["planned", "found"])


class PointsView(SignedInView):
    """A job's points as a file."""

    @extend_schema(
        operation_id="points_csv",
        parameters=[PointsOutInput],
        responses={(200, "text/csv"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them in the order of columns that is asked for."""
        read = PointsOutInput(data=request.query_params)
        read.is_valid(raise_exception=True)
        typed = read.validated_data
        name, table = points_csv(
            self.user(request),
            job,
            ColumnOrder(typed["order"]),
            typed["heights"],
            SurveyUnit(typed["unit"]),
            origin_of(typed),
        )
        return as_file(name, table, "text/csv; charset=utf-8")
