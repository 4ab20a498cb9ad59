"""A job opened, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.api.views import SignedInView, answers
from server.overview.job_sheet import JobSheet, job_sheet


class JobView(SignedInView):
    """A job."""

    @extend_schema(operation_id="job", responses=answers(JobSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return where it stands, and all its screens' frames."""
        return Response(job_sheet(self.user(request), job))
