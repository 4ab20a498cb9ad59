"""What the drawings API takes."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from core.cad import DrawingUnit
from server.imports.placement import KnownForm, LayForm
from server.imports.services.place_drawing import PartForm, PlacingForm
from server.jobs.api.inputs import ElementInput, FloorInput, element_form, floor_form
from server.platform.api.inputs import Entry, Key

LONGEST_HANDLE = 200
MOST_PARTS, MOST_SHAPES, MOST_MARKS = 60, 400, 500
MOST_CORNER = 100_000


class KnownInput(serializers.Serializer[Any]):
    """A point known in the drawing and on the site."""

    handle = serializers.CharField(max_length=LONGEST_HANDLE)
    corner = serializers.IntegerField(min_value=0, max_value=MOST_CORNER)
    benchmark = Key(allow_null=True)
    right = Entry()
    away = Entry()


class LayInput(serializers.Serializer[Any]):
    """How a drawing is laid over its site."""

    unit = serializers.ChoiceField([*map(str, DrawingUnit)], allow_blank=True)
    within = Entry()
    known = serializers.ListField(child=KnownInput(), max_length=12)


class PartInput(serializers.Serializer[Any]):
    """A part of the plan: the shapes it is drawn as, and one of both forms."""

    shapes = serializers.ListField(
        child=serializers.CharField(max_length=LONGEST_HANDLE), max_length=MOST_SHAPES
    )
    mesh = serializers.CharField(max_length=LONGEST_HANDLE, allow_blank=True)
    floor = FloorInput(allow_null=True)
    element = ElementInput(allow_null=True)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """Refuse a part that is both, or nothing."""
        if (attrs["floor"] is None) is (attrs["element"] is None):
            raise serializers.ValidationError({"shapes": "A part is a floor or an element."})
        if not attrs["shapes"] and (attrs["element"] is None or not attrs["mesh"]):
            raise serializers.ValidationError({"shapes": "A part is drawn as something."})
        return attrs


class PlacingInput(LayInput):
    """What is placed of a drawing."""

    parts = serializers.ListField(child=PartInput(), max_length=MOST_PARTS)
    marks = serializers.ListField(
        child=serializers.CharField(max_length=LONGEST_HANDLE), max_length=MOST_MARKS
    )


class FollowInput(LayInput):
    """What is to follow a drawing."""

    changes = serializers.ListField(child=Key(), min_length=1, max_length=MOST_PARTS)


def lay_form(typed: dict[str, Any]) -> LayForm:
    """Return the service's form of a checked body."""
    known = [KnownForm(**one) for one in typed["known"]]
    return LayForm(typed["unit"], typed["within"], known)


def placing_form(typed: dict[str, Any]) -> PlacingForm:
    """Return the service's form of a checked body."""
    parts = [
        PartForm(
            part["shapes"],
            floor_form(part["floor"])
            if part["floor"] is not None
            else element_form(part["element"]),
            part["mesh"],
        )
        for part in typed["parts"]
    ]
    return PlacingForm(lay_form(typed), parts, typed["marks"])
