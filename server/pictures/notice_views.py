"""The pictures of a customer's notice, over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from server.crews.signed_in import SignedInView
from server.pictures.services.show_in_notice import MOST, show_in_notice
from server.pictures.sheets import (
    NoticePicturesSheet,
    ShownInNotice,
    pictures_by_link,
    pictures_of_notice,
)
from server.platform.api.inputs import Key
from server.platform.api.views import answers


class ShownInput(serializers.Serializer[Any]):
    """The pictures that a notice shows."""

    pictures = serializers.ListField(child=Key(), max_length=MOST * 2)


class NoticePicturesView(SignedInView):
    """The pictures of a notice."""

    @extend_schema(operation_id="notice_pictures", responses=answers(NoticePicturesSheet))
    def get(self, request: Request, notice: UUID) -> Response:
        """Tell which it shows."""
        return Response(pictures_of_notice(self.user(request), notice))

    @extend_schema(
        operation_id="show_in_notice",
        request=ShownInput,
        responses=answers(NoticePicturesSheet),
    )
    def put(self, request: Request, notice: UUID) -> Response:
        """Choose which it shows."""
        show_in_notice(self.user(request), notice, **self.typed(request, ShownInput))
        return Response(pictures_of_notice(self.user(request), notice))


class LinkPicturesView(APIView):
    """The pictures a customer sees by the link; nobody signs in."""

    authentication_classes = ()
    permission_classes = ()
    throttle_classes = (ScopedRateThrottle,)
    throttle_scope = "link"

    @extend_schema(operation_id="pictures_by_link", responses=answers(ShownInNotice), auth=[])
    def get(self, request: Request, token: str) -> Response:
        """Return them."""
        return Response(pictures_by_link(token))
