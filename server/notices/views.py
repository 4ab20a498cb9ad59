"""Customer's notices over HTTP: the crew's, and the one page a customer opens by its link."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.contrib.auth import get_user
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from server.crews.models import User
from server.crews.signed_in import SignedInView
from server.notices.services.acknowledge_notice import (
    AcknowledgeForm,
    acknowledge_by_phone,
    acknowledge_notice,
)
from server.notices.services.notice_page import NoticePage, notice_page
from server.notices.services.notices import NoticesSheet, notices_sheet
from server.notices.services.send_notice import (
    LONGEST_DAYS,
    NoticeForm,
    send_notice,
    withdraw_notice,
)
from server.platform.api.addresses import client_address
from server.platform.api.inputs import ByThePhone, Entry, Key, Named
from server.platform.api.views import answers, recorded, records


class NoticeInput(serializers.Serializer[Any]):
    """A new notice."""

    id = Key()
    rate = Entry()
    days = serializers.IntegerField(min_value=1, max_value=LONGEST_DAYS)
    taken_at = ByThePhone()


class WithdrawInput(serializers.Serializer[Any]):
    """A notice taken back."""

    id = Key()


class AcknowledgeInput(serializers.Serializer[Any]):
    """A customer's word."""

    id = Key()
    name = Named(80)


class NoticesView(SignedInView):
    """The notices of a floor."""

    @extend_schema(operation_id="notices", responses=answers(NoticesSheet))
    def get(self, request: Request, floor: UUID) -> Response:
        """List them, the last first, each with where it stands."""
        return Response(notices_sheet(self.user(request), floor))

    @extend_schema(operation_id="send_notice", request=NoticeInput, responses=records())
    def post(self, request: Request, floor: UUID) -> Response:
        """Keep the numbers as they are now, for the customer to acknowledge."""
        form = NoticeForm(**self.typed(request, NoticeInput))
        notice, created = send_notice(self.user(request), floor, form)
        return recorded(notice.pk, created)


class WithdrawalView(SignedInView):
    """A notice taken back."""

    @extend_schema(operation_id="withdraw_notice", request=WithdrawInput, responses=records())
    def post(self, request: Request, notice: UUID) -> Response:
        """Take it back: its link shows nothing more."""
        key = self.typed(request, WithdrawInput)["id"]
        withdrawal, created = withdraw_notice(self.user(request), notice, key)
        return recorded(withdrawal.pk, created)


class SpokenView(SignedInView):
    """A customer's word that was said by phone."""

    @extend_schema(
        operation_id="acknowledge_by_phone", request=AcknowledgeInput, responses=records()
    )
    def post(self, request: Request, notice: UUID) -> Response:
        """Record it, as the word of who says so."""
        form = _word(request, self.typed(request, AcknowledgeInput))
        acknowledged, created = acknowledge_by_phone(self.user(request), notice, form)
        return recorded(acknowledged.pk, created)


class LinkView(APIView):
    """What a customer opens by the link; nobody signs in, and nothing else is seen."""

    authentication_classes = ()
    permission_classes = ()
    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "link"

    @extend_schema(operation_id="notice_by_link", responses=answers(NoticePage), auth=[])
    def get(self, request: Request, token: str) -> Response:
        """Return the map, the numbers, the price, and where it stands."""
        return Response(notice_page(token))

    @extend_schema(
        operation_id="acknowledge_notice", request=AcknowledgeInput, responses=records(), auth=[]
    )
    def post(self, request: Request, token: str) -> Response:
        """Acknowledge it, once, by name."""
        read = AcknowledgeInput(data=request.data)
        read.is_valid(raise_exception=True)
        form, signed_in = _word(request, read.validated_data), get_user(request._request)
        visitor = signed_in if isinstance(signed_in, User) else None
        acknowledged, created = acknowledge_notice(token, form, visitor)
        return recorded(acknowledged.pk, created)


def _word(request: Request, typed: dict[str, Any]) -> AcknowledgeForm:
    """Return a customer's word with where it comes from."""
    browser = request.headers.get("User-Agent", "")
    return AcknowledgeForm(**typed, address=client_address(request._request), browser=browser)
