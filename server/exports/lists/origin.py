"""Where a job's origin lies in a survey, read from what was typed."""

from __future__ import annotations

from typing import Any

from core.errors import RuleError
from core.tables import SurveyOrigin
from core.tables import survey_number as number_of
from server.common.refusals import Invalid, Problem


def origin_of(asked: dict[str, Any]) -> SurveyOrigin:
    """Return where a job's origin lies in a survey, as it was typed; empty is nothing.

    Raises :class:`Invalid` with the field that is no number.
    """
    found, problems = [], []
    for name in ("northing", "easting"):
        text = str(asked.get(name, "")).strip() or "0"
        try:
            found.append(number_of(text))
        except RuleError as refused:
            problems.append(Problem.of(name, refused))
    if problems:
        raise Invalid(*problems)
    return SurveyOrigin(*found)
