"""Is the instrument true? Four checks, and what they prove (section 6)."""

from core.instruments.checks import (
    CheckVerdict,
    SlopeCheck,
    face_about,
    two_peg,
    two_position,
    water_level,
)

__all__ = ["CheckVerdict", "SlopeCheck", "face_about", "two_peg", "two_position", "water_level"]
