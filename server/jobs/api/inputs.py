"""What the jobs API takes."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from core.lengths.style import STYLE_CODES
from server.api.inputs import Entry, Named
from server.jobs.services.draft_floor import FloorForm


class BenchmarkInput(serializers.Serializer[Any]):
    """A new benchmark."""

    id = serializers.UUIDField()
    name = Named(20)
    elevation = Entry()
    description = Named(200)
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")


class TrustInput(serializers.Serializer[Any]):
    """How often a benchmark is read again, and how far off is still good."""

    reread_minutes = Entry()
    reread_tolerance = Entry()
    rough_tolerance = Entry()
    run_allowance = Entry()


class JobInput(serializers.Serializer[Any]):
    """A new job with its first benchmark."""

    id = serializers.UUIDField()
    crew = serializers.UUIDField()
    name = Named(80)
    place = Named(120)
    style = serializers.ChoiceField(STYLE_CODES)  # type: ignore[assignment]
    benchmark = BenchmarkInput()


class CornerInput(serializers.Serializer[Any]):
    """A corner of an outline."""

    x = Entry()
    y = Entry()


class FloorInput(serializers.Serializer[Any]):
    """A floor's plan; the fields of the other shapes may be empty."""

    id = serializers.UUIDField()
    name = Named(40)
    shape = serializers.ChoiceField(["rectangle", "l-shape", "corners"])
    length = Entry()
    width = Entry()
    notch_length = Entry()
    notch_width = Entry()
    corners = serializers.ListField(child=CornerInput(), max_length=200)
    level_from = serializers.ChoiceField(["elevation", "benchmark", "floor"])
    level = Entry()
    side = serializers.ChoiceField(["above", "below"])
    reference = serializers.UUIDField(allow_null=True)
    thickness = Entry()
    least_thickness = Entry()
    tolerance = Entry()
    grid_spacing = Entry()
    mark_spacing = Entry()
    waste = Entry()
    order_step = Entry()


class FloorDraftInput(FloorInput):
    """A floor's plan while it is being typed; even the name may be empty."""

    name = Entry()  # type: ignore[assignment]


class PointInput(serializers.Serializer[Any]):
    """An extra point."""

    id = serializers.UUIDField()
    x = Entry()
    y = Entry()


def floor_form(typed: dict[str, Any]) -> FloorForm:
    """Return the service's form of a checked body."""
    corners = [(corner["x"], corner["y"]) for corner in typed["corners"]]
    return FloorForm(**{**typed, "corners": corners})
