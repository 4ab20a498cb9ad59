"""What a drawing that comes in holds, and how it lies on the site; no file format."""

from core.cad.fit import Fit, Fitted, Known, fit_by
from core.cad.joining import join
from core.cad.likely_kind import LikelyKind, likely_kind_of
from core.cad.moved import moved_by
from core.cad.rows import rows_of
from core.cad.shape import Bend, DrawnShape, Spot, circle, middle_of
from core.cad.strips import Strip, sides_of, strip_between, strip_in
from core.cad.units import DrawingUnit
from core.cad.zero import KnownTwice, above_another_zero, is_at

__all__ = [
    "Bend",
    "DrawingUnit",
    "DrawnShape",
    "Fit",
    "Fitted",
    "Known",
    "KnownTwice",
    "LikelyKind",
    "Spot",
    "Strip",
    "above_another_zero",
    "circle",
    "fit_by",
    "is_at",
    "join",
    "likely_kind_of",
    "middle_of",
    "moved_by",
    "rows_of",
    "sides_of",
    "strip_between",
    "strip_in",
]
