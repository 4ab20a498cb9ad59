"""Papers and the job as a file over HTTP, and the long work of making them."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from server.background.inputs import FileInput
from server.background.models import WorkKind
from server.background.services.ask_work import WorkForm, ask_of_job
from server.background.services.last_backup import BackupSheet, last_backup
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView
from server.exports.job_file.write import job_file
from server.exports.pdf.notice_pdf import notice_paper, notice_paper_by_link
from server.exports.services.keep_record import Compared, compared_digest, compared_file, kept_paper
from server.exports.sheets import (
    RecordsSheet,
    WorkSheet,
    records_sheet,
    work_sheet,
)
from server.platform.api.inputs import Key, Named
from server.platform.api.views import answers, as_file, recorded, records, site_of

PDF = {(200, "application/pdf"): OpenApiTypes.BINARY}


class RecordInput(serializers.Serializer[Any]):
    """A job record that is asked for."""

    id = Key()


class DigestInput(serializers.Serializer[Any]):
    """A digest as it is printed."""

    digest = Named(200)


class RecordsView(SignedInView):
    """The records of a job."""

    @extend_schema(operation_id="records", responses=answers(RecordsSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """List what was made, and what is at work."""
        return Response(records_sheet(self.user(request), job))

    @extend_schema(operation_id="ask_for_record", request=RecordInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Ask for the job record; it is made beside the pages."""
        form = WorkForm(self.typed(request, RecordInput)["id"], WorkKind.RECORD)
        work, created = ask_of_job(self.user(request), job, form, Ability.READ)
        return recorded(work.pk, created)


class PaperView(SignedInView):
    """A record that was made."""

    @extend_schema(operation_id="paper", responses=PDF)
    def get(self, request: Request, paper: UUID) -> HttpResponse:
        """Return it as it was made."""
        kept = kept_paper(self.user(request), paper)
        return as_file(kept.file_name, bytes(kept.content), "application/pdf")


class DigestView(SignedInView):
    """A digest that is compared."""

    @extend_schema(operation_id="compare_digest", request=DigestInput, responses=answers(Compared))
    def post(self, request: Request, job: UUID) -> Response:
        """Tell which record it was printed on."""
        digest = self.typed(request, DigestInput)["digest"]
        return Response(compared_digest(self.user(request), job, digest))


class CopyView(SignedInView):
    """A copy that is compared."""

    parser_classes = (MultiPartParser,)

    @extend_schema(operation_id="compare_copy", request=FileInput, responses=answers(Compared))
    def post(self, request: Request, job: UUID) -> Response:
        """Tell whether it is a record as it was made."""
        file = self.typed(request, FileInput)["file"]
        return Response(compared_file(self.user(request), job, file.content))


class JobFileView(SignedInView):
    """A job as a file."""

    @extend_schema(
        operation_id="job_file", responses={(200, "application/json"): OpenApiTypes.BINARY}
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Return the whole job."""
        return as_file(*job_file(self.user(request), job), "application/json; charset=utf-8")


class BackupsView(SignedInView):
    """The backups of this server."""

    @extend_schema(operation_id="last_backup", responses=answers(BackupSheet))
    def get(self, request: Request) -> Response:
        """Tell an owner how old the last good one is."""
        return Response(last_backup(self.user(request)))


class WorkView(SignedInView):
    """A long work."""

    @extend_schema(operation_id="work", responses=answers(WorkSheet))
    def get(self, request: Request, work: UUID) -> Response:
        """Tell how far it is."""
        return Response(work_sheet(self.user(request), work))


class NoticePdfView(SignedInView):
    """A customer's notice on paper, for its crew."""

    @extend_schema(operation_id="notice_pdf", responses=PDF)
    def get(self, request: Request, notice: UUID) -> HttpResponse:
        """Return it as it stands now."""
        paper = notice_paper(self.user(request), notice, site_of(request))
        return as_file("notice.pdf", paper.content, "application/pdf")


class LinkPdfView(APIView):
    """A customer's notice on paper, for who has its link."""

    authentication_classes = ()
    permission_classes = ()
    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "link"

    @extend_schema(operation_id="notice_pdf_by_link", responses=PDF, auth=[])
    def get(self, request: Request, token: str) -> HttpResponse:
        """Return it as it stands now."""
        paper = notice_paper_by_link(token, site_of(request))
        return as_file("notice.pdf", paper.content, "application/pdf")
