"""Re-reads, knocks, turning points, runs and the way out of doubt, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.fieldbook.api.views import StrikeInput
from server.fieldbook.models import Occasion
from server.fieldbook.run_sheets import RunsSheet, runs_sheet
from server.fieldbook.services.accept_run import AcceptForm, KeepForm, accept_run
from server.fieldbook.services.preview import RereadPreview, preview_reread
from server.fieldbook.services.read_again import (
    RereadForm,
    read_again,
    report_knock,
)
from server.fieldbook.services.strikes import (
    StrikeForm,
    strike_backsight,
    strike_reread,
    strike_turning_point,
)
from server.fieldbook.services.turning_points import (
    TurningPointForm,
    shoot_turning_point,
)
from server.fieldbook.way_out import WayOut, way_out
from server.platform.api.inputs import ByThePhone, Entry, Held, Key, Name
from server.platform.api.views import answers, recorded, records


class RereadInput(serializers.Serializer[Any]):
    """A known point read again: a benchmark or a turning point."""

    id = Key()
    point = Key()
    reading = Entry()
    occasion = serializers.ChoiceField(Occasion.choices)
    sight = Held()
    taken_at = ByThePhone()


class BumpInput(serializers.Serializer[Any]):
    """The instrument was knocked where it stands."""

    id = Key()
    happened_at = ByThePhone()


class TurningPointInput(serializers.Serializer[Any]):
    """A new turning point."""

    id = Key()
    name = Name(20)
    reading = Entry()
    sight = Held()
    x = Entry()
    y = Entry()
    taken_at = ByThePhone()


class KeepInput(serializers.Serializer[Any]):
    """A turning point to keep as a benchmark."""

    turning_point = Key()
    name = Name(20)


class AcceptInput(serializers.Serializer[Any]):
    """A run that is accepted."""

    id = Key()
    accepted_at = ByThePhone()
    keep = serializers.ListField(child=KeepInput(), max_length=40)


class RereadsView(SignedInView):
    """The re-reads of a set-up."""

    @extend_schema(operation_id="read_again", request=RereadInput, responses=records())
    def post(self, request: Request, set_up: UUID) -> Response:
        """Record a known point read again."""
        form = RereadForm(**self.typed(request, RereadInput))
        reread, created = read_again(self.user(request), set_up, form)
        return recorded(reread.pk, created)


class RereadDraftView(SignedInView):
    """A re-read that is being typed."""

    @extend_schema(
        operation_id="draft_reread", request=RereadInput, responses=answers(RereadPreview)
    )
    def post(self, request: Request, set_up: UUID) -> Response:
        """Tell how far it is off, and what it would put in doubt; nothing is stored."""
        form = RereadForm(**self.typed(request, RereadInput))
        return Response(preview_reread(self.user(request), set_up, form))


class RereadStrikesView(SignedInView):
    """Strikes of re-reads."""

    @extend_schema(operation_id="strike_reread", request=StrikeInput, responses=records())
    def post(self, request: Request, reread: UUID) -> Response:
        """Strike a re-read through, with a reason."""
        form = StrikeForm(**self.typed(request, StrikeInput))
        strike, created = strike_reread(self.user(request), reread, form)
        return recorded(strike.pk, created)


class BacksightStrikesView(SignedInView):
    """Strikes of backsights."""

    @extend_schema(operation_id="strike_backsight", request=StrikeInput, responses=records())
    def post(self, request: Request, set_up: UUID, backsight: UUID) -> Response:
        """Strike a backsight through, with a reason."""
        form = StrikeForm(**self.typed(request, StrikeInput))
        strike, created = strike_backsight(self.user(request), set_up, backsight, form)
        return recorded(strike.pk, created)


class BumpsView(SignedInView):
    """The knocks of a set-up."""

    @extend_schema(operation_id="knocked", request=BumpInput, responses=records())
    def post(self, request: Request, set_up: UUID) -> Response:
        """Note that the instrument was knocked where it stands."""
        typed = self.typed(request, BumpInput)
        knock, created = report_knock(self.user(request), set_up, typed["id"], typed["happened_at"])
        return recorded(knock.pk, created)


class WayOutView(SignedInView):
    """The way out of doubt."""

    @extend_schema(operation_id="way_out", responses=answers(WayOut))
    def get(self, request: Request, set_up: UUID) -> Response:
        """Return what to shoot again, nearest first."""
        return Response(way_out(self.user(request), set_up))


class TurningPointsView(SignedInView):
    """The turning points of a set-up."""

    @extend_schema(
        operation_id="shoot_turning_point", request=TurningPointInput, responses=records()
    )
    def post(self, request: Request, set_up: UUID) -> Response:
        """Record a turning point."""
        form = TurningPointForm(**self.typed(request, TurningPointInput))
        point, created = shoot_turning_point(self.user(request), set_up, form)
        return recorded(point.pk, created)


class TurningPointStrikesView(SignedInView):
    """Strikes of turning points."""

    @extend_schema(operation_id="strike_turning_point", request=StrikeInput, responses=records())
    def post(self, request: Request, turning_point: UUID) -> Response:
        """Strike a turning point through that nothing stands on."""
        form = StrikeForm(**self.typed(request, StrikeInput))
        strike, created = strike_turning_point(self.user(request), turning_point, form)
        return recorded(strike.pk, created)


class RunsView(SignedInView):
    """A job's runs."""

    @extend_schema(operation_id="runs", responses=answers(RunsSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """Return the runs and the turning points of a job."""
        return Response(runs_sheet(self.user(request), job))


class AcceptanceView(SignedInView):
    """The acceptance of a run."""

    @extend_schema(operation_id="accept_run", request=AcceptInput, responses=records())
    def post(self, request: Request, reread: UUID) -> Response:
        """Spread a run's misclosure, and keep its points as benchmarks."""
        typed = self.typed(request, AcceptInput)
        keep = tuple(KeepForm(**one) for one in typed.pop("keep"))
        accepted, created = accept_run(self.user(request), reread, AcceptForm(**typed, keep=keep))
        return recorded(accepted.pk, created)
