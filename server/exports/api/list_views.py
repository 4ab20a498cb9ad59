"""A job's readings as a workbook over HTTP."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from server.crews.signed_in import SignedInView
from server.exports.lists.readings_book import readings_workbook
from server.platform.api.views import as_file

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class ReadingsView(SignedInView):
    """A job's readings as a workbook."""

    @extend_schema(operation_id="readings_workbook", responses={(200, XLSX): OpenApiTypes.BINARY})
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it, heights as live formulas."""
        return as_file(*readings_workbook(self.user(request), job), XLSX)
