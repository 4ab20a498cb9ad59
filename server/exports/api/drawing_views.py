"""A job's drawing over HTTP, out as a file."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from core.tables import SurveyUnit
from server.common.files import plain_name
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView
from server.exports.api.points_views import DrawingOutInput
from server.exports.api.sheet_inputs import ENDS, section_line
from server.exports.drawings.dxf import dxf_of
from server.exports.drawings.landxml import landxml_of
from server.exports.drawings.of_a_job import drawing_of, points_of
from server.exports.drawings.surfaces import surfaces_of
from server.exports.lists.origin import origin_of
from server.exports.plan_sheets.section import section_of
from server.jobs.access import job_for
from server.platform.api.views import a_file, as_file


def asked(request: Request) -> dict[str, Any]:
    """Return how a drawing is asked for; refuses what can't be."""
    read = DrawingOutInput(data=request.query_params)
    read.is_valid(raise_exception=True)
    typed: dict[str, Any] = read.validated_data
    return typed


class DxfView(SignedInView):
    """A job's plan as a drawing."""

    @extend_schema(
        operation_id="drawing_dxf",
        parameters=[DrawingOutInput],
        responses=a_file("image/vnd.dxf"),
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it, its numbers from the origin that is asked for."""
        found, _ = job_for(self.user(request), job, Ability.READ)
        typed = asked(request)
        unit = SurveyUnit(typed["unit"])
        has_section = any(typed[name] for name in ENDS)
        section = section_of(found, section_line(found, typed)) if has_section else None
        drawing = drawing_of(found, typed["heights"], unit, section)
        content = dxf_of(drawing, unit, origin_of(typed))
        return as_file(f"{plain_name(found.name)}.dxf", content, "image/vnd.dxf")


class LandXmlView(SignedInView):
    """A job's points and surfaces."""

    @extend_schema(
        operation_id="drawing_landxml",
        parameters=[DrawingOutInput],
        responses=a_file("application/xml"),
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them, their numbers from the origin that is asked for."""
        found, _ = job_for(self.user(request), job, Ability.READ)
        typed = asked(request)
        unit, origin = SurveyUnit(typed["unit"]), origin_of(typed)
        points = points_of(found, typed["heights"], unit)
        content = landxml_of(points, surfaces_of(found), unit, origin)
        return as_file(f"{plain_name(found.name)}.xml", content, "application/xml")
