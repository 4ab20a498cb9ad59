"""What the jobs API takes."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from core.design import Toward
from core.design.triangulated import MOST_FACES
from core.lengths.style import STYLE_CODES
from core.tables import LARGEST
from server.jobs.plan.element_form import Typed
from server.jobs.planned import ElementKind, FloorPart
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.draft_floor import FloorForm
from server.platform.api.inputs import Entry, Key, Name

MOST_NANOMETRES = 10**14
#: Of all panels of a slab together.
MOST_PANEL_CORNERS = 400


class BenchmarkInput(serializers.Serializer[Any]):
    """A new benchmark."""

    id = Key()
    name = Name(20)
    elevation = Entry()
    description = serializers.CharField(
        max_length=200, required=False, allow_blank=True, default=""
    )
    x = Entry(required=False, default="")
    y = Entry(required=False, default="")


class TieInput(serializers.Serializer[Any]):
    """A benchmark's real elevation."""

    id = Key()
    benchmark = Key()
    real = Entry()


class UnitsInput(serializers.Serializer[Any]):
    """The style a job is to be shown in."""

    style = serializers.ChoiceField(STYLE_CODES)  # type: ignore[assignment]


class TrustInput(serializers.Serializer[Any]):
    """How often a benchmark is read again, and how far off is still good."""

    reread_minutes = Entry()
    fresh_hours = Entry()
    reread_tolerance = Entry()
    rough_tolerance = Entry()
    run_allowance = Entry()


class JobInput(serializers.Serializer[Any]):
    """A new job; its place and its first benchmark may come later."""

    id = Key()
    crew = Key()
    name = Name(80)
    place = serializers.CharField(max_length=120, required=False, allow_blank=True, default="")
    style = serializers.ChoiceField(STYLE_CODES)  # type: ignore[assignment]
    benchmark = BenchmarkInput(required=False, allow_null=True, default=None)


class CornerInput(serializers.Serializer[Any]):
    """A corner of an outline."""

    x = Entry()
    y = Entry()


class PanelInput(serializers.Serializer[Any]):
    """A panel of a slab; its corners are empty where it is the whole slab."""

    name = Entry()
    kind = serializers.ChoiceField(["level", "one", "two", "point"])
    toward = serializers.ChoiceField([str(one) for one in Toward])
    fall = Entry()
    toward_across = serializers.ChoiceField([str(one) for one in Toward])
    fall_across = Entry()
    x = Entry()
    y = Entry()
    drop = Entry()
    corners = serializers.ListField(child=CornerInput(), max_length=200)


class ThickenedInput(serializers.Serializer[Any]):
    """A thickened edge of a slab."""

    edge = Entry()
    width = Entry()
    depth = Entry()


class LayerInput(serializers.Serializer[Any]):
    """A layer under a slab, or of a stack-up over a pier."""

    name = Entry()
    nominal = Entry()
    actual = Entry()


class FloorInput(serializers.Serializer[Any]):
    """A floor's plan; the fields of the other shapes may be empty."""

    id = Key()
    name = Name(40)
    shape = serializers.ChoiceField(["rectangle", "l-shape", "corners"])
    length = Entry()
    width = Entry()
    notch_length = Entry()
    notch_width = Entry()
    corners = serializers.ListField(child=CornerInput(), max_length=200)
    level_from = serializers.ChoiceField(["elevation", "benchmark", "floor"])
    level = Entry()
    side = serializers.ChoiceField(["above", "below"])
    reference = Key(allow_null=True)
    thickness = Entry()
    least_thickness = Entry()
    tolerance = Entry()
    grid_spacing = Entry()
    mark_spacing = Entry()
    waste = Entry()
    order_step = Entry()
    stone_thickness = Entry(required=False, default="")
    formation = serializers.ChoiceField(["follow", "level"], required=False, default="follow")
    panels = serializers.ListField(child=PanelInput(), max_length=40, required=False, default=list)
    taper_edge = Entry(required=False, default="")
    taper_to = Entry(required=False, default="")
    thickened = serializers.ListField(
        child=ThickenedInput(), max_length=40, required=False, default=list
    )
    layers = serializers.ListField(child=LayerInput(), max_length=20, required=False, default=list)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """Refuse more corners of panels than a slab has, before any of them is looked at."""
        corners = sum(len(panel["corners"]) for panel in attrs["panels"])
        if corners > MOST_PANEL_CORNERS:
            most = f"They have {corners} corners in all; {MOST_PANEL_CORNERS} are the most."
            raise serializers.ValidationError({"panels": most})
        return attrs


