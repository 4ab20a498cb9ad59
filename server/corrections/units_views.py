"""The units of a job over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.corrections.services.change_units import UnitsDraft, change_units, draft_units
from server.crews.signed_in import SignedInView, WorkedOutView
from server.jobs.api.inputs import UnitsInput
from server.platform.api.views import answers, recorded, records


class UnitsView(SignedInView):
    """The units a job is shown in."""

    @extend_schema(operation_id="change_units", request=UnitsInput, responses=records())
    def put(self, request: Request, job: UUID) -> Response:
        """Change them; what was typed stays as it was typed."""
        changed = change_units(self.user(request), job, self.typed(request, UnitsInput)["style"])
        return recorded(changed.pk, created=False)


class UnitsDraftView(WorkedOutView):
    """A change of units that is being looked at."""

    @extend_schema(operation_id="draft_units", request=UnitsInput, responses=answers(UnitsDraft))
    def post(self, request: Request, job: UUID) -> Response:
        """Tell what it would change besides how lengths are shown; nothing is stored."""
        style = self.typed(request, UnitsInput)["style"]
        return Response(draft_units(self.user(request), job, style))
