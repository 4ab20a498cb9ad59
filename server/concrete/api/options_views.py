"""A floor's map, its options and its regradings over HTTP: what rests on surfaces."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.concrete.services.lift_sheet import LiftSheet, lift_sheet
from server.concrete.services.map_sheet import ThicknessMap
from server.concrete.services.options import OptionsForm, OptionsSheet, options_sheet
from server.concrete.services.regrade import RegradeForm, regrade
from server.concrete.services.thickness_map import thickness_map
from server.crews.signed_in import SignedInView, WorkedOutView
from server.platform.api.inputs import ByThePhone, Entry, Key
from server.platform.api.views import answers, recorded, records


class OptionsInput(serializers.Serializer[Any]):
    """A trigger, and how far the slab is raised or lowered within what the datum allows."""

    trigger = Entry()
    raised = Entry()
    down = Entry()
    up = Entry()


class RegradeInput(serializers.Serializer[Any]):
    """A regrading of stone that is over a trigger."""

    id = Key()
    trigger = Entry()
    graded_at = ByThePhone()


class MapView(SignedInView):
    """A floor's thickness map."""

    @extend_schema(operation_id="thickness_map", responses=answers(ThicknessMap))
    def get(self, request: Request, floor: UUID) -> Response:
        """Return its bands, its contour lines and its worst spots."""
        return Response(thickness_map(self.user(request), floor))


class LiftView(SignedInView):
    """How thick a layer came out."""

    @extend_schema(operation_id="lift", responses=answers(LiftSheet))
    def get(self, request: Request, element: UUID) -> Response:
        """Return its mean and its thinnest spot over what was shot below it."""
        return Response(lift_sheet(self.user(request), element))


class OptionsView(WorkedOutView):
    """A floor's options."""

    @extend_schema(operation_id="options", request=OptionsInput, responses=answers(OptionsSheet))
    def post(self, request: Request, floor: UUID) -> Response:
        """Return them side by side; nothing is stored."""
        form = OptionsForm(**self.typed(request, OptionsInput))
        return Response(options_sheet(self.user(request), floor, form))


class RegradesView(SignedInView):
    """A floor's regradings."""

    @extend_schema(operation_id="regrade", request=RegradeInput, responses=records())
    def post(self, request: Request, floor: UUID) -> Response:
        """Record one: what it touched is to be shot again."""
        form = RegradeForm(**self.typed(request, RegradeInput))
        made, created = regrade(self.user(request), floor, form)
        return recorded(made.pk, created)
