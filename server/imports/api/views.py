"""Drawings of a job over HTTP: handed in, looked at, placed, followed."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView, WorkedOutView
from server.imports.api.inputs import FollowInput, LayInput, PlacingInput, lay_form, placing_form
from server.imports.services.follow_drawing import follow_drawing
from server.imports.services.place_drawing import place_drawing
from server.imports.sheets import DrawingSheet, DrawingsSheet, drawing_sheet, drawings_sheet
from server.platform.api.views import answers, recorded, records


class DrawingsView(SignedInView):
    """A job's drawings."""

    @extend_schema(operation_id="drawings", responses=answers(DrawingsSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """List them."""
        return Response(drawings_sheet(self.user(request), job))


class DrawingView(WorkedOutView):
    """A drawing over its site."""

    @extend_schema(operation_id="lay_drawing", request=LayInput, responses=answers(DrawingSheet))
    def post(self, request: Request, drawing: UUID) -> Response:
        """Lay it; nothing is stored."""
        form = lay_form(self.typed(request, LayInput))
        return Response(drawing_sheet(self.user(request), drawing, form))


class PlacingView(SignedInView):
    """What is placed of a drawing."""

    @extend_schema(operation_id="place_drawing", request=PlacingInput, responses=records())
    def post(self, request: Request, drawing: UUID) -> Response:
        """Place all of it, or nothing."""
        form = placing_form(self.typed(request, PlacingInput))
        placed = place_drawing(self.user(request), drawing, form)
        return recorded(placed.pk, created=True)


class FollowView(SignedInView):
    """What follows a drawing that was changed."""

    @extend_schema(operation_id="follow_drawing", request=FollowInput, responses=records())
    def post(self, request: Request, drawing: UUID) -> Response:
        """Move all of it, or nothing."""
        typed = self.typed(request, FollowInput)
        placed = follow_drawing(self.user(request), drawing, lay_form(typed), typed["changes"])
        return recorded(placed.pk, created=True)
