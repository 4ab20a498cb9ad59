"""The elements of a plan over HTTP, and tables of corners."""

from __future__ import annotations

import base64
import binascii
from typing import TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.tables import read_corners
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView, WorkedOutView
from server.jobs.access import element_for, job_for
from server.jobs.api.inputs import (
    ElementChangeInput,
    ElementDraftInput,
    ElementInput,
    TableInput,
    element_form,
)
from server.jobs.plan.sheets import (
    ElementDraftSheet,
    element_draft_sheet,
)
from server.jobs.plan.typed import ElementTyped, element_typed
from server.jobs.rules import kind_of
from server.jobs.services.place_element import change_element, place_element
from server.jobs.sheets import Corner
from server.platform.api.errors import ErrorBody, body_of
from server.platform.api.views import answers, recorded, records


class ElementDraftAnswer(TypedDict):
    """What an element's form would make, and what is wrong with it so far."""

    draft: ElementDraftSheet
    errors: list[ErrorBody]


class CornersRead(TypedDict):
    """The corners of a table, as they can be typed."""

    corners: list[Corner]


class ElementsView(SignedInView):
    """A job's elements."""

    @extend_schema(operation_id="place_element", request=ElementInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Put an element on the plan."""
        form = element_form(self.typed(request, ElementInput))
        element, created = place_element(self.user(request), job, form)
        return recorded(element.pk, created)


class ElementDraftView(WorkedOutView):
    """An element that is still being typed."""

    @extend_schema(
        operation_id="draft_element",
        request=ElementDraftInput,
        responses=answers(ElementDraftAnswer),
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Tell what it would be; nothing is stored."""
        form = element_form(self.typed(request, ElementDraftInput))
        draft, problems = element_draft_sheet(self.user(request), job, form)
        return Response({"draft": draft, "errors": [body_of(problem) for problem in problems]})


class ElementView(SignedInView):
    """An element."""

    @extend_schema(operation_id="element", responses=answers(ElementTyped))
    def get(self, request: Request, element: UUID) -> Response:
        """Return it as it can be typed again."""
        found, _ = element_for(self.user(request), element, Ability.READ)
        return Response(element_typed(found))

    @extend_schema(operation_id="change_element", request=ElementChangeInput, responses=records())
    def put(self, request: Request, element: UUID) -> Response:
        """Change it."""
        typed = self.typed(request, ElementChangeInput)
        opened = typed.pop("opened")
        form = element_form({**typed, "id": element})
        changed = change_element(self.user(request), element, form, opened)
        return recorded(changed.pk, created=False)


class CornersView(SignedInView):
    """A table of corners."""

    @extend_schema(operation_id="read_corners", request=TableInput, responses=answers(CornersRead))
    def post(self, request: Request, job: UUID) -> Response:
        """Read it whole or refuse it whole; nothing is stored."""
        found, _ = job_for(self.user(request), job, Ability.PLAN)
        encoded = self.typed(request, TableInput)["table"]
        try:
            table = base64.b64decode(encoded, validate=True)
        except (binascii.Error, ValueError) as failed:
            raise serializers.ValidationError({"table": "It is no base64."}) from failed
        corners = read_corners(table, kind_of(found))
        return Response({"corners": [{"x": corner.x, "y": corner.y} for corner in corners]})
