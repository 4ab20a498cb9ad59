"""A job's pictures as a zip, out and in, over HTTP."""

from __future__ import annotations

from typing import Any, TypedDict
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response

from server.background.inputs import FileInput
from server.crews.signed_in import SignedInView
from server.pictures.zipped import bring_pictures_in, pictures_zip
from server.platform.api.views import answers, as_file


class PartQuery(serializers.Serializer[Any]):
    """Which part of the pictures."""

    part = serializers.IntegerField(required=False, min_value=1, max_value=1000, default=1)


class BroughtPictures(TypedDict):
    """How many pictures came in that were not there."""

    brought: int


class PicturesZipView(SignedInView):
    """A job's pictures as a zip."""

    @extend_schema(
        operation_id="pictures_zip",
        parameters=[PartQuery],
        responses={(200, "application/zip"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, job: UUID) -> HttpResponse:
        """Take a part of them out."""
        query = PartQuery(data=request.query_params)
        query.is_valid(raise_exception=True)
        part = query.validated_data["part"]
        return as_file(*pictures_zip(self.user(request), job, part), "application/zip")


class PicturesInView(SignedInView):
    """A job's pictures brought in."""

    parser_classes = (MultiPartParser,)

    @extend_schema(
        operation_id="bring_pictures_in", request=FileInput, responses=answers(BroughtPictures)
    )
    def post(self, request: Request, job: UUID) -> Response:
        """Take those whose records came in with the job's file."""
        file = self.typed(request, FileInput)["file"]
        return Response({"brought": bring_pictures_in(self.user(request), job, file.content)})
