"""Set-ups, marks, shots and the book over HTTP."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from core.instruments import Setting
from core.piers import Bearing
from core.tasks import Stage
from server.crews.signed_in import SignedInView
from server.fieldbook.book import BookSheet, book_sheet
from server.fieldbook.book_csv import book_csv
from server.fieldbook.figures import Said
from server.fieldbook.services.backsights import BacksightForm, ExtraForm
from server.fieldbook.services.draft_set_up import SetUpDraftSheet, draft_set_up
from server.fieldbook.services.findings import FindingForm, record_finding
from server.fieldbook.services.lay_sheeting import SheetingForm, lay_sheeting
from server.fieldbook.services.lock_head import LockForm, lock_head
from server.fieldbook.services.marks import (
    MarksSheet,
    PointTarget,
    element_marks_sheet,
    marks_sheet,
    point_target,
)
from server.fieldbook.services.match import Match, MatchForm, match_height
from server.fieldbook.services.preview import Preview, ReadingForm, preview_reading
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.fieldbook.services.set_up import SetUpForm, set_up
from server.fieldbook.services.strikes import StrikeForm, strike_shot
from server.platform.api.errors import ErrorBody, body_of
from server.platform.api.inputs import ByThePhone, Entry, Held, Key, Named
from server.platform.api.views import answers, as_file, recorded, records

#: So many points of a floor are named at once.
MOST_POINTS = 2000


class ExtraBacksightInput(serializers.Serializer[Any]):
    """A further backsight, on another known point or held another way."""

    benchmark = Key()
    backsight = Entry()
    sight = Held()


class SetUpInput(serializers.Serializer[Any]):
    """A new set-up with its backsights, the first on a benchmark or a turning point.

    ``distance`` may be empty.
    """

    id = Key()
    instrument = Key()
    receiver = Key(required=False, allow_null=True, default=None)
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")
    taken_at = ByThePhone()
    rod = Key()
    benchmark = Key()
    backsight = Entry()
    sight = Held()
    distance = Entry(required=False, default="")
    extras = serializers.ListField(
        child=ExtraBacksightInput(), required=False, default=list, max_length=8
    )


class ReadingQuery(serializers.Serializer[Any]):
    """A reading that is being typed."""

    point = Key()
    reading = Entry()
    setting = serializers.ChoiceField([str(one) for one in Setting], default=str(Setting.FINE))
    sight = Held()


class MarksQuery(serializers.Serializer[Any]):
    """Which floor is marked, or which element at which stage."""

    floor = Key(required=False)
    element = Key(required=False)
    stage = serializers.ChoiceField([str(stage) for stage in Stage], required=False)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """Refuse neither of the two."""
        if "floor" not in attrs and not ("element" in attrs and "stage" in attrs):
            raise serializers.ValidationError({"floor": "Name a floor, or an element and a stage."})
        return attrs


class ShotInput(serializers.Serializer[Any]):
    """A new shot."""

    id = Key()
    set_up = Key()
    point = Key()
    reading = Entry()
    taken_at = ByThePhone()
    sight = Held()
    setting = serializers.ChoiceField([str(one) for one in Setting], default=str(Setting.FINE))
    first_typed = Entry(required=False, default="")
    slip = serializers.CharField(max_length=40, required=False, allow_blank=True, default="")
    misread = Key(required=False, allow_null=True, default=None)


class StrikeInput(serializers.Serializer[Any]):
    """Why a shot is struck through."""

    id = Key()
    reason = Named(200)


class SetUpDraftAnswer(TypedDict):
    """What a set-up that is being typed gives, and what is wrong with it so far."""

    draft: SetUpDraftSheet
    errors: list[ErrorBody]


def set_up_form(typed: dict[str, Any]) -> SetUpForm:
    """Return the service's form of a checked body."""
    own = {name: typed.pop(name) for name in ("id", "instrument", "receiver", "x", "y", "taken_at")}
    extras = tuple(ExtraForm(**extra) for extra in typed.pop("extras"))
    return SetUpForm(**own, sight=BacksightForm(**typed, extras=extras))


