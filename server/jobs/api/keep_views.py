"""A job as a whole over HTTP: its name, whether it is archived, and that it is gone."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.jobs.api.views import JobsSheet
from server.jobs.services.keep_jobs import NameForm, archive_job, delete_job, rename_job
from server.jobs.sheets import job_rows
from server.platform.api.inputs import Name, Named
from server.platform.api.views import answers


class NameInput(serializers.Serializer[Any]):
    """A job's name and place."""

    name = Name(80)
    place = Named(120, allow_blank=True, default="")


class ArchivedInput(serializers.Serializer[Any]):
    """Whether a job is archived."""

    is_archived = serializers.BooleanField()


class JobNameView(SignedInView):
    """What a job is called."""

    @extend_schema(operation_id="rename_job", request=NameInput, responses=answers(JobsSheet))
    def put(self, request: Request, job: UUID) -> Response:
        """Call it something else."""
        rename_job(self.user(request), job, NameForm(**self.typed(request, NameInput)))
        return Response({"jobs": job_rows(self.user(request))})


class ArchivedView(SignedInView):
    """Whether a job is archived."""

    @extend_schema(operation_id="archive_job", request=ArchivedInput, responses=answers(JobsSheet))
    def put(self, request: Request, job: UUID) -> Response:
        """Archive it, or bring it back."""
        archive_job(self.user(request), job, **self.typed(request, ArchivedInput))
        return Response({"jobs": job_rows(self.user(request))})


class DeletionView(SignedInView):
    """A job that never was."""

    @extend_schema(operation_id="delete_job", request=None, responses=answers(JobsSheet))
    def post(self, request: Request, job: UUID) -> Response:
        """Delete it, while nothing is recorded in it."""
        delete_job(self.user(request), job)
        return Response({"jobs": job_rows(self.user(request))})
