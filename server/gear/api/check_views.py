"""Checks of instruments over HTTP."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.instruments import Axis
from core.lengths import Style
from core.lengths.style import STYLE_CODES
from server.crews.signed_in import SignedInView
from server.gear.check_sheets import Site
from server.gear.methods import METHODS
from server.gear.services.check_instrument import (
    CheckDraft,
    CheckForm,
    KnockForm,
    draft_check,
    record_check,
    report_knock,
)
from server.gear.sheets import InstrumentHistory, instrument_history
from server.platform.api.errors import ErrorBody, body_of
from server.platform.api.inputs import ByThePhone, Entry, Key, Named
from server.platform.api.views import answers, recorded, records


class SiteQuery(serializers.Serializer[Any]):
    """What a check's figures are written for: a style, and the longest sight there, metres."""

    units = serializers.ChoiceField(STYLE_CODES)
    sight = serializers.FloatField(required=False, min_value=0.1, max_value=2000)


class CheckInput(serializers.Serializer[Any]):
    """A check: its entries by name as they are typed, with ``…_side`` above or below."""

    id = Key()
    method = serializers.ChoiceField(list(METHODS))
    axis = serializers.ChoiceField(list(Axis), default=Axis.FIRST)
    typed = serializers.DictField(child=Entry())
    made_at = ByThePhone()


class KnockInput(serializers.Serializer[Any]):
    """What happened to an instrument."""

    id = Key()
    note = Named(200)
    is_away = serializers.BooleanField(required=False, default=False)
    happened_at = ByThePhone()


class CheckDraftAnswer(TypedDict):
    """What a check that is being typed gives, and what is wrong with it so far."""

    draft: CheckDraft
    errors: list[ErrorBody]


def site_of(request: Request) -> Site:
    """Return what the figures are written for."""
    query = SiteQuery(data=request.query_params)
    query.is_valid(raise_exception=True)
    asked = query.validated_data
    return Site(Style.from_code(asked["units"]), asked.get("sight"))


class InstrumentView(SignedInView):
    """An instrument's history."""

    @extend_schema(
        operation_id="instrument", parameters=[SiteQuery], responses=answers(InstrumentHistory)
    )
    def get(self, request: Request, instrument: UUID) -> Response:
        """Return its checks and knocks, the latest first."""
        return Response(instrument_history(self.user(request), instrument, site_of(request)))


class CheckDraftView(SignedInView):
    """A check that is being typed."""

    @extend_schema(
        operation_id="draft_check",
        parameters=[SiteQuery],
        request=CheckInput,
        responses=answers(CheckDraftAnswer),
    )
    def post(self, request: Request, instrument: UUID) -> Response:
        """Tell what it gives; nothing is stored."""
        form = CheckForm(**self.typed(request, CheckInput))
        draft, problems = draft_check(self.user(request), instrument, form, site_of(request))
        return Response({"draft": draft, "errors": [body_of(problem) for problem in problems]})


class ChecksView(SignedInView):
    """An instrument's checks."""

    @extend_schema(
        operation_id="record_check",
        parameters=[SiteQuery],
        request=CheckInput,
        responses=records(),
    )
    def post(self, request: Request, instrument: UUID) -> Response:
        """Record a check."""
        form = CheckForm(**self.typed(request, CheckInput))
        check, created = record_check(self.user(request), instrument, form, site_of(request))
        return recorded(check.pk, created)


class KnocksView(SignedInView):
    """An instrument's drops and knocks."""

    @extend_schema(operation_id="report_knock", request=KnockInput, responses=records())
    def post(self, request: Request, instrument: UUID) -> Response:
        """Note that it was dropped or knocked."""
        form = KnockForm(**self.typed(request, KnockInput))
        knock, created = report_knock(self.user(request), instrument, form)
        return recorded(knock.pk, created)
