"""Which kind of length each field of a form asks for, where that leaves no doubt what is meant."""

from __future__ import annotations

from core.lengths import Likely

KINDS: dict[Likely, tuple[str, ...]] = {
    Likely.LAYER: (
        "thickness", "least_thickness", "stone_thickness", "taper_to", "nominal", "actual",
        "unit", "strip_height", "head_least", "head_greatest", "shaft",
    ),
    Likely.TOLERANCE: ("tolerance", "joint", "kerf", "reread_tolerance", "rough_tolerance"),
    Likely.SECTION: ("depth", "strip_width", "diameter", "bell_diameter", "bell_height"),
    Likely.SPACING: ("grid_spacing", "mark_spacing", "spacing", "row_spacing", "apart", "stock"),
    Likely.IN_THE_GROUND: ("frost_depth", "least_depth"),
}  # fmt: skip
BY_FIELD = {name: kind for kind, names in KINDS.items() for name in names}


def likely_in(field: str) -> Likely | None:
    """Return the kind of length a field asks for; None where any length may be meant.

    >>> likely_in("layers.0.nominal")
    <Likely.LAYER: (Length(nanometres=1587500), Length(nanometres=607060000))>
    """
    return BY_FIELD.get(field.rpartition(".")[2])
