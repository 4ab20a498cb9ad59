"""What a drawing shows of a job, before any file format (section 1: plan of the work)."""

from core.drawings.drawing import (
    DrawnPoint,
    DrawnShape,
    JobDrawing,
    cut_or_fill,
    in_survey,
    layer_name,
)

__all__ = ["DrawnPoint", "DrawnShape", "JobDrawing", "cut_or_fill", "in_survey", "layer_name"]
