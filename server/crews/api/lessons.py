"""Lessons of practice in a crew, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.services.lessons import (
    CrewLessonsSheet,
    SharedForm,
    ask_for_lesson,
    lessons_sheet,
    share_lesson,
)
from server.crews.signed_in import SignedInView
from server.platform.api.inputs import Key
from server.platform.api.views import answers, recorded, records

MOST_POINTS = 1000


class SharedLessonInput(serializers.Serializer[Any]):
    """A lesson that was done on a device, and how it ended."""

    id = Key()
    lesson = serializers.CharField(max_length=40)
    points = serializers.IntegerField(min_value=0, max_value=MOST_POINTS)
    of = serializers.IntegerField(min_value=1, max_value=MOST_POINTS)
    is_passed = serializers.BooleanField()


class AskedLessonInput(serializers.Serializer[Any]):
    """A lesson, and who is asked for it."""

    id = Key()
    person = serializers.IntegerField(min_value=1)
    lesson = serializers.CharField(max_length=40)


class LessonsView(SignedInView):
    """The lessons of a crew."""

    @extend_schema(operation_id="crew_lessons", responses=answers(CrewLessonsSheet))
    def get(self, request: Request, crew: UUID) -> Response:
        """Tell who did which, and who is asked for one."""
        return Response(lessons_sheet(self.user(request), crew))


class SharedLessonsView(SignedInView):
    """Lessons that people let their crew know of."""

    @extend_schema(operation_id="share_lesson", request=SharedLessonInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Let the crew know of one."""
        form = SharedForm(**self.typed(request, SharedLessonInput))
        shared, created = share_lesson(self.user(request), crew, form)
        return recorded(shared.pk, created)


class AskedLessonsView(SignedInView):
    """Lessons people are asked for."""

    @extend_schema(operation_id="ask_for_lesson", request=AskedLessonInput, responses=records())
    def post(self, request: Request, crew: UUID) -> Response:
        """Ask somebody for one."""
        typed = self.typed(request, AskedLessonInput)
        asked, created = ask_for_lesson(
            self.user(request), crew, typed["id"], typed["person"], typed["lesson"]
        )
        return recorded(asked.pk, created)
