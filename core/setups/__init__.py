"""Set-ups that can be trusted: backsights, and what puts their readings in doubt (section 4)."""

from core.setups.backsights import (
    Backsight,
    Backsights,
    allowed_again,
    allowed_between,
    take_backsights,
)
from core.setups.doubt import (
    Agreement,
    BenchmarkRead,
    Disagreeing,
    Doubt,
    DoubtfulSpan,
    Reported,
    SetUpRecord,
    counting,
    doubt_of,
    doubtful_spans,
    is_late,
    last_good,
    off_from_known,
    off_since_first,
)
from core.setups.proof import proven_until, told_apart

__all__ = [
    "Agreement",
    "Backsight",
    "Backsights",
    "BenchmarkRead",
    "Disagreeing",
    "Doubt",
    "DoubtfulSpan",
    "Reported",
    "SetUpRecord",
    "allowed_again",
    "allowed_between",
    "counting",
    "doubt_of",
    "doubtful_spans",
    "is_late",
    "last_good",
    "off_from_known",
    "off_since_first",
    "proven_until",
    "take_backsights",
    "told_apart",
]
