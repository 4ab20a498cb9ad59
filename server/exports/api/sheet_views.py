"""Sheets on paper over HTTP: the plan, stakes, lists, a section; the job as a folder."""

from __future__ import annotations

from uuid import UUID

from django.http import FileResponse, HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.common.files import plain_name
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView
from server.exports.api.sheet_inputs import (
    EndsInput,
    SectionInput,
    SheetInput,
    StakesInput,
    StripInput,
    TaskInput,
    asked,
    label_ask,
    section_line,
    sheet_ask,
    strip_lengths,
)
from server.exports.pdf.page import Paper
from server.exports.plan_sheets.folder import job_folder
from server.exports.plan_sheets.labels import labels_of, labels_paper
from server.exports.plan_sheets.lists import piers_paper, walking_paper
from server.exports.plan_sheets.plan_paper import plan_paper
from server.exports.plan_sheets.section_paper import section_paper
from server.exports.plan_sheets.section_sheet import SectionSheet, section_sheet
from server.exports.plan_sheets.strip_paper import strip_paper
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.platform.api.views import a_file, answers, as_file, site_of

PDF, ZIP = "application/pdf", "application/zip"


class _SheetView(SignedInView):
    def job(self, request: Request, job: UUID) -> Job:
        """Return the job whose sheet is asked for."""
        return job_for(self.user(request), job, Ability.READ)[0]

    def sheet(self, job: Job, what: str, paper: Paper) -> HttpResponse:
        """Answer with a sheet."""
        return as_file(f"{plain_name(job.name)}-{what}.pdf", paper.content, PDF)


class PlanPdfView(_SheetView):
    """A job's plan on paper."""

    @extend_schema(operation_id="plan_pdf", parameters=[SheetInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it to a true scale."""
        found, ask = self.job(request, job), sheet_ask(asked(request, SheetInput))
        return self.sheet(found, "plan", plan_paper(found, ask))


class StakesPdfView(_SheetView):
    """Labels for a job's stakes."""

    @extend_schema(operation_id="stakes_pdf", parameters=[StakesInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them, each with a code that opens its point."""
        found, ask = self.job(request, job), label_ask(asked(request, StakesInput))
        labels = labels_of(found, ask, site_of(request))
        return self.sheet(found, "stakes", labels_paper(labels, ask))


class WalkPdfView(_SheetView):
    """A job's points in walking order."""

    @extend_schema(operation_id="walk_pdf", parameters=[TaskInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them as a list."""
        typed = asked(request, TaskInput)
        found = self.job(request, job)
        return self.sheet(found, "walk", walking_paper(found, sheet_ask(typed), typed["task"]))


class PiersPdfView(_SheetView):
    """A job's pier schedules."""

    @extend_schema(operation_id="piers_pdf", parameters=[SheetInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them."""
        found, ask = self.job(request, job), sheet_ask(asked(request, SheetInput))
        return self.sheet(found, "piers", piers_paper(self.user(request), found, ask))


class StripPdfView(_SheetView):
    """A center-zero strip and a gauge block on paper."""

    @extend_schema(operation_id="strip_pdf", parameters=[StripInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return them true to scale, in pieces to cut out."""
        found, typed = self.job(request, job), asked(request, StripInput)
        half, block = strip_lengths(found, typed)
        paper = strip_paper(half, block, style_of(found), sheet_ask(typed))
        return self.sheet(found, "strip", paper)


class SectionPdfView(_SheetView):
    """A section of a job."""

    @extend_schema(operation_id="section_pdf", parameters=[SectionInput], responses=a_file(PDF))
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return it along the line that is asked for."""
        found, typed = self.job(request, job), asked(request, SectionInput)
        paper = section_paper(found, section_line(found, typed), sheet_ask(typed))
        return self.sheet(found, "section", paper)


class SectionView(_SheetView):
    """A section of a job on a page."""

    @extend_schema(operation_id="section", parameters=[EndsInput], responses=answers(SectionSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return what it cuts along the line that is asked for."""
        found, typed = self.job(request, job), asked(request, EndsInput)
        return Response(section_sheet(found, section_line(found, typed)))


class FolderView(SignedInView):
    """A job as a folder."""

    @extend_schema(operation_id="job_folder", responses=a_file(ZIP))
    def get(self, request: Request, job: UUID) -> FileResponse:
        """Return everything of it, each file with its digest."""
        name, content = job_folder(self.user(request), job, site_of(request))
        return FileResponse(content, as_attachment=True, filename=name, content_type=ZIP)
