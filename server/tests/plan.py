"""Bodies of elements, as a person's form sends them."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

Body = dict[str, Any]

MEASURES: dict[str, dict[str, str]] = {
    "boards": {"clearance": '6"', "step": "2 ft", "tallest": "4 ft", "driven": '18"'},
    "excavation": {"spacing": "8 ft", "ground": "", "loose": "1.25"},
    "footing": {"strip_width": '16"', "depth": '8"', "spacing": "8 ft", "grade": "",
                "frost_depth": ""},
    "pad": {"x": "3 m", "y": "2 m", "length": "2 ft", "width": "2 ft", "depth": '12"',
            "grade": "", "frost_depth": ""},
    "wall": {
        "unit": '7 5/8"', "joint": '3/8"', "courses": "3", "thickness": '8"', "spacing": "8 ft",
    },
    "form": {"spacing": "8 ft"},
    "piers": {
        "x": "0", "y": "5 m", "x_last": "6 m", "y_last": "5 m", "count": "3", "rows": "1",
        "row_spacing": "", "extra_drop": "0", "fall": "level", "diameter": '10"',
        "bell_height": "", "bell_diameter": "", "least_depth": "", "frost_depth": "",
        "bottom": "", "stock": "12 ft", "kerf": '1/8"', "head_least": "", "head_greatest": "",
    },
    "piles": {
        "count": "3", "apart": "8 ft", "beam": '9 1/4"', "shaft": '3 1/2"',
        "torque": "3,000 ft-lb", "head_least": '2"', "head_greatest": '5"', "x": "0", "y": "0",
        "x_last": "", "y_last": "",
    },
    "marks": {"spacing": "16 ft"},
    "screed": {"straightedge": "10 ft", "overlap": "1 ft", "screeds": "fixed"},
    "finished": {"spacing": "8 ft"},
    "layer": {"spacing": "8 ft"},
    "steel": {"spacing": "12 ft"},
    "embeds": {},
    "recess": {"spacing": "8 ft", "waste": "0"},
    "curb": {"strip_width": '8"', "spacing": "8 ft", "waste": "0"},
    "grade": {"away": "6 in over 10 ft", "reach": "10 ft", "falls_to": "right", "spacing": "16 ft"},
    "lot": {},
    "obstacle": {},
}  # fmt: skip


def element_body(kind: str, floor: str, /, **changed: Any) -> Body:
    """Return the body of an element with the outline of a floor, at its top of slab."""
    measures = MEASURES[kind] | changed.pop("measures", {})
    layers = [{"name": "Beam", "nominal": '9 1/4"', "actual": ""}] if kind == "piers" else []
    if kind == "embeds":
        middle = [{"x": "3 ft", "y": "3 ft"}, {"x": "6 ft", "y": "3 ft"}]
        changed = {"shape": "corners", "outline_of": None, "corners": middle, **changed}
    if kind == "recess":
        changed = {"level": '1 1/2"', **changed}
    if kind == "curb":
        changed = {"level": '6"', "side": "above", **changed}
    body = {
        "id": str(uuid4()), "kind": kind, "name": f"The {kind}", "level_from": "floor",
        "level": "0", "side": "below", "reference": floor, "part": "top",
        "tolerance": '1/4"', "shape": "floor", "outline_of": floor, "corners": [],
        "measures": measures, "steps": [], "layers": layers,
    }  # fmt: skip
    return body | changed
