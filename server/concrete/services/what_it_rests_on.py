"""What a floor's concrete rests on, as one digest: the same digest gives the same figures."""

from __future__ import annotations

import hashlib

from core.design import Slab
from core.lengths import Style
from server.fieldbook.pegs import FoundPoint
from server.jobs.models import Floor

#: U is worked out by floating point; beyond this many places of a metre machines may differ.
PLACES = 9


def rests_on(floor: Floor, slab: Slab, stone: list[FoundPoint], style: Style) -> str:
    """Return the digest of a floor's design, its order, its stone, and how that was read."""
    design = (slab.panels, slab.underside, slab.levels, style.code, style.datum)
    order = (f"{floor.waste:f}", f"{floor.order_step:f}", floor.tolerance)
    shots = [
        (
            str(one.point.pk), one.point.name, one.point.spot, one.elevation, one.seen,
            str(one.sighting.set_up), one.sighting.place, round(one.half_width, PLACES),
        )
        for one in stone
    ]  # fmt: skip
    told = repr((str(floor.pk), design, order, shots))
    return hashlib.sha256(told.encode()).hexdigest()[:32]
