"""A lesson over the phone's own addresses; the server itself has none of them."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.platform.api.inputs import Entry, Key
from server.platform.api.views import answers
from server.practice.answering import answer, hint
from server.practice.between_sheet import BetweenSheet, between_sheet
from server.practice.doing import KINDS, MARK, ActForm, do, done, mark_at
from server.practice.end import DebriefSheet, end, told_at_the_end
from server.practice.job import make_job
from server.practice.lesson_sheets import LessonsSheet, lessons_sheet
from server.practice.run import begin_run, run_of
from server.practice.sheets import (
    PracticeSheet,
    SensedSheet,
    practice_sheet,
    sensed_sheet,
)
from server.practice.show import ShownSheet, show
from simulation.practice.acts import Slide
from simulation.practice.lessons.open_site import (
    ANY,
    GROUNDS,
    INSTRUMENTS,
    RODS,
    STRUCTURES,
    Chosen,
)
from simulation.practice.on_site import Holding

#: The seeds there are.
LAST_SEED = 999_999
#: Nothing on a practice site is farther, higher or longer than this, metres and seconds.
MOST_TURN = 10.0
FARTHEST, LONGEST = 1_000.0, 10_000_000.0


class LessonInput(serializers.Serializer[Any]):
    """A lesson to begin, the seed of its site, and what is chosen of an open one."""

    id = Key()
    lesson = serializers.CharField(max_length=40)
    seed = serializers.IntegerField(min_value=0, max_value=LAST_SEED)
    ground = serializers.ChoiceField([ANY, *GROUNDS], required=False, default=ANY)
    structure = serializers.ChoiceField([ANY, *STRUCTURES], required=False, default=ANY)
    rod = serializers.ChoiceField([ANY, *RODS], required=False, default=ANY)
    instrument = serializers.ChoiceField([ANY, *INSTRUMENTS], required=False, default=ANY)


class ActInput(serializers.Serializer[Any]):
    """Something done on the site: ``at`` is by the page's clock, seconds; lengths are metres.

    ``pair`` and ``single`` are how far screws are turned, degrees; ``off`` is where a rod's
    bubble was left, 1 being the wall of its vial.
    """

    id = Key()
    kind = serializers.ChoiceField([*KINDS, MARK])
    at = serializers.FloatField(min_value=0, max_value=LONGEST)
    x = serializers.FloatField(required=False, min_value=-FARTHEST, max_value=FARTHEST)
    y = serializers.FloatField(required=False, min_value=-FARTHEST, max_value=FARTHEST)
    height = serializers.FloatField(required=False, min_value=0, max_value=FARTHEST)
    receiver = serializers.FloatField(required=False, min_value=-1, max_value=FARTHEST)
    above = serializers.FloatField(required=False, min_value=-1, max_value=FARTHEST)
    focus = serializers.FloatField(required=False, min_value=0, max_value=FARTHEST)
    pair = serializers.FloatField(required=False, min_value=-MOST_TURN, max_value=MOST_TURN)
    single = serializers.FloatField(required=False, min_value=-MOST_TURN, max_value=MOST_TURN)
    sections = serializers.IntegerField(required=False, min_value=0, max_value=20)
    off = serializers.FloatField(required=False, min_value=0, max_value=1)
    spot = serializers.CharField(required=False, allow_blank=True, max_length=20, default="")
    holding = serializers.ChoiceField(
        [one.value for one in Holding], required=False, default=Holding.STANDING.value
    )


class TaskAnswerInput(serializers.Serializer[Any]):
    """An answer to a task: typed, or chosen."""

    id = Key()
    task = serializers.CharField(max_length=40)
    typed = Entry(required=False, default="")
    choice = serializers.CharField(required=False, allow_blank=True, max_length=40, default="")


class HintInput(serializers.Serializer[Any]):
    """A task whose hint is wanted, or that is to be shown."""

    task = serializers.CharField(max_length=40)


class SenseInput(serializers.Serializer[Any]):
    """Where the receiver is, and how far the rod was lifted on its stake, metres."""

    at = serializers.FloatField(min_value=0, max_value=LONGEST)
    receiver = serializers.FloatField(min_value=-1, max_value=FARTHEST)
    above = serializers.FloatField(required=False, min_value=0, max_value=FARTHEST, default=0.0)


class BetweenInput(serializers.Serializer[Any]):
    """The two spots a tape and a water level are held to."""

    first = serializers.CharField(max_length=20)
    second = serializers.CharField(max_length=20)


class PracticeView(SignedInView):
    """Open to whoever holds the phone: nothing of it is anybody's."""

    permission_classes = (AllowAny,)


