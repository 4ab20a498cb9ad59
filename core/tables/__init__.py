"""What comes in as a table: corners, points of a survey, readings."""

from core.tables.corners import LARGEST, TypedCorner, read_corners
from core.tables.points import ColumnOrder, SurveyPoint, read_points
from core.tables.readings import TypedReading, read_readings
from core.tables.survey import (
    AT_THE_ORIGIN,
    SurveyOrigin,
    SurveyUnit,
    from_survey,
    survey_number,
    to_survey,
)

__all__ = [
    "AT_THE_ORIGIN",
    "LARGEST",
    "ColumnOrder",
    "SurveyOrigin",
    "SurveyPoint",
    "SurveyUnit",
    "TypedCorner",
    "TypedReading",
    "from_survey",
    "read_corners",
    "read_points",
    "read_readings",
    "survey_number",
    "to_survey",
]
