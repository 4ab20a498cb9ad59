"""The tilt of a rotary laser's plane, from both its axes (section 6)."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, degrees, hypot

from core.instruments.checks import SlopeCheck


@dataclass(frozen=True, slots=True)
class Tilt:
    """Two face-abouts together: the axis aimed first, and the one a quarter turn to its right."""

    ahead: SlopeCheck
    right: SlopeCheck

    @property
    def slope(self) -> float:
        """How steeply the plane lies, as rise per run; never negative."""
        return hypot(self.ahead.slope, self.right.slope)

    @property
    def direction(self) -> float:
        """Where the plane rises most: degrees clockwise from the first axis, 0 to under 360."""
        turned = degrees(atan2(self.right.slope, self.ahead.slope)) % 360
        return turned if turned < 360 else 0.0

    @property
    def as_check(self) -> SlopeCheck:
        """The tilt as one check, as sure as its less sure axis."""
        worse = max(self.ahead, self.right, key=lambda axis: axis.uncertainty)
        return SlopeCheck(self.slope, worse.leverage, worse.readings, worse.resolution)
