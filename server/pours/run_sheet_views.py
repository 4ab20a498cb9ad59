"""A pour's run sheet as a calendar over HTTP."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from server.crews.signed_in import SignedInView
from server.platform.api.views import as_file
from server.pours.run_calendar import run_calendar


class RunSheetView(SignedInView):
    """A pour's run sheet as a calendar."""

    @extend_schema(
        operation_id="run_sheet_ics", responses={(200, "text/calendar"): OpenApiTypes.BINARY}
    )
    def get(self, request: Request, pour: UUID) -> HttpResponse:
        """Return the calendar."""
        return as_file(*run_calendar(self.user(request), pour), "text/calendar; charset=utf-8")
