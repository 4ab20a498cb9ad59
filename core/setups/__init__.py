"""Set-ups that can be trusted: backsights, and what a failed re-read puts in doubt (section 4)."""

from core.setups.backsights import Backsight, Backsights, take_backsights
from core.setups.doubt import (
    Agreement,
    BenchmarkRead,
    DoubtfulSpan,
    doubtful_spans,
    is_standing,
    last_good,
    off_from_known,
    off_since_first,
)

__all__ = [
    "Agreement",
    "Backsight",
    "Backsights",
    "BenchmarkRead",
    "DoubtfulSpan",
    "doubtful_spans",
    "is_standing",
    "last_good",
    "off_from_known",
    "off_since_first",
    "take_backsights",
]
