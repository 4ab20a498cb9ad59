"""What a drawing shows of a job, before any file format (section 1: plan of the work)."""

from core.drawings.drawing import (
    DrawnPoint,
    DrawnShape,
    JobDrawing,
    cut_or_fill,
    in_survey,
    layer_name,
)
from core.drawings.scale import SheetScale, bar_for, scale_for
from core.drawings.section import (
    CutShot,
    CutSurface,
    SectionLine,
    beside,
    cut,
    cut_strip,
    exaggeration,
)
from core.drawings.stakes import sprayed, stake_text
from core.drawings.strip import StripMark, StripPiece, center_zero_strip

__all__ = [
    "CutShot",
    "CutSurface",
    "DrawnPoint",
    "DrawnShape",
    "JobDrawing",
    "SectionLine",
    "SheetScale",
    "StripMark",
    "StripPiece",
    "bar_for",
    "beside",
    "center_zero_strip",
    "cut",
    "cut_or_fill",
    "cut_strip",
    "exaggeration",
    "in_survey",
    "layer_name",
    "scale_for",
    "sprayed",
    "stake_text",
]
