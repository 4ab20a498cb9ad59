"""Points and readings over HTTP: out as files, in from files."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response

from server.api.inputs import Key
from server.api.views import SignedInView, as_file, recorded, records
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.papers.api.inputs import FileInput
from server.papers.api.points_views import SurveyInput
from server.papers.lists.points_in import origin_of
from server.papers.lists.readings_book import readings_workbook
from server.papers.models import WorkKind
from server.papers.services.ask_work import WorkForm, ask_of_job

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class PointsInInput(FileInput, SurveyInput):
    """A survey's points; on a floor they are extra points, else they are benchmarks."""

    floor = Key(required=False, allow_null=True, default=None)


class PointsInView(SignedInView):
    """A survey's points brought in."""

    parser_classes = (MultiPartParser,)

    @extend_schema(operation_id="bring_in_points", request=PointsInInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Take the file; it is read beside the pages, whole or not at all."""
        typed = self.typed(request, PointsInInput)
        origin_of(typed)
        asked = {name: typed[name] for name in ("order", "unit", "northing", "easting")}
        asked["floor"] = str(typed["floor"] or "")
        form = WorkForm(typed["id"], WorkKind.POINTS_IN, asked, typed["file"])
        work, created = ask_of_job(self.user(request), job, form, Ability.PLAN)
        return recorded(work.pk, created)


class DrawingsInView(SignedInView):
    """A drawing brought in."""

    parser_classes = (MultiPartParser,)

    @extend_schema(operation_id="bring_in_drawing", request=FileInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Take the file; it is read beside the pages, and nothing of it is on the plan yet."""
        typed = self.typed(request, FileInput)
        form = WorkForm(typed["id"], WorkKind.DRAWING_IN, file=typed["file"])
        work, created = ask_of_job(self.user(request), job, form, Ability.PLAN)
        return recorded(work.pk, created)


class ReadingsInView(SignedInView):
    """Readings brought in."""

    parser_classes = (MultiPartParser,)

    @extend_schema(operation_id="bring_in_readings", request=FileInput, responses=records())
    def post(self, request: Request, set_up: UUID) -> Response:
        """Take the file; it is read beside the pages, whole or not at all."""
        user, typed = self.user(request), self.typed(request, FileInput)
        job = set_up_for(user, set_up, Ability.RECORD).job_id
        asked = {"set_up": str(set_up)}
        form = WorkForm(typed["id"], WorkKind.READINGS_IN, asked, typed["file"])
        work, created = ask_of_job(user, job, form, Ability.RECORD)
        return recorded(work.pk, created)


class ReadingsView(SignedInView):
    """A job's readings as a workbook."""

    @extend_schema(operation_id="readings_workbook", responses={(200, XLSX): OpenApiTypes.BINARY})
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it, heights as live formulas."""
        return as_file(*readings_workbook(self.user(request), job), XLSX)
