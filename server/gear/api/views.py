"""The crew's gear over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.instruments import Signal
from core.rods import GRADUATIONS, Numbering
from server.crews.signed_in import SignedInView
from server.gear.models import BeamClass, InstrumentKind, ReadTo
from server.gear.services.add_gear import (
    InstrumentForm,
    ReceiverForm,
    RodForm,
    add_instrument,
    add_receiver,
    add_rod,
)
from server.gear.services.check_instrument import choose
from server.gear.services.usual_kit import give_usual_kit
from server.gear.sheets import GearSheet, gear_sheet
from server.gear.usual import BY_CODE
from server.platform.api.inputs import Entry, Key, Name
from server.platform.api.views import answers, recorded, records


class InstrumentInput(serializers.Serializer[Any]):
    """A new instrument."""

    id = Key()
    name = Name(60)
    kind = serializers.ChoiceField(InstrumentKind.choices)
    range = Entry()
    least_distance = Entry()
    specification = Entry()
    beam_class = serializers.ChoiceField(BeamClass.choices, allow_blank=True)


class ReceiverInput(serializers.Serializer[Any]):
    """A new receiver."""

    id = Key()
    name = Name(60)
    signal = serializers.ChoiceField([str(one) for one in Signal])
    fine = Entry()
    coarse = Entry()


class RodInput(serializers.Serializer[Any]):
    """A new rod."""

    id = Key()
    name = Name(60)
    numbering = serializers.ChoiceField([str(numbering) for numbering in Numbering])
    graduation = serializers.ChoiceField(list(GRADUATIONS))
    length = Entry()
    has_bubble = serializers.BooleanField()
    read_parts = serializers.ChoiceField(ReadTo.choices)


class UsualInput(serializers.Serializer[Any]):
    """What a crew does by default where the trade has two ways."""

    way = serializers.ChoiceField(["clamp", "slide", "tape", "direct"])
    error = serializers.ChoiceField(["true", "gap"])
    floor = serializers.ChoiceField(["datum", "stone"])
    marks = serializers.ChoiceField(["own", "line"])
    screeds = serializers.ChoiceField(["fixed", "wet"])
    formation = serializers.ChoiceField(["follow", "level"])


class ChoicesInput(serializers.Serializer[Any]):
    """What a crew chooses."""

    strict_calls = serializers.BooleanField()
    check_days = serializers.IntegerField()
    helpers_set_up = serializers.BooleanField(required=False, allow_null=True, default=None)
    usual = UsualInput(required=False, allow_null=True, default=None)


class KitInput(serializers.Serializer[Any]):
    """The units a crew reads."""

    units = serializers.ChoiceField(list(BY_CODE))


class GearView(SignedInView):
    """A crew's gear."""

    @extend_schema(operation_id="gear", responses=answers(GearSheet))
    def get(self, request: Request, crew: UUID) -> Response:
        """List instruments, rods and the scales a rod can have."""
        return Response(gear_sheet(self.user(request), crew))


class InstrumentsView(SignedInView):
    """A crew's instruments."""

    @extend_schema(operation_id="add_instrument", request=InstrumentInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Add an instrument."""
        form = InstrumentForm(**self.typed(request, InstrumentInput))
        instrument, created = add_instrument(self.user(request), crew, form)
        return recorded(instrument.pk, created)


class RodsView(SignedInView):
    """A crew's rods."""

    @extend_schema(operation_id="add_rod", request=RodInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Add a rod."""
        form = RodForm(**self.typed(request, RodInput))
        rod, created = add_rod(self.user(request), crew, form)
        return recorded(rod.pk, created)


class ReceiversView(SignedInView):
    """A crew's receivers."""

    @extend_schema(operation_id="add_receiver", request=ReceiverInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Add a receiver."""
        form = ReceiverForm(**self.typed(request, ReceiverInput))
        receiver, created = add_receiver(self.user(request), crew, form)
        return recorded(receiver.pk, created)


class UsualKitView(SignedInView):
    """The kit most crews carry."""

    @extend_schema(operation_id="give_usual_kit", request=KitInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Give it to a crew, in its units; answers with its rod."""
        units = self.typed(request, KitInput)["units"]
        rod, created = give_usual_kit(self.user(request), crew, units)
        return recorded(rod, created)


class ChoicesView(SignedInView):
    """What a crew chose."""

    @extend_schema(operation_id="choose", request=ChoicesInput, responses=answers(GearSheet))
    def put(self, request: Request, crew: UUID) -> Response:
        """Keep how close calls count and how long a check holds."""
        choose(self.user(request), crew, **self.typed(request, ChoicesInput))
        return Response(gear_sheet(self.user(request), crew))