class SetUpDraftView(SignedInView):
    """A set-up that is being typed."""

    @extend_schema(
        operation_id="draft_set_up", request=SetUpInput, responses=answers(SetUpDraftAnswer)
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Tell the line it would give; nothing is stored."""
        form = set_up_form(self.typed(request, SetUpInput))
        draft, problems = draft_set_up(self.user(request), job, form)
        return Response({"draft": draft, "errors": [body_of(problem) for problem in problems]})


class SetUpsView(SignedInView):
    """A job's set-ups."""

    @extend_schema(operation_id="set_up", request=SetUpInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Record a set-up."""
        form = set_up_form(self.typed(request, SetUpInput))
        stands, created = set_up(self.user(request), job, form)
        return recorded(stands.pk, created)


class MarksView(SignedInView):
    """The marks of a floor."""

    @extend_schema(operation_id="marks", parameters=[MarksQuery], responses=answers(MarksSheet))
    def get(self, request: Request, set_up: UUID) -> Response:
        """Return where to mark and at what, four ways."""
        query = MarksQuery(data=request.query_params)
        query.is_valid(raise_exception=True)
        asked, user = query.validated_data, self.user(request)
        if "floor" in asked:
            return Response(marks_sheet(user, set_up, asked["floor"]))
        stage = Stage(asked["stage"])
        return Response(element_marks_sheet(user, set_up, asked["element"], stage))


class PointTargetView(SignedInView):
    """One point seen from a set-up."""

    @extend_schema(operation_id="point_target", responses=answers(PointTarget))
    def get(self, request: Request, set_up: UUID, point: UUID) -> Response:
        """Return how its height is set, four ways."""
        return Response(point_target(self.user(request), set_up, point))


class MatchQuery(serializers.Serializer[Any]):
    """What the rod reads on a height already built, and how far above or below it to set."""

    reading = Entry()
    amount = Entry(required=False, default="")
    side = serializers.ChoiceField(["above", "below"], default="above")
    sight = Held()


class MatchView(SignedInView):
    """A height already built, matched by transfer."""

    @extend_schema(operation_id="match_height", parameters=[MatchQuery], responses=answers(Match))
    def get(self, request: Request, set_up: UUID) -> Response:
        """Return its elevation, and how the same height or another is set from it."""
        query = MatchQuery(data=request.query_params)
        query.is_valid(raise_exception=True)
        form = MatchForm(**query.validated_data)
        return Response(match_height(self.user(request), set_up, form))


class FindingInput(serializers.Serializer[Any]):
    """What was found at the bottom of a hole."""

    id = Key()
    bearing = serializers.ChoiceField([str(bearing) for bearing in Bearing])
    is_cleaned = serializers.BooleanField()
    note = serializers.CharField(max_length=120, required=False, allow_blank=True, default="")
    depth = Entry(required=False, default="")
    taken_at = ByThePhone()


class FindingsView(SignedInView):
    """The bottom of a hole."""

    @extend_schema(operation_id="record_finding", request=FindingInput, responses=records())
    def post(self, request: Request, point: UUID) -> Response:
        """Record what was found there."""
        form = FindingForm(**self.typed(request, FindingInput))
        finding, created = record_finding(self.user(request), point, form)
        return recorded(finding.pk, created)


class LockInput(serializers.Serializer[Any]):
    """Whether the head of a pier or pile is locked."""

    id = Key()
    is_locked = serializers.BooleanField()
    word = serializers.CharField(max_length=120, allow_blank=True, required=False, default="")
    taken_at = ByThePhone()


class LocksView(SignedInView):
    """The head on a pier or pile."""

    @extend_schema(operation_id="lock_head", request=LockInput, responses=records())
    def post(self, request: Request, point: UUID) -> Response:
        """Tick it as locked, or take the tick back."""
        form = LockForm(**self.typed(request, LockInput))
        lock, created = lock_head(self.user(request), point, form)
        return recorded(lock.pk, created)


class SheetingInput(serializers.Serializer[Any]):
    """Sheeting laid over points of a floor's stone, or taken up there."""

    id = Key()
    points = serializers.ListField(child=Key(), min_length=1, max_length=MOST_POINTS)
    is_down = serializers.BooleanField()
    taken_at = ByThePhone()


class SheetingView(SignedInView):
    """The sheeting over a floor's stone."""

    @extend_schema(operation_id="lay_sheeting", request=SheetingInput, responses=records())
    def post(self, request: Request, floor: UUID) -> Response:
        """Record that it was laid over points, or taken up."""
        form = SheetingForm(**self.typed(request, SheetingInput))
        return recorded(*lay_sheeting(self.user(request), floor, form))


class ReadingView(SignedInView):
    """A reading that is being typed."""

    @extend_schema(
        operation_id="preview_reading", parameters=[ReadingQuery], responses=answers(Preview)
    )
    def get(self, request: Request, set_up: UUID) -> Response:
        """Tell what it would say, and whether it looks like a slip; nothing is stored."""
        query = ReadingQuery(data=request.query_params)
        query.is_valid(raise_exception=True)
        form = ReadingForm(**query.validated_data)
        return Response(preview_reading(self.user(request), set_up, form))


class ShotsView(SignedInView):
    """Shots."""

    @extend_schema(
        operation_id="record_shot",
        request=ShotInput,
        responses={**answers(Said), 201: answers(Said)[200]},
    )
    def post(self, request: Request) -> Response:
        """Record a shot and answer what it says."""
        form = ShotForm(**self.typed(request, ShotInput))
        _, figures, created = record_shot(self.user(request), form)
        return Response(figures, status=201 if created else 200)


class StrikesView(SignedInView):
    """Strikes."""

    @extend_schema(operation_id="strike_shot", request=StrikeInput, responses=records())
    def post(self, request: Request, shot: UUID) -> Response:
        """Strike a shot through, with a reason."""
        form = StrikeForm(**self.typed(request, StrikeInput))
        strike, created = strike_shot(self.user(request), shot, form)
        return recorded(strike.pk, created)


class BookView(SignedInView):
    """The book of a set-up."""

    @extend_schema(operation_id="book", responses=answers(BookSheet))
    def get(self, request: Request, set_up: UUID) -> Response:
        """Return the level notes with their sums."""
        return Response(book_sheet(self.user(request), set_up))


class BookCsvView(SignedInView):
    """The book of a set-up, as a file."""

    @extend_schema(operation_id="book_csv", responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, set_up: UUID) -> HttpResponse:
        """Return the level notes as CSV."""
        return as_file(*book_csv(self.user(request), set_up), "text/csv; charset=utf-8")
