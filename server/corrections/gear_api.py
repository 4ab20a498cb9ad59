"""Gear put right, over HTTP."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.corrections.api import TakenOut
from server.corrections.gear_sheets import GearTyped, RetiredGearList, gear_typed, retired_gear
from server.corrections.services.correct_gear import (
    FromForm,
    correct_gear,
    moves_of_gear,
    retire_gear,
    use_again,
)
from server.crews.signed_in import SignedInView, WorkedOutView
from server.gear.api.views import InstrumentInput, ReceiverInput, RodInput
from server.gear.services.add_gear import InstrumentForm, ReceiverForm, RodForm
from server.platform.api.inputs import DayAndTime, Named
from server.platform.api.views import answers


class SinceInput(serializers.Serializer[Any]):
    """Since when it was otherwise, and what went wrong; needed of gear that was used."""

    holds_from = DayAndTime(required=False, allow_null=True, default=None)
    reason = Named(200, allow_blank=True, default="")


class InstrumentRightInput(InstrumentInput, SinceInput):
    """An instrument as it should have been typed."""


class ReceiverRightInput(ReceiverInput, SinceInput):
    """A receiver as it should have been typed."""


class RodRightInput(RodInput, SinceInput):
    """A rod as it should have been typed."""


class GearMoves(TypedDict):
    """What putting gear right moves, job by job."""

    moves: list[str]


class GearOutInput(serializers.Serializer[Any]):
    """Why gear is out of use."""

    why = Named(200, allow_blank=True, default="")


def _split(typed: dict[str, Any], form: type[Any]) -> tuple[Any, FromForm]:
    since = FromForm(typed.pop("holds_from"), typed.pop("reason"))
    return form(**typed), since


class _PutRight(SignedInView):
    """A piece of gear of one kind."""

    kind: str
    inputs: type[serializers.Serializer[Any]]
    form: type[Any]

    def corrected(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Put it right, and answer with it."""
        form, since = _split(self.typed(request, self.inputs) | {"id": gear}, self.form)
        correct_gear(self.user(request), crew, self.kind, form, since)
        return Response(gear_typed(self.user(request), crew, self.kind, gear))

    def moving(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Tell what putting it right would move."""
        form, since = _split(self.typed(request, self.inputs) | {"id": gear}, self.form)
        return Response({"moves": moves_of_gear(self.user(request), crew, self.kind, form, since)})


class InstrumentRightView(_PutRight):
    """An instrument."""

    kind, inputs, form = "instruments", InstrumentRightInput, InstrumentForm

    @extend_schema(
        operation_id="put_instrument_right",
        request=InstrumentRightInput,
        responses=answers(GearTyped),
    )
    def put(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Put right what was typed of it."""
        return self.corrected(request, crew, gear)


class ReceiverRightView(_PutRight):
    """A receiver."""

    kind, inputs, form = "receivers", ReceiverRightInput, ReceiverForm

    @extend_schema(
        operation_id="put_receiver_right", request=ReceiverRightInput, responses=answers(GearTyped)
    )
    def put(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Put right what was typed of it."""
        return self.corrected(request, crew, gear)


class RodRightView(_PutRight):
    """A rod."""

    kind, inputs, form = "rods", RodRightInput, RodForm

    @extend_schema(
        operation_id="put_rod_right", request=RodRightInput, responses=answers(GearTyped)
    )
    def put(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Put right what was typed of it."""
        return self.corrected(request, crew, gear)


class InstrumentMovesView(InstrumentRightView, WorkedOutView):
    """An instrument that is being put right."""

    @extend_schema(
        operation_id="instrument_moves", request=InstrumentRightInput, responses=answers(GearMoves)
    )
    def post(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Tell what it would move."""
        return self.moving(request, crew, gear)

    http_method_names = ["post"]


class RodMovesView(RodRightView, WorkedOutView):
    """A rod that is being put right."""

    @extend_schema(operation_id="rod_moves", request=RodRightInput, responses=answers(GearMoves))
    def post(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Tell what it would move."""
        return self.moving(request, crew, gear)

    http_method_names = ["post"]


class ReceiverMovesView(ReceiverRightView, WorkedOutView):
    """A receiver that is being put right."""

    @extend_schema(
        operation_id="receiver_moves", request=ReceiverRightInput, responses=answers(GearMoves)
    )
    def post(self, request: Request, crew: UUID, gear: UUID) -> Response:
        """Tell what it would move."""
        return self.moving(request, crew, gear)

    http_method_names = ["post"]


class GearPieceView(SignedInView):
    """A piece of gear of any kind."""

    @extend_schema(operation_id="gear_piece", responses=answers(GearTyped))
    def get(self, request: Request, crew: UUID, kind: str, gear: UUID) -> Response:
        """Return it as it can be typed again."""
        return Response(gear_typed(self.user(request), crew, kind, gear))


class GearOutView(SignedInView):
    """A piece of gear in use."""

    @extend_schema(operation_id="retire_gear", request=GearOutInput, responses=answers(TakenOut))
    def post(self, request: Request, crew: UUID, kind: str, gear: UUID) -> Response:
        """Remove it while it was never used, else retire it."""
        why = self.typed(request, GearOutInput)["why"]
        return Response({"is_removed": retire_gear(self.user(request), crew, kind, gear, why)})


class GearBackView(SignedInView):
    """A piece of gear out of use."""

    @extend_schema(operation_id="use_again", request=None, responses=answers(RetiredGearList))
    def post(self, request: Request, crew: UUID, kind: str, gear: UUID) -> Response:
        """Use it again."""
        use_again(self.user(request), crew, kind, gear)
        return Response(retired_gear(self.user(request), crew))


class RetiredGearView(SignedInView):
    """A crew's gear out of use."""

    @extend_schema(operation_id="retired_gear", responses=answers(RetiredGearList))
    def get(self, request: Request, crew: UUID) -> Response:
        """List it, the last first."""
        return Response(retired_gear(self.user(request), crew))
