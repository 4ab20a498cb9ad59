"""Pours over HTTP: planned, answered, lifted, told go or hold."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.pours import FaultKind, Question, Side
from server.crews.signed_in import SignedInView
from server.platform.api.inputs import ByThePhone, DayAndTime, Entry, Key, Name, Named
from server.platform.api.views import answers, recorded, records
from server.pours.models import Asked
from server.pours.services.answer_pour import AnswerForm, answer_pour
from server.pours.services.close_pour import CloseForm, close_pour
from server.pours.services.lift_hold import LiftForm, lift_hold
from server.pours.services.plan_pour import MoveForm, PourForm, move_pour, plan_pour
from server.pours.sheets import PourRow, PourSheet, pour_rows, pour_sheet


class PoursSheet(TypedDict):
    """A job's pours."""

    pours: list[PourRow]


class PourInput(serializers.Serializer[Any]):
    """A new pour."""

    id = Key()
    name = Name(60)
    pours_at = DayAndTime()
    truck = Entry()
    rate = Entry()
    floors = serializers.ListField(child=Key(), max_length=100)
    elements = serializers.ListField(child=Key(), max_length=200)


class FaultInput(serializers.Serializer[Any]):
    """A fault as the list showed it."""

    question = serializers.ChoiceField([str(question) for question in Question])
    kind = serializers.ChoiceField([str(kind) for kind in FaultKind])
    about = serializers.CharField(max_length=120, allow_blank=True)
    side = serializers.ChoiceField([str(side) for side in Side], allow_blank=True)
    amount = serializers.FloatField(min_value=0)
    give = serializers.FloatField(min_value=0)


class AnswerInput(serializers.Serializer[Any]):
    """An answer about a pour."""

    id = Key()
    question = serializers.ChoiceField(Asked.values)
    answer = Named(80)
    is_good = serializers.BooleanField()
    faults = FaultInput(many=True, required=False, default=list)
    taken_at = ByThePhone()


class LiftInput(serializers.Serializer[Any]):
    """A hold that is lifted, and why."""

    id = Key()
    question = serializers.ChoiceField([str(question) for question in Question])
    reason = Named(200)
    faults = FaultInput(many=True)
    taken_at = ByThePhone()


class CloseInput(serializers.Serializer[Any]):
    """A pour that was made."""

    id = Key()
    note = serializers.CharField(max_length=200, allow_blank=True)
    began_at = DayAndTime()
    taken_at = ByThePhone()


class MoveInput(serializers.Serializer[Any]):
    """A pour's other time."""

    pours_at = DayAndTime()
    truck = Entry()
    rate = Entry()


class PoursView(SignedInView):
    """A job's pours."""

    @extend_schema(operation_id="pours", responses=answers(PoursSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """List them, the next first, each with go or hold."""
        return Response({"pours": pour_rows(self.user(request), job)})

    @extend_schema(operation_id="plan_pour", request=PourInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Plan one."""
        pour, created = plan_pour(
            self.user(request), job, PourForm(**self.typed(request, PourInput))
        )
        return recorded(pour.pk, created)


class PourView(SignedInView):
    """A pour."""

    @extend_schema(operation_id="pour", responses=answers(PourSheet))
    def get(self, request: Request, pour: UUID) -> Response:
        """Return go or hold line by line, and its run sheet."""
        return Response(pour_sheet(self.user(request), pour))

    @extend_schema(operation_id="move_pour", request=MoveInput, responses=records())
    def put(self, request: Request, pour: UUID) -> Response:
        """Put it to another time; holds lifted for the old one hold again."""
        form = MoveForm(**self.typed(request, MoveInput))
        return recorded(move_pour(self.user(request), pour, form).pk, created=False)


class AnswersView(SignedInView):
    """The answers about a pour."""

    @extend_schema(operation_id="answer_pour", request=AnswerInput, responses=records())
    def post(self, request: Request, pour: UUID) -> Response:
        """Record one; the last one to a question counts."""
        form = AnswerForm(**self.typed(request, AnswerInput))
        answer, created = answer_pour(self.user(request), pour, form)
        return recorded(answer.pk, created)


class LiftsView(SignedInView):
    """The lifted holds of a pour."""

    @extend_schema(operation_id="lift_hold", request=LiftInput, responses=records())
    def post(self, request: Request, pour: UUID) -> Response:
        """Lift one, by name and with a reason; kept for good."""
        form = LiftForm(**self.typed(request, LiftInput))
        lifted, created = lift_hold(self.user(request), pour, form)
        return recorded(lifted.pk, created)


class ClosingView(SignedInView):
    """The closing of a pour."""

    @extend_schema(operation_id="close_pour", request=CloseInput, responses=records())
    def post(self, request: Request, pour: UUID) -> Response:
        """Close it, once nothing holds it and its surface is shot."""
        form = CloseForm(**self.typed(request, CloseInput))
        closing, created = close_pour(self.user(request), pour, form)
        return recorded(closing.pk, created)
