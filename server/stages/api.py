"""The stages of a job over HTTP, and the small sums beside them."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.layout import PULLS, STRINGS
from core.tasks import Stage
from server.common.refusals import Missing
from server.crews.signed_in import SignedInView
from server.fieldbook.services.level_again import LevelAgainForm, level_again
from server.platform.api.inputs import Entry, Key
from server.platform.api.views import answers, recorded, records
from server.stages.helpers import (
    SlabEdges,
    SquareForm,
    SquareSheet,
    StripForm,
    StripSheet,
    TriangleSheet,
    slab_edges,
    square_sheet,
    strip_sheet,
    triangle_sheet,
)
from server.stages.movement import MovementSheet, movement_sheet
from server.stages.quantities import QuantitiesSheet, quantities_sheet
from server.stages.stage_sheet import StageSheet, stage_sheet
from server.stages.strings import PulledStringSheet, StringForm, string_sheet


class SquareInput(serializers.Serializer[Any]):
    """A rectangle's sides and diagonals as measured."""

    side = Entry()
    far_side = Entry()
    first = Entry()
    second = Entry()


class TriangleInput(serializers.Serializer[Any]):
    """What three, four and five are counted in."""

    multiple = Entry()


class StringInput(serializers.Serializer[Any]):
    """A string between two points; what is wanted under it may be left empty."""

    start = Entry()
    end = Entry()
    apart = Entry()
    every = Entry()
    wanted = Entry(required=False, default="")
    wanted_end = Entry(required=False, default="")
    beyond = Entry(required=False, default="")
    string = serializers.ChoiceField(list(STRINGS), required=False, default="braided")
    pull = serializers.ChoiceField(list(PULLS), required=False, default="hand")


class StretchInput(serializers.Serializer[Any]):
    """A stretch of a slab's edge and its thickness at both ends."""

    length = Entry()
    start = Entry()
    end = Entry()


class StripInput(serializers.Serializer[Any]):
    """Where an isolation strip goes, and what is on its roll."""

    stretches = serializers.ListField(child=StretchInput(), min_length=1, max_length=40)
    strip_height = Entry()
    roll = Entry()


class StageView(SignedInView):
    """A stage of a job."""

    @extend_schema(operation_id="stage", responses=answers(StageSheet))
    def get(self, request: Request, job: UUID, stage: str) -> Response:
        """Return its points, its holds, and what it works out."""
        if stage not in list(Stage):
            raise Missing(stage, "There is no such stage.", "Take one of the order of work.")
        return Response(stage_sheet(self.user(request), job, Stage(stage)))


class MovementView(SignedInView):
    """The points of an element over time."""

    @extend_schema(operation_id="movement", responses=answers(MovementSheet))
    def get(self, request: Request, element: UUID) -> Response:
        """Return how far each moved beyond what can be told apart."""
        return Response(movement_sheet(self.user(request), element))


class LevelAgainInput(serializers.Serializer[Any]):
    """The day points are leveled again; none where they are leveled no more."""

    id = Key()
    due_on = serializers.DateField(allow_null=True)


class LevelAgainView(SignedInView):
    """When the points of an element are leveled again."""

    @extend_schema(operation_id="level_again", request=LevelAgainInput, responses=records())
    def post(self, request: Request, element: UUID) -> Response:
        """Record the day; the last one counts."""
        form = LevelAgainForm(**self.typed(request, LevelAgainInput))
        due, created = level_again(self.user(request), element, form)
        return recorded(due.pk, created)


class QuantitiesView(SignedInView):
    """The concrete of a job."""

    @extend_schema(operation_id="quantities", responses=answers(QuantitiesSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return it part by part, and in all."""
        return Response(quantities_sheet(self.user(request), job))


class SquareView(SignedInView):
    """Square corners."""

    @extend_schema(operation_id="square", request=SquareInput, responses=answers(SquareSheet))
    def post(self, request: Request, job: UUID) -> Response:
        """Return how a rectangle lies from its diagonals; nothing is stored."""
        form = SquareForm(**self.typed(request, SquareInput))
        return Response(square_sheet(self.user(request), job, form))


class StringView(SignedInView):
    """A string between two points."""

    @extend_schema(
        operation_id="string_between", request=StringInput, responses=answers(PulledStringSheet)
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Return its heights and what to measure down at every stake; nothing is stored."""
        form = StringForm(**self.typed(request, StringInput))
        return Response(string_sheet(self.user(request), job, form))


class TriangleView(SignedInView):
    """A first square corner."""

    @extend_schema(operation_id="triangle", request=TriangleInput, responses=answers(TriangleSheet))
    def post(self, request: Request, job: UUID) -> Response:
        """Return a 3-4-5; nothing is stored."""
        multiple = self.typed(request, TriangleInput)["multiple"]
        return Response(triangle_sheet(self.user(request), job, multiple))


class SlabEdgesView(SignedInView):
    """The edges an isolation strip may go along."""

    @extend_schema(operation_id="slab_edges", responses=answers(SlabEdges))
    def get(self, request: Request, job: UUID) -> Response:
        """Return the edges of every floor of a job."""
        return Response(slab_edges(self.user(request), job))


class StripView(SignedInView):
    """An isolation strip."""

    @extend_schema(
        operation_id="isolation_strip", request=StripInput, responses=answers(StripSheet)
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Return its courses and rolls; nothing is stored."""
        typed = self.typed(request, StripInput)
        stretches = [dict(stretch) for stretch in typed.pop("stretches")]
        return Response(strip_sheet(self.user(request), job, StripForm(stretches, **typed)))
