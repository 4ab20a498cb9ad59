"""A floor and its concrete over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.concrete.services.floor_sheet import FloorSheet, floor_sheet
from server.concrete.services.moves import MovesSheet, element_moves, floor_moves
from server.concrete.services.raise_floor import RaisedSheet, raised_sheet
from server.crews.signed_in import WorkedOutView
from server.jobs.api.inputs import (
    ElementDraftInput,
    FloorDraftInput,
    element_form,
    floor_form,
)
from server.jobs.api.views import FloorChangeView
from server.platform.api.inputs import Entry
from server.platform.api.views import answers


class FloorView(FloorChangeView):
    """A floor."""

    @extend_schema(operation_id="floor", responses=answers(FloorSheet))
    def get(self, request: Request, floor: UUID) -> Response:
        """Return its plan, its pegs and its concrete."""
        return Response(floor_sheet(self.user(request), floor))


class MovesView(WorkedOutView):
    """A change of a floor that is being typed."""

    @extend_schema(
        operation_id="draft_moves", request=FloorDraftInput, responses=answers(MovesSheet)
    )
    def post(self, request: Request, floor: UUID) -> Response:
        """Tell what it would move; nothing is stored."""
        form = floor_form({**self.typed(request, FloorDraftInput), "id": floor})
        return Response(floor_moves(self.user(request), floor, form))


class RaisedInput(serializers.Serializer[Any]):
    """How far, and which way, a finished level is to move."""

    by = Entry()
    way = serializers.ChoiceField(["up", "down"])


class RaisedView(WorkedOutView):
    """A finished level that is being moved."""

    @extend_schema(operation_id="raise_floor", request=RaisedInput, responses=answers(RaisedSheet))
    def post(self, request: Request, floor: UUID) -> Response:
        """Tell how it would be typed then, and what it would move; nothing is stored."""
        got = self.typed(request, RaisedInput)
        return Response(raised_sheet(self.user(request), floor, got["by"], got["way"] == "up"))


class ElementMovesView(WorkedOutView):
    """A change of an element that is being typed."""

    @extend_schema(
        operation_id="draft_element_moves",
        request=ElementDraftInput,
        responses=answers(MovesSheet),
    )
    def post(self, request: Request, element: UUID) -> Response:
        """Tell what it would move; nothing is stored."""
        form = element_form({**self.typed(request, ElementDraftInput), "id": element})
        return Response(element_moves(self.user(request), element, form))
