"""The mark that sets a height, four ways from the same numbers (section 3)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.lengths import Elevation, Length, Reading, Style, format_length
from core.rods.line import SightLine
from core.rods.rod import Numbering, Rod


@dataclass(frozen=True, slots=True)
class Slide:
    """How far the receiver moves along the rod against the reference's clamp; up is plus."""

    up: Length

    def in_words(self, style: Style) -> str:
        """Say the verb and the amount, never an arrow or a bare sign."""
        if self.up.nanometres == 0:
            return "leave the clamp where it is"
        verb = "UP" if self.up.nanometres > 0 else "DOWN"
        return f"slide {verb} {format_length(abs(self.up), style)}"


class Obstacle(StrEnum):
    """Why a mark can't be made from where the instrument stands."""

    ABOVE_THE_BEAM = "above-the-beam"
    ROD_TOO_SHORT = "rod-too-short"
    BEYOND_RANGE = "beyond-range"
    TOO_CLOSE = "too-close"


@dataclass(frozen=True, slots=True)
class Infeasible:
    """Why a mark can't be made, and the ways out."""

    obstacle: Obstacle
    why: str
    ways_out: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Station:
    """A set-up as marks need it: the line, the rod, the reference, and the instrument's reach.

    ``range`` and ``least_distance`` are the instrument's, None where nobody entered them.
    """

    line: SightLine
    rod: Rod
    reference: Elevation
    range: Length | None = None
    least_distance: Length | None = None


@dataclass(frozen=True, slots=True)
class Mark:
    """One height, the four ways of setting it.

    ``clamp`` is on the rod's scale (book); ``slide`` against the clamp on the reference
    (transfer); ``direct`` what a centre-zero rule set to 0 on the reference reads, plus
    above its zero; ``tape`` the distance below the beam, minus above it, None where the
    beam's own elevation is not known.
    """

    target: Elevation
    clamp: Reading
    slide: Slide
    direct: Reading
    tape: Length | None
    infeasible: Infeasible | None


def mark_for(station: Station, target: Elevation, style: Style) -> Mark:
    """Return the mark for a target elevation; ``style`` writes the lengths in its reasons."""
    clamp = station.line.clamp(target)
    up = station.reference - target
    beam = station.line.beam
    return Mark(
        target=target,
        clamp=clamp,
        slide=Slide(up),
        direct=Reading(up.nanometres),
        tape=None if beam is None else beam - target,
        infeasible=_off_the_rod(station, clamp, style),
    )


def _off_the_rod(station: Station, clamp: Reading, style: Style) -> Infeasible | None:
    rod = station.rod
    if rod.has(clamp):
        return None
    past_the_top = (clamp > rod.highest) is (rod.numbering is not Numbering.DOWN)
    over = clamp - rod.highest if clamp > rod.highest else rod.lowest - clamp
    if rod.numbering is Numbering.CENTRE_ZERO:
        return _past_the_rule(rod, over, style)
    return _too_short(rod, over, style) if past_the_top else _above_the_beam(rod, over, style)


def _past_the_rule(rod: Rod, over: Length, style: Style) -> Infeasible:
    return Infeasible(
        Obstacle.ROD_TOO_SHORT,
        f"The rule reads {rod.span_in_words}; this is {format_length(over, style)} past its end.",
        (
            "Use a grade rod for this height.",
            "Zero the rule on a reference nearer to this height.",
        ),
    )


def _too_short(rod: Rod, over: Length, style: Style) -> Infeasible:
    short = format_length(over, style)
    needed = format_length(rod.length + over, style)
    return Infeasible(
        Obstacle.ROD_TOO_SHORT,
        f"The rod is {short} too short: the beam passes above its top.",
        (
            f"Use a rod of at least {needed}.",
            f"Lower the instrument by at least {short} and take a new backsight.",
            "Carry the level down over a turning point.",
        ),
    )


def _above_the_beam(rod: Rod, over: Length, style: Style) -> Infeasible:
    above = format_length(over, style)
    inverted = (
        (f"Hold the rod upside down, foot up to the height, and clamp at {above}.",)
        if rod.numbering is Numbering.UP and over <= rod.length
        else ()
    )
    return Infeasible(
        Obstacle.ABOVE_THE_BEAM,
        f"This height is {above} above the beam: the rod can't stand under it.",
        (
            *inverted,
            f"Tape {above} up from the beam.",
            f"Raise the instrument by at least {above} and take a new backsight.",
        ),
    )


def reach(station: Station, distance: Length, style: Style) -> Infeasible | None:
    """Say whether a place at a distance from the instrument is out of its reach."""
    far, near = station.range, station.least_distance
    away = format_length(distance, style)
    if far is not None and distance > far:
        return Infeasible(
            Obstacle.BEYOND_RANGE,
            f"It is {away} away; the instrument reaches {format_length(far, style)}.",
            ("Move the instrument nearer and take a new backsight.",),
        )
    if near is not None and distance < near:
        return Infeasible(
            Obstacle.TOO_CLOSE,
            f"It is {away} away; the receiver needs {format_length(near, style)}.",
            ("Move the instrument back and take a new backsight.",),
        )
    return None
