"""Where to stand, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.tasks import Stage
from server.crews.signed_in import WorkedOutView
from server.fieldbook.where_to_stand.asked import StandForm
from server.fieldbook.where_to_stand.sheet import StandsSheet, stands_sheet
from server.platform.api.inputs import Entry, Key
from server.platform.api.views import answers


class StandsInput(serializers.Serializer[Any]):
    """What is left to shoot, from which benchmark and with which gear; a place that is chosen."""

    stage = serializers.ChoiceField(
        [str(stage) for stage in Stage], required=False, default="", allow_blank=True
    )
    benchmark = Key(required=False, default=None)
    instrument = Key(required=False, default=None)
    receiver = Key(required=False, default=None)
    rod = Key(required=False, default=None)
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")


class StandsView(WorkedOutView):
    """Where to stand on a job."""

    @extend_schema(operation_id="stands", parameters=[StandsInput], responses=answers(StandsSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Tell the surest place, the beam over it, and what another place costs."""
        read = StandsInput(data=request.query_params)
        read.is_valid(raise_exception=True)
        typed = dict(read.validated_data)
        x, y = typed.pop("x"), typed.pop("y")
        return Response(stands_sheet(self.user(request), job, StandForm(**typed), x, y))
