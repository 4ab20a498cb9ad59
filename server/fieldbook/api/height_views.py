"""Height now, and free points, over HTTP."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.tasks import Stage, Task, stage_of
from server.crews.permissions import Ability
from server.crews.signed_in import SignedInView
from server.fieldbook.access import point_for
from server.fieldbook.services.height_now import HeightForm, HeightSheet, WantedForm, height_now
from server.fieldbook.services.keep_height import KeepForm, keep_height
from server.fieldbook.services.keep_point import KeepPointForm, keep_point
from server.jobs.services.free_points import (
    FreePointForm,
    GroupForm,
    add_free_point,
    add_group,
    aim_at,
)
from server.platform.api.errors import ErrorBody, body_of
from server.platform.api.inputs import ByThePhone, Entry, Held, Key, Name
from server.platform.api.views import answers, recorded, records

MOST_POINTS = 40


class WantedInput(serializers.Serializer[Any]):
    """A point: what it is wanted at, what it reads, or both."""

    name = Entry(required=False, default="")
    target = Entry(required=False, default="")
    reading = Entry(required=False, default="")
    sight = Held()


class HeightInput(serializers.Serializer[Any]):
    """What one stands on, what is read there, and what is wanted; nothing known is zero."""

    rod = Key()
    known = Entry(required=False, default="")
    reading = Entry(required=False, default="")
    sight = Held()
    job = Key(required=False, allow_null=True, default=None)
    benchmark = Key(required=False, allow_null=True, default=None)
    points = serializers.ListField(
        child=WantedInput(), required=False, default=list, max_length=MOST_POINTS
    )


class KeepHeightInput(HeightInput):
    """A height to keep, in an open job or in one of its own."""

    id = Key()
    taken_at = ByThePhone()
    job_name = serializers.CharField(max_length=80, required=False, allow_blank=True, default="")
    benchmark_name = serializers.CharField(
        max_length=20, required=False, allow_blank=True, default=""
    )


class FreePointInput(serializers.Serializer[Any]):
    """A free point; its target, its place and its group may be left empty."""

    id = Key()
    name = Name(40)
    target = Entry(required=False, default="")
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")
    group = Key(required=False, allow_null=True, default=None)


class GroupInput(serializers.Serializer[Any]):
    """A group of free points, such as a ceiling."""

    id = Key()
    name = Name(40)


class TargetInput(serializers.Serializer[Any]):
    """What a free point is wanted at; empty takes the target away."""

    target = Entry()


class KeepPointInput(serializers.Serializer[Any]):
    """A free point to keep as a benchmark."""

    id = Key()
    name = Name(20)


class HeightAnswer(TypedDict):
    """Heights as far as they are known, and what is wrong with what was typed."""

    height: HeightSheet
    errors: list[ErrorBody]


def _wanted(typed: dict[str, Any]) -> WantedForm:
    return WantedForm(**{name: typed[name] for name in ("name", "target", "reading", "sight")})


class HeightView(SignedInView):
    """A height that is being worked out."""

    @extend_schema(operation_id="height_now", request=HeightInput, responses=answers(HeightAnswer))
    def post(self, request: Request, crew: UUID) -> Response:
        """Tell it four ways; nothing is stored."""
        typed = self.typed(request, HeightInput)
        points = tuple(_wanted(one) for one in typed.pop("points"))
        height, problems = height_now(self.user(request), crew, HeightForm(**typed, points=points))
        return Response({"height": height, "errors": [body_of(problem) for problem in problems]})


class KeepHeightView(SignedInView):
    """Heights that are kept."""

    @extend_schema(operation_id="keep_height", request=KeepHeightInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Keep the job, its benchmark, its set-up and its points, whole or not at all."""
        typed = self.typed(request, KeepHeightInput)
        points = tuple(_wanted(one) for one in typed.pop("points"))
        own = ("id", "taken_at", "job_name", "benchmark_name")
        form = KeepForm(**{name: typed.pop(name) for name in own})
        height = HeightForm(**typed, points=points)
        job, created = keep_height(self.user(request), crew, height, form)
        return recorded(job.pk, created)


class GroupsView(SignedInView):
    """The groups of a job's free points."""

    @extend_schema(operation_id="add_point_group", request=GroupInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Add a group."""
        form = GroupForm(**self.typed(request, GroupInput))
        group, created = add_group(self.user(request), job, form)
        return recorded(group.pk, created)


class FreePointsView(SignedInView):
    """A job's free points."""

    @extend_schema(operation_id="add_free_point", request=FreePointInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Add a free point."""
        form = FreePointForm(**self.typed(request, FreePointInput))
        point, created = add_free_point(self.user(request), job, form)
        return recorded(point.pk, created)


class TargetView(SignedInView):
    """What a free point is wanted at."""

    @extend_schema(operation_id="aim_free_point", request=TargetInput, responses=records())
    def put(self, request: Request, point: UUID) -> Response:
        """Set it, or take it away."""
        aimed = aim_at(self.user(request), point, self.typed(request, TargetInput)["target"])
        return recorded(aimed.pk, created=False)


class PointAt(TypedDict):
    """Where a point is shot: its job and stage, and the floor or the element it lies on."""

    job: str
    stage: Stage
    floor: str
    element: str


class PointAtView(SignedInView):
    """A point whose code was read."""

    @extend_schema(operation_id="point_at", responses=answers(PointAt))
    def get(self, request: Request, point: UUID) -> Response:
        """Tell where it is shot."""
        found = point_for(self.user(request), point, Ability.READ)
        return Response(
            {
                "job": str(found.owner.job_id),
                "stage": stage_of(Task(found.task)),
                "floor": str(found.floor_id or ""),
                "element": str(found.element_id or ""),
            }
        )


class PointBenchmarkView(SignedInView):
    """A free point as a benchmark."""

    @extend_schema(operation_id="keep_point", request=KeepPointInput, responses=records())
    def post(self, request: Request, point: UUID) -> Response:
        """Keep it as a benchmark, as sure as it was found."""
        form = KeepPointForm(**self.typed(request, KeepPointInput))
        benchmark, created = keep_point(self.user(request), point, form)
        return recorded(benchmark.pk, created)
