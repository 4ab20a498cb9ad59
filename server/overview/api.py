"""A job opened, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.overview.job_sheet import JobSheet, job_sheet
from server.overview.ladder import LadderSheet, ladder_sheet
from server.overview.take_along import TakeAlongSheet, take_along_sheet
from server.platform.api.inputs import Key
from server.platform.api.views import answers


class LadderInput(serializers.Serializer[Any]):
    """From which set-up the rod is read."""

    set_up = Key(required=False, default=None)


class LadderView(SignedInView):
    """The heights of a job."""

    @extend_schema(operation_id="ladder", parameters=[LadderInput], responses=answers(LadderSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return them on one ladder, the highest first."""
        read = LadderInput(data=request.query_params)
        read.is_valid(raise_exception=True)
        return Response(ladder_sheet(self.user(request), job, read.validated_data["set_up"]))


class TakeAlongView(SignedInView):
    """What to take along to a job."""

    @extend_schema(operation_id="take_along", responses=answers(TakeAlongSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return the list, what is short first."""
        return Response(take_along_sheet(self.user(request), job))


class JobView(SignedInView):
    """A job."""

    @extend_schema(operation_id="job", responses=answers(JobSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return where it stands, and all its screens' frames."""
        return Response(job_sheet(self.user(request), job))
