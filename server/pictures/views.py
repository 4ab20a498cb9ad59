"""Pictures over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.pictures.models import About
from server.pictures.services.add_picture import LARGEST, PictureForm, add_picture
from server.pictures.sheets import (
    PictureShown,
    PicturesSheet,
    picture_shown,
    pictures_sheet,
)
from server.platform.api.inputs import ByThePhone, Key, Named
from server.platform.api.views import answers, recorded, records


class PictureInput(serializers.Serializer[Any]):
    """A picture, in base 64."""

    id = Key()
    kind = serializers.ChoiceField(About.choices)
    about = Key()
    note = Named(120, allow_blank=True, default="")
    picture = serializers.CharField(max_length=LARGEST * 2, allow_blank=True)
    taken_at = ByThePhone()


class PicturesView(SignedInView):
    """A job's pictures."""

    @extend_schema(operation_id="pictures", responses=answers(PicturesSheet))
    def get(self, request: Request, job: UUID) -> Response:
        """List them."""
        return Response(pictures_sheet(self.user(request), job))

    @extend_schema(operation_id="add_picture", request=PictureInput, responses=records())
    def post(self, request: Request, job: UUID) -> Response:
        """Add one to something of the job."""
        form = PictureForm(**self.typed(request, PictureInput))
        picture, created = add_picture(self.user(request), job, form)
        return recorded(picture.pk, created)


class SmallPictureView(SignedInView):
    """A picture, small."""

    @extend_schema(operation_id="small_picture", responses=answers(PictureShown))
    def get(self, request: Request, picture: UUID) -> Response:
        """Return it."""
        return Response(picture_shown(self.user(request), picture, "small"))


class LargePictureView(SignedInView):
    """A picture, whole."""

    @extend_schema(operation_id="large_picture", responses=answers(PictureShown))
    def get(self, request: Request, picture: UUID) -> Response:
        """Return it."""
        return Response(picture_shown(self.user(request), picture, "large"))
