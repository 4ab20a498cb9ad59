"""A job's take-off as a workbook over HTTP."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from server.crews.signed_in import SignedInView
from server.platform.api.views import as_file
from server.stages.workbook import take_off_workbook

WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class WorkbookView(SignedInView):
    """The take-off of a job, as a workbook."""

    @extend_schema(operation_id="take_off_xlsx", responses={(200, WORKBOOK): OpenApiTypes.BINARY})
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it with live formulas."""
        return as_file(*take_off_workbook(self.user(request), job), WORKBOOK)
