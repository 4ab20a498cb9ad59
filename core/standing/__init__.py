"""Where to stand: the surest place, the beam over it, and several set-ups (section 5)."""

from core.standing.beam import BeamRange, beam_over
from core.standing.blocks import hidden
from core.standing.cost import NotRead, less_sure_by, not_read_from
from core.standing.places import (
    Reach,
    Stand,
    Standing,
    ToShoot,
    Why,
    largest_at,
    stand_at,
    where_to_stand,
)
from core.standing.several import SetUpPlan, set_ups_for

__all__ = [
    "BeamRange",
    "NotRead",
    "Reach",
    "SetUpPlan",
    "Stand",
    "Standing",
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
