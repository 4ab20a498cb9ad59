"""What a shape of a drawing is likely to be, by the words of its layer."""

from __future__ import annotations

import re
from enum import StrEnum


class Meant(StrEnum):
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
    (Meant.PIERS, ("PIER", "PIERS", "POST", "POSTS", "COLUMN", "COLUMNS", "TUBE", "TUBES")),
    (Meant.EXCAVATION, ("EXCAVATION", "EXCAV", "DIG", "FORMATION", "SUBGRADE")),
    (Meant.FOOTING, ("FOOTING", "FOOTINGS", "FTG", "STRIP", "STRIPS")),
    (Meant.PAD, ("PAD", "PADS")),
    (Meant.FORM, ("FORM", "FORMS", "FORMWORK", "SHUTTER")),
    (Meant.WALL, ("WALL", "WALLS", "BLOCK", "BLOCKS", "CMU")),
    (Meant.LOT, ("LOT", "BOUNDARY", "PROPERTY", "PARCEL")),
    (Meant.SLAB, ("SLAB", "SLABS", "FLOOR", "FLOORS", "CONCRETE", "CONC")),
)
PARTS = re.compile(r"[^A-Z]+")


def meant_by(layer: str) -> Meant | None:
    """Return what the shapes of a layer are likely to be; None where its name says nothing.

    >>> meant_by("S-FTG-STRIP").value, meant_by("0")
    ('footing', None)
    """
    words = set(PARTS.split(layer.upper()))
    for meant, known in WORDS:
        if words & set(known):
            return meant
    return None
