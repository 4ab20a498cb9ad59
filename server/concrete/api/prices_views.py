"""A job's prices over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.concrete.services.prices import (
    DOLLAR,
    PricesForm,
    PricesSheet,
    keep_prices,
    prices_sheet,
)
from server.crews.signed_in import SignedInView
from server.platform.api.inputs import Entry
from server.platform.api.views import answers, recorded, records


class PricesInput(serializers.Serializer[Any]):
    """A job's prices, each may be empty."""

    concrete = Entry()
    stone = Entry()
    labor = Entry()
    short_load = Entry()
    short_below = Entry()
    truck = Entry(required=False, default="")
    currency = Entry(required=False, default=DOLLAR)
    for_crew = serializers.BooleanField()


class PricesView(SignedInView):
    """A job's prices."""

    @extend_schema(operation_id="prices", responses=answers(PricesSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return its own, or its crew's."""
        return Response(prices_sheet(self.user(request), job))

    @extend_schema(operation_id="keep_prices", request=PricesInput, responses=records())
    def put(self, request: Request, job: UUID) -> Response:
        """Keep them."""
        keep_prices(self.user(request), job, PricesForm(**self.typed(request, PricesInput)))
        return recorded(job, created=False)
