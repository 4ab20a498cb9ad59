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
    NOT_TIED = "not-tied"
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

    ``clamp`` is on the scale of the rod standing (book), None where no backsight ties it;
    ``slide`` against the clamp on the reference (transfer), and ``direct`` what a centre-zero
    rule set to 0 on the reference reads, plus above its zero: both None where the rod can't
    stand on the reference under the beam. ``upside_down`` is the clamp with the rod's foot up
    against the height, where that can be; ``tape`` the distance below the beam, minus above it,
    None where the beam's own elevation is not known.
    """

    target: Elevation
    clamp: Reading | None
    slide: Slide | None
    direct: Reading | None
    upside_down: Reading | None
    tape: Length | None
    infeasible: Infeasible | None


def mark_for(station: Station, target: Elevation, style: Style) -> Mark:
    """Return the mark for a target elevation; ``style`` writes the lengths in its reasons."""
    line, rod = station.line, station.rod
    up = station.reference - target if _stands_on_the_reference(station) else None
    return Mark(
        target=target,
        clamp=line.clamp(target),
        slide=None if up is None else Slide(up),
        direct=None if up is None else Reading(up.nanometres),
        upside_down=line.clamp_upside_down(target, rod),
        tape=None if line.beam is None else line.beam - target,
        infeasible=_off_the_rod(station, target, style),
    )


def _stands_on_the_reference(station: Station) -> bool:
    """Whether the clamp could be set with the rod standing on the reference."""
    on_it = station.line.clamp(station.reference)
    return on_it is not None and station.rod.has(on_it)


def _off_the_rod(station: Station, target: Elevation, style: Style) -> Infeasible | None:
    rod, clamp = station.rod, station.line.clamp(target)
    if clamp is None:
        return NOT_TIED
    if rod.has(clamp):
        return None
    past_the_top = (clamp > rod.highest) is (rod.numbering is not Numbering.DOWN)
    over = clamp - rod.highest if clamp > rod.highest else rod.lowest - clamp
    if rod.numbering is Numbering.CENTRE_ZERO:
        return _past_the_rule(rod, over, style)
    if past_the_top:
        return _too_short(rod, over, style)
    inverted = station.line.clamp_upside_down(target, rod)
    return _above_the_beam(over, None if inverted is None else rod.write(inverted), style)


NOT_TIED = Infeasible(
    Obstacle.NOT_TIED,
    "No benchmark was read with this rod standing, so that its numbers tell no height.",
    ("Tape it from the beam.", "Set up again with a backsight of the rod standing."),
)


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


def _above_the_beam(over: Length, inverted: str | None, style: Style) -> Infeasible:
    above = format_length(over, style)
    upside_down = (
        ()
        if inverted is None
        else (f"Hold the rod upside down, foot up to the height, and clamp at {inverted}.",)
    )
    return Infeasible(
        Obstacle.ABOVE_THE_BEAM,
        f"This height is {above} above the beam: the rod can't stand under it.",
        (
            *upside_down,
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
