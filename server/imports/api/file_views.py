"""Points, drawings, readings and whole jobs over HTTP, in from files."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response

from server.background.inputs import FileInput
from server.background.models import WorkKind
from server.background.services.ask_work import WorkForm, ask_for_job, ask_of_job
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView
from server.exports.api.points_views import SurveyInput
from server.exports.lists.origin import origin_of
from server.exports.sheets import WorksSheet, jobs_on_their_way
from server.fieldbook.access import set_up_for
from server.platform.api.inputs import Key
from server.platform.api.views import answers, recorded, records


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


class JobsInView(SignedInView):
    """Jobs brought in."""

    @extend_schema(operation_id="jobs_in", responses=answers(WorksSheet))
    def get(self, request: Request, crew: UUID) -> Response:
        """List what is on its way and what came in."""
        return Response(jobs_on_their_way(self.user(request), crew))


class JobInView(SignedInView):
    """A job brought in from its file."""

    parser_classes = (MultiPartParser,)

    @extend_schema(operation_id="bring_in_job", request=FileInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Take the file; it is read beside the pages, whole or not at all."""
        typed = self.typed(request, FileInput)
        form = WorkForm(typed["id"], WorkKind.JOB_IN, file=typed["file"])
        work, created = ask_for_job(self.user(request), crew, form)
        return recorded(work.pk, created)
