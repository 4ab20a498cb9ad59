"""Slips people make when they read and type, and when to ask about one (section 13).

Only ever a suggestion: what was typed is kept until the person decides.
"""

from core.slips.expected import Expected, Near, expected_at, near_points
from core.slips.passes import same_pass
from core.slips.question import Aim, Question, question_about
from core.slips.usual import Explanation, Slip, usual_slips

__all__ = [
    "Aim",
    "Expected",
    "Explanation",
    "Near",
    "Question",
    "Slip",
    "expected_at",
    "near_points",
    "question_about",
    "same_pass",
    "usual_slips",
]
