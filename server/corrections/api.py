"""Mistakes put right, over HTTP: parts taken out and brought back, benchmarks, copies of jobs."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.corrections.figures import MovesOfAll
from server.corrections.retired import RestingSheet, RetiredList, resting_sheet, retired_list
from server.corrections.services.benchmarks import (
    CorrectionForm,
    DescribedForm,
    correct_benchmark,
    describe_benchmark,
    draft_correction,
    draft_retirement,
)
from server.corrections.services.copy_job import CopyForm, copy_job
from server.corrections.services.take_out import OutForm, bring_back, take_out
from server.crews.signed_in import SignedInView, WorkedOutView
from server.jobs.models import RetiredAs
from server.platform.api.inputs import Entry, Key, Name, Named
from server.platform.api.views import answers, recorded, records


class TakenOut(TypedDict):
    """Whether a part was removed for good; else it is retired."""

    is_removed: bool


class CorrectionDraft(TypedDict):
    """What a correction moves, and the digest by which that is accepted."""

    moves: MovesOfAll
    accepted: str


class OutInput(serializers.Serializer[Any]):
    """Why a part is taken out; of a benchmark, what became of it."""

    why = Named(200, allow_blank=True, default="")
    retired_as = serializers.ChoiceField(RetiredAs.choices, allow_blank=True, default="")


class DescribedInput(serializers.Serializer[Any]):
    """What a benchmark is, and where on the plan."""

    description = Named(200, allow_blank=True, default="")
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")


class CorrectionDraftInput(serializers.Serializer[Any]):
    """A benchmark's right elevation."""

    elevation = Entry()


class CorrectionInput(CorrectionDraftInput):
    """A benchmark's right elevation, why, and the digest of what it moves."""

    id = Key()
    reason = Named(200, allow_blank=True)
    accepted = Named(64)


class CopyInput(serializers.Serializer[Any]):
    """What a copied job is called."""

    id = Key()
    name = Name(80)
    place = Named(120, allow_blank=True, default="")


class RetiredView(SignedInView):
    """What is retired of a job."""

    @extend_schema(operation_id="retired", responses=answers(RetiredList))
    def get(self, request: Request, job: UUID) -> Response:
        """List it, the last first."""
        return Response(retired_list(self.user(request), job))


class OutView(SignedInView):
    """A part of a job's plan."""

    @extend_schema(operation_id="resting_on", responses=answers(RestingSheet))
    def get(self, request: Request, job: UUID, kind: str, part: UUID) -> Response:
        """Tell what rests on it."""
        return Response(resting_sheet(self.user(request), job, kind, part))

    @extend_schema(operation_id="take_out_of_plan", request=OutInput, responses=answers(TakenOut))
    def post(self, request: Request, job: UUID, kind: str, part: UUID) -> Response:
        """Remove it while nothing rests on it, else retire it."""
        form = OutForm(**self.typed(request, OutInput))
        return Response({"is_removed": take_out(self.user(request), job, kind, part, form)})


class BackView(SignedInView):
    """A part that is retired."""

    @extend_schema(operation_id="bring_back", request=None, responses=answers(RetiredList))
    def post(self, request: Request, job: UUID, kind: str, part: UUID) -> Response:
        """Bring it back into the plan."""
        bring_back(self.user(request), job, kind, part)
        return Response(retired_list(self.user(request), job))


class DescribedView(SignedInView):
    """What a benchmark is, and where."""

    @extend_schema(
        operation_id="describe_benchmark", request=DescribedInput, responses=answers(RestingSheet)
    )
    def put(self, request: Request, job: UUID, benchmark: UUID) -> Response:
        """Describe and place it better."""
        form = DescribedForm(**self.typed(request, DescribedInput))
        describe_benchmark(self.user(request), job, benchmark, form)
        return Response(resting_sheet(self.user(request), job, "benchmarks", benchmark))


class CorrectionDraftView(WorkedOutView):
    """A benchmark's right elevation, as it is typed."""

    @extend_schema(
        operation_id="draft_correction",
        request=CorrectionDraftInput,
        responses=answers(CorrectionDraft),
    )
    def post(self, request: Request, job: UUID, benchmark: UUID) -> Response:
        """Tell what it would move."""
        form = CorrectionForm(**self.typed(request, CorrectionDraftInput))
        moves, accepted = draft_correction(self.user(request), job, benchmark, form)
        return Response({"moves": moves, "accepted": accepted})


class CorrectionsView(SignedInView):
    """A benchmark's corrections."""

    @extend_schema(operation_id="correct_benchmark", request=CorrectionInput, responses=records())
    def post(self, request: Request, job: UUID, benchmark: UUID) -> Response:
        """Correct its elevation, what it moves having been accepted."""
        typed = self.typed(request, CorrectionInput)
        key, form = typed.pop("id"), CorrectionForm(**typed)
        made, is_new = correct_benchmark(self.user(request), job, benchmark, key, form)
        return recorded(made.pk, is_new)


class RetirementDraftView(WorkedOutView):
    """A benchmark that may be retired."""

    @extend_schema(operation_id="draft_retirement", request=OutInput, responses=answers(MovesOfAll))
    def post(self, request: Request, job: UUID, benchmark: UUID) -> Response:
        """Tell what rests on it, and what would be in doubt."""
        form = OutForm(**self.typed(request, OutInput))
        return Response(draft_retirement(self.user(request), job, benchmark, form))


class CopyView(SignedInView):
    """A job as a pattern for another."""

    @extend_schema(operation_id="copy_job", request=CopyInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Begin a job with its plan, its gear choices and its prices; no records."""
        copied, is_new = copy_job(
            self.user(request), job, CopyForm(**self.typed(request, CopyInput))
        )
        return recorded(copied.pk, is_new)
