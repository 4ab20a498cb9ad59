"""What a drawing that comes in holds, and how it lies on the site; no file format."""

from core.traced.compared import moved_by
from core.traced.curve import Bend, Spot, Traced, circle, middle_of
from core.traced.fit import Fit, Fitted, Known, fit_by
from core.traced.joined import join
from core.traced.meant import Meant, meant_by
from core.traced.rows import rows_of
from core.traced.strips import Strip, sides_of, strip_between, strip_in
from core.traced.units import DrawingUnit
from core.traced.zero import KnownTwice, above_another_zero, is_at

__all__ = [
    "Bend",
    "DrawingUnit",
    "Fit",
    "Fitted",
    "Known",
    "KnownTwice",
    "Meant",
    "Spot",
    "Strip",
    "Traced",
    "above_another_zero",
    "circle",
    "fit_by",
    "is_at",
    "join",
    "meant_by",
    "middle_of",
    "moved_by",
    "rows_of",
    "sides_of",
    "strip_between",
    "strip_in",
]
