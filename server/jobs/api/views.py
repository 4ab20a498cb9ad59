"""Jobs, benchmarks, floors and points over HTTP."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView, WorkedOutView
from server.jobs.api.inputs import (
    BenchmarkInput,
    FloorChangeInput,
    FloorDraftInput,
    FloorInput,
    JobInput,
    PointInput,
    TieInput,
    TrustInput,
    floor_form,
)
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.add_point import PointForm, add_point
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.keep_trust import TrustForm, keep_trust
from server.jobs.services.lay_out_floor import change_floor, lay_out_floor
from server.jobs.services.tie_datum import TieDraft, TieForm, draft_tie, tie_datum
from server.jobs.sheets import FloorDraftSheet, JobRow, floor_draft_sheet, job_rows
from server.platform.api.errors import ErrorBody, body_of
from server.platform.api.views import answers, recorded, records


class JobsSheet(TypedDict):
    """The jobs of a person's crews."""

    jobs: list[JobRow]


class FloorDraftAnswer(TypedDict):
    """What a floor's form would make, and what is wrong with it so far."""

    draft: FloorDraftSheet
    errors: list[ErrorBody]


class TieDraftAnswer(TypedDict):
    """What a tie would move, and what is wrong with it so far."""

    draft: TieDraft
    errors: list[ErrorBody]


class JobsView(SignedInView):
    """The jobs of the person's crews."""

    @extend_schema(operation_id="jobs", responses=answers(JobsSheet))
    def get(self, request: Request) -> Response:
        """List them, the newest first."""
        return Response({"jobs": job_rows(self.user(request))})

    @extend_schema(operation_id="create_job", request=JobInput, responses=records())
    def post(self, request: Request) -> Response:
        """Open a job."""
        typed = self.typed(request, JobInput)
        first = typed.pop("benchmark")
        benchmark = BenchmarkForm(**first) if first else None
        job, created = create_job(self.user(request), JobForm(**typed, benchmark=benchmark))
        return recorded(job.pk, created)


class BenchmarksView(SignedInView):
    """A job's benchmarks."""

    @extend_schema(operation_id="add_benchmark", request=BenchmarkInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Add a benchmark."""
        form = BenchmarkForm(**self.typed(request, BenchmarkInput))
        benchmark, created = add_benchmark(self.user(request), job, form)
        return recorded(benchmark.pk, created)


class TieDraftView(WorkedOutView):
    """A tie that is still being typed."""

    @extend_schema(operation_id="draft_tie", request=TieInput, responses=answers(TieDraftAnswer))
    def post(self, request: Request, job: UUID) -> Response:
        """Tell what it would move; nothing is stored."""
        form = TieForm(**self.typed(request, TieInput))
        draft, problems = draft_tie(self.user(request), job, form)
        return Response({"draft": draft, "errors": [body_of(problem) for problem in problems]})


class TiesView(SignedInView):
    """A job's ties to a real elevation."""

    @extend_schema(operation_id="tie_datum", request=TieInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Give a benchmark its real elevation; every height of the job moves alike."""
        form = TieForm(**self.typed(request, TieInput))
        tie, created = tie_datum(self.user(request), job, form)
        return recorded(tie.pk, created)


class FloorsView(SignedInView):
    """A job's floors."""

    @extend_schema(operation_id="lay_out_floor", request=FloorInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Lay out a floor."""
        form = floor_form(self.typed(request, FloorInput))
        floor, created = lay_out_floor(self.user(request), job, form)
        return recorded(floor.pk, created)


class FloorDraftView(WorkedOutView):
    """A floor that is still being typed."""

    @extend_schema(
        operation_id="draft_floor", request=FloorDraftInput, responses=answers(FloorDraftAnswer)
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Tell what it would be; nothing is stored."""
        form = floor_form(self.typed(request, FloorDraftInput))
        draft, problems = floor_draft_sheet(self.user(request), job, form)
        return Response({"draft": draft, "errors": [body_of(problem) for problem in problems]})


class PointsView(SignedInView):
    """A floor's points."""

    @extend_schema(operation_id="add_point", request=PointInput, responses=records())
    def post(self, request: Request, floor: UUID) -> Response:
        """Put an extra point on the floor."""
        form = PointForm(**self.typed(request, PointInput))
        point, created = add_point(self.user(request), floor, form)
        return recorded(point.pk, created)


class FloorChangeView(SignedInView):
    """A floor's plan; its sheet is answered by the app that knows the concrete."""

    @extend_schema(operation_id="change_floor", request=FloorChangeInput, responses=records())
    def put(self, request: Request, floor: UUID) -> Response:
        """Change the plan."""
        typed = self.typed(request, FloorChangeInput)
        opened = typed.pop("opened")
        form = floor_form({**typed, "id": floor})
        changed = change_floor(self.user(request), floor, form, opened)
        return recorded(changed.pk, created=False)


class TrustView(SignedInView):
    """A job's limits of trust."""

    @extend_schema(operation_id="keep_trust", request=TrustInput, responses=records())
    def put(self, request: Request, job: UUID) -> Response:
        """Keep how often the benchmark is read again, and how far off is still good."""
        kept = keep_trust(self.user(request), job, TrustForm(**self.typed(request, TrustInput)))
        return recorded(kept.pk, created=False)
