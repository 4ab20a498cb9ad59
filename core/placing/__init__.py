"""Where to stand: the surest place, the beam over it, and several set-ups (section 5)."""

from core.placing.beam import BeamRange, beam_over
from core.placing.blocks import hidden
from core.placing.cost import NotRead, less_sure_by, not_read_from
from core.placing.places import (
    Placement,
    Reach,
    Stand,
    ToShoot,
    Why,
    largest_at,
    stand_at,
    where_to_stand,
)
from core.placing.several import SetUpPlan, set_ups_for

__all__ = [
    "BeamRange",
    "NotRead",
    "Placement",
    "Reach",
    "SetUpPlan",
    "Stand",
    "ToShoot",
    "Why",
    "beam_over",
    "hidden",
    "largest_at",
    "less_sure_by",
    "not_read_from",
    "set_ups_for",
    "stand_at",
    "where_to_stand",
]
