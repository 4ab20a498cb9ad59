"""A job for a phone to take along, over HTTP."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.crews.timed import see_phone
from server.platform.api.views import answers
from server.sync.sheets import CarriedJob
from server.sync.write import Held, carried_crew, carried_job


class HeldInput(serializers.Serializer[Any]):
    """What the phone holds already, as the last answer said: its moment and its digests."""

    since = serializers.DateTimeField(required=False, default=None)
    digests = serializers.CharField(required=False, default="", max_length=4000)


def _held(request: Request) -> Held:
    read = HeldInput(data=request.query_params)
    read.is_valid(raise_exception=True)
    since: datetime | None = read.validated_data["since"]
    return Held(since, frozenset(filter(None, read.validated_data["digests"].split(","))))


class CarryCrewView(SignedInView):
    """A crew's gear as a phone takes it along."""

    @extend_schema(
        operation_id="carried_crew", parameters=[HeldInput], responses=answers(CarriedJob)
    )
    def get(self, request: Request, crew: UUID) -> Response:
        """Return it, or what changed of it since."""
        held = _held(request)
        see_phone()
        return Response(carried_crew(self.user(request), crew, held))


class CarryView(SignedInView):
    """A job as a phone takes it along."""

    @extend_schema(
        operation_id="carried_job", parameters=[HeldInput], responses=answers(CarriedJob)
    )
    def get(self, request: Request, job: UUID) -> Response:
        """Return it, or what changed of it since."""
        held = _held(request)
        see_phone()
        return Response(carried_job(self.user(request), job, held))