class LessonsView(PracticeView):
    """The lessons."""

    @extend_schema(operation_id="practice_lessons", responses=answers(LessonsSheet))
    def get(self, _: Request) -> Response:
        """List them."""
        return Response(lessons_sheet())

    @extend_schema(
        operation_id="begin_practice", request=LessonInput, responses=answers(PracticeSheet)
    )
    def post(self, request: Request) -> Response:
        """Begin one."""
        got = self.typed(request, LessonInput)
        chosen = Chosen(got["ground"], got["structure"], got["rod"], got["instrument"])
        run = begin_run(got["id"], got["lesson"], got["seed"], chosen)
        if run.lesson.is_on_the_job:
            make_job(run)
        return Response(practice_sheet(run))


class RunView(PracticeView):
    """A lesson in progress."""

    @extend_schema(operation_id="practice", responses=answers(PracticeSheet))
    def get(self, _: Request, run: UUID) -> Response:
        """Return it as it stands."""
        return Response(practice_sheet(run_of(run)))


class ActsView(PracticeView):
    """What is done on the site."""

    @extend_schema(
        operation_id="do_in_practice", request=ActInput, responses=answers(PracticeSheet)
    )
    def post(self, request: Request, run: UUID) -> Response:
        """Do one thing."""
        got = self.typed(request, ActInput)
        known = {name: got.pop(name) for name in ("id", "kind", "at", "spot", "holding")}
        found = run_of(run)
        do(found, ActForm(**known, numbers=got))
        return Response(practice_sheet(found))


class SenseView(PracticeView):
    """What is heard and seen with the receiver somewhere on the rod."""

    @extend_schema(
        operation_id="sense_in_practice",
        parameters=[
            OpenApiParameter("at", float, required=True),
            OpenApiParameter("receiver", float, required=True),
            OpenApiParameter("above", float),
        ],
        responses=answers(SensedSheet),
    )
    def get(self, request: Request, run: UUID) -> Response:
        """Return it; nothing is done by it."""
        read = SenseInput(data=request.query_params)
        read.is_valid(raise_exception=True)
        got = read.validated_data
        found = run_of(run)
        numbers = {"receiver": got["receiver"], "above": got["above"]}
        form = ActForm(found.job, MARK, got["at"], numbers)
        if got["above"]:
            return Response(sensed_sheet(mark_at(found, form)))
        return Response(sensed_sheet(done(found, found.state, Slide(got["receiver"]), got["at"])))


class BetweenView(PracticeView):
    """A tape and a water level, held between two spots."""

    @extend_schema(
        operation_id="between_in_practice",
        parameters=[
            OpenApiParameter("first", str, required=True),
            OpenApiParameter("second", str, required=True),
        ],
        responses=answers(BetweenSheet),
    )
    def get(self, request: Request, run: UUID) -> Response:
        """Return what one sees of them; nothing is done by it."""
        read = BetweenInput(data=request.query_params)
        read.is_valid(raise_exception=True)
        got = read.validated_data
        return Response(between_sheet(run_of(run), got["first"], got["second"]))


class AnswersView(PracticeView):
    """What is written down."""

    @extend_schema(
        operation_id="answer_in_practice", request=TaskAnswerInput, responses=answers(PracticeSheet)
    )
    def post(self, request: Request, run: UUID) -> Response:
        """Write an answer down."""
        got = self.typed(request, TaskAnswerInput)
        found = run_of(run)
        answer(found, got["id"], got["task"], got["typed"], got["choice"])
        return Response(practice_sheet(found))


class HintsView(PracticeView):
    """Hints, which cost points."""

    @extend_schema(
        operation_id="hint_in_practice", request=HintInput, responses=answers(PracticeSheet)
    )
    def post(self, request: Request, run: UUID) -> Response:
        """Show one."""
        found = run_of(run)
        hint(found, self.typed(request, HintInput)["task"])
        return Response(practice_sheet(found))


class ShownView(PracticeView):
    """How a task is done, before one's eyes."""

    @extend_schema(
        operation_id="show_in_practice", request=HintInput, responses=answers(ShownSheet)
    )
    def post(self, request: Request, run: UUID) -> Response:
        """Tell what a careful person would do."""
        return Response(show(run_of(run), self.typed(request, HintInput)["task"]))


class EndView(PracticeView):
    """The end of a lesson."""

    @extend_schema(operation_id="practice_debrief", responses=answers(DebriefSheet))
    def get(self, _: Request, run: UUID) -> Response:
        """Tell what was told at the end; nothing before it."""
        return Response(told_at_the_end(run_of(run)))

    @extend_schema(operation_id="end_practice", request=None, responses=answers(DebriefSheet))
    def post(self, _: Request, run: UUID) -> Response:
        """End it, and tell."""
        return Response(end(run_of(run)))