class FloorDraftInput(FloorInput):
    """A floor's plan while it is being typed; even the name may be empty."""

    name = Entry()  # type: ignore[assignment]


class FloorChangeInput(FloorInput):
    """A floor's plan as it is to be, and as it was when its form was opened."""

    opened = serializers.DictField()


class PointInput(serializers.Serializer[Any]):
    """An extra point."""

    id = Key()
    x = Entry()
    y = Entry()


class StepInput(serializers.Serializer[Any]):
    """A step of a footing."""

    along = Entry()
    drop = Entry()


class Whole(serializers.ListField):
    """So many whole numbers, of no site larger than any."""

    def __init__(self, count: int) -> None:
        child = serializers.IntegerField(min_value=-MOST_NANOMETRES, max_value=MOST_NANOMETRES)
        super().__init__(child=child, min_length=count, max_length=count)


class MeshInput(serializers.Serializer[Any]):
    """A surface of triangles, as a drawing gave it."""

    name = serializers.CharField(max_length=200, allow_blank=True)
    corners = serializers.ListField(child=Whole(3), max_length=3 * MOST_FACES)
    faces = serializers.ListField(child=Whole(3), max_length=MOST_FACES)


class ElementInput(serializers.Serializer[Any]):
    """An element of the plan; which measures count, its kind says."""

    id = Key()
    kind = serializers.ChoiceField(ElementKind.values)
    name = Name(40)
    level_from = serializers.ChoiceField(["elevation", "benchmark", "floor"])
    level = Entry()
    side = serializers.ChoiceField(["above", "below"])
    reference = Key(allow_null=True)
    part = serializers.ChoiceField(FloorPart.values)
    tolerance = Entry()
    shape = serializers.ChoiceField(["line", "corners", "rectangle", "l-shape", "floor"])
    outline_of = Key(allow_null=True)
    corners = serializers.ListField(child=CornerInput(), max_length=200)
    measures = serializers.DictField(child=Entry())
    steps = serializers.ListField(child=StepInput(), max_length=50)
    layers = serializers.ListField(child=LayerInput(), max_length=20)
    mesh = MeshInput(required=False, allow_null=True, default=None)


class ElementDraftInput(ElementInput):
    """An element while it is being typed; even the name may be empty."""

    name = Entry()  # type: ignore[assignment]


class ElementChangeInput(ElementInput):
    """An element as it is to be, and as it was when its form was opened."""

    opened = serializers.DictField()


class TableInput(serializers.Serializer[Any]):
    """A file with a table in it, as base64."""

    table = serializers.CharField(max_length=LARGEST * 2, trim_whitespace=False, allow_blank=True)


def element_form(typed: dict[str, Any]) -> ElementForm:
    """Return the service's form of a checked body."""
    body = {**typed}
    geometry: Typed = {
        "shape": body.pop("shape"),
        "outline_of": str(body.pop("outline_of") or ""),
        "corners": _pairs(body.pop("corners")),
        "measures": body.pop("measures"),
        "steps": [dict(step) for step in body.pop("steps")],  # type: ignore[misc]
        "layers": [dict(layer) for layer in body.pop("layers")],  # type: ignore[misc]
    }
    mesh = body.pop("mesh")
    if mesh is not None:
        geometry["mesh"] = dict(mesh)  # type: ignore[typeddict-item]
    return ElementForm(**body, typed=geometry)


def _pairs(corners: list[dict[str, str]]) -> list[list[str]]:
    return [[corner["x"], corner["y"]] for corner in corners]


def floor_form(typed: dict[str, Any]) -> FloorForm:
    """Return the service's form of a checked body."""
    panels = [{**panel, "corners": _pairs(panel["corners"])} for panel in typed["panels"]]
    thickened = [dict(one) for one in typed["thickened"]]
    layers = [dict(layer) for layer in typed["layers"]]
    own = {"corners": _pairs(typed["corners"]), "panels": panels}
    own |= {"thickened": thickened, "layers": layers}
    return FloorForm(**{**typed, **own})
