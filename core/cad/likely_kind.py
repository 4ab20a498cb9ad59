"""What a shape of a drawing is likely to be, by the words of its layer."""

from __future__ import annotations

import re
from enum import StrEnum


class LikelyKind(StrEnum):
    """What a shape can be on the plan."""

    SLAB = "slab"
    FOOTING = "footing"
    PAD = "pad"
    PIERS = "piers"
    WALL = "wall"
    EXCAVATION = "excavation"
    FORM = "form"
    LOT = "lot"


#: Words of layers, the more particular ones first: a slab's edge is a form, a pier's pad a pad.
WORDS = (
    (LikelyKind.PIERS, ("PIER", "PIERS", "POST", "POSTS", "COLUMN", "COLUMNS", "TUBE", "TUBES")),
    (LikelyKind.EXCAVATION, ("EXCAVATION", "EXCAV", "DIG", "FORMATION", "SUBGRADE")),
    (LikelyKind.FOOTING, ("FOOTING", "FOOTINGS", "FTG", "STRIP", "STRIPS")),
    (LikelyKind.PAD, ("PAD", "PADS")),
    (LikelyKind.FORM, ("FORM", "FORMS", "FORMWORK", "SHUTTER")),
    (LikelyKind.WALL, ("WALL", "WALLS", "BLOCK", "BLOCKS", "CMU")),
    (LikelyKind.LOT, ("LOT", "BOUNDARY", "PROPERTY", "PARCEL")),
    (LikelyKind.SLAB, ("SLAB", "SLABS", "FLOOR", "FLOORS", "CONCRETE", "CONC")),
)
PARTS = re.compile(r"[^A-Z]+")


def likely_kind_of(layer: str) -> LikelyKind | None:
    """Return what the shapes of a layer are likely to be; None where its name says nothing.

    >>> likely_kind_of("S-FTG-STRIP").value, likely_kind_of("0")
    ('footing', None)
    """
    words = set(PARTS.split(layer.upper()))
    for kind, known in WORDS:
        if words & set(known):
            return kind
    return None
