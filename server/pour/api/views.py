"""A floor and its concrete over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.api.views import answers
from server.jobs.api.views import FloorChangeView
from server.pour.services.floor_sheet import FloorSheet, floor_sheet


class FloorView(FloorChangeView):
    """A floor."""

    @extend_schema(operation_id="floor", responses=answers(FloorSheet))
    def get(self, request: Request, floor: UUID) -> Response:
        """Return its plan, its pegs and its concrete."""
        return Response(floor_sheet(self.user(request), floor))
