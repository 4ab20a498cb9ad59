"""Set-ups that can be trusted: backsights, and what a failed re-read puts in doubt (section 4)."""

from core.setups.backsights import Backsight, Backsights, take_backsights
from core.setups.doubt import (
    Agreement,
    BenchmarkRead,
    Taken,
    is_standing,
    last_good,
    readings_in_doubt,
)

__all__ = [
    "Agreement",
    "Backsight",
    "Backsights",
    "BenchmarkRead",
    "Taken",
    "is_standing",
    "last_good",
    "readings_in_doubt",
    "take_backsights",
]
