"""What a person does on a practice site, one after another; each is a function of the state."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from math import cos, radians, sin

from simulation.ground import Place
from simulation.practice.on_site import (
    LEAST_LEGS,
    LEGS_OUT,
    MOST_LEGS,
    VIAL,
    WITH_A_BUBBLE,
    WITHOUT_ONE,
    CantBeDone,
    Holding,
    OnSite,
    by_chance,
)
from simulation.practice.slips import Slip
from simulation.practice.stand import SCREWS_REACH, Knocked, Stand

#: How much a touch at the legs takes off what they are out by, degrees.
A_TOUCH = 2.5
#: How much lower or higher the beam leaves once its legs were touched, metres.
A_SHIFT = (-0.006, 0.004)
#: Turned by more than this ratio at once is roughly; how far that jogs it, degrees.
ROUGH = 6.0
A_JOG = (0.35, 0.8)
NEAREST_FOCUS, FARTHEST_FOCUS = 0.5, 200.0


@dataclass(frozen=True, slots=True)
class StandUp:
    """Stand the instrument up somewhere, its beam so high above the ground; metres."""

    place: Place
    height: float


@dataclass(frozen=True, slots=True)
class SetLegs:
    """Set the legs a little nearer to level."""


@dataclass(frozen=True, slots=True)
class TurnScrews:
    """Turn an optical level's two screws against each other, or its one; degrees."""

    pair: float = 0.0
    single: float = 0.0


@dataclass(frozen=True, slots=True)
class Focus:
    """Make a telescope sharp at a distance, metres; turned roughly, the level is jogged."""

    to: float


@dataclass(frozen=True, slots=True)
class Carry:
    """Carry the rod to a spot, held some way."""

    spot: str
    holding: Holding = Holding.STANDING


@dataclass(frozen=True, slots=True)
class Center:
    """Make the rod upright, by its bubble or by eye.

    ``off`` is how far from its middle the bubble was left, 1 being the wall of its vial.
    """

    off: float = 0.0


@dataclass(frozen=True, slots=True)
class KickAway:
    """Kick the clod from under the rod's foot."""


@dataclass(frozen=True, slots=True)
class Switch:
    """Switch the receiver to its coarse band, or to its fine one."""

    is_coarse: bool


@dataclass(frozen=True, slots=True)
class Turn:
    """Take the receiver off its clamp, and put it on the other way up."""


@dataclass(frozen=True, slots=True)
class DrawOut:
    """Draw out so many of the rod's sections."""

    sections: int


@dataclass(frozen=True, slots=True)
class Click:
    """Push the rod's sections until they click."""


@dataclass(frozen=True, slots=True)
class Slide:
    """Slide the receiver along the rod to a height above its foot, metres."""

    to: float


@dataclass(frozen=True, slots=True)
class Lift:
    """Lift the rod's foot along a stake, so far above the ground, metres."""

    above: float


Act = (
    StandUp | SetLegs | TurnScrews | Focus | Carry | Center | KickAway | Switch | Turn | DrawOut
    | Click | Slide | Lift
)  # fmt: skip


def act(state: OnSite, done: Act, seconds: float) -> OnSite:
    """Return the state once something was done at a moment; raises :class:`CantBeDone`.

    The moment never lies before what was done before it.
    """
    now = replace(state, seconds=max(state.seconds, seconds))
    return _DOES[type(done)](now, done)


def _stand_up(state: OnSite, done: StandUp) -> OnSite:
    if not LEAST_LEGS <= done.height <= MOST_LEGS:
        raise CantBeDone(
            "",
            "The legs do not reach that.",
            "They stand from {} to {} high.",
            LEAST_LEGS,
            MOST_LEGS,
        )
    length, width = state.scene.size
    if not (0 <= done.place.x <= length and 0 <= done.place.y <= width):
        raise CantBeDone("", "That is off the site.", "Stand it up inside the fence.")
    state = replace(state, stands=state.stands + 1)
    chance = by_chance(state, "legs")
    stand = Stand(
        done.place,
        state.scene.surface.elevation(done.place),
        done.height,
        state.seconds,
        legs_out=chance.uniform(0, LEGS_OUT),
        front=chance.uniform(0, 360),
    )
    return replace(state, stand=stand)


def _set_legs(state: OnSite, _: SetLegs) -> OnSite:
    if state.stand is None:
        raise CantBeDone("", "The instrument stands nowhere.", "Stand it up first.")
    stand = state.stand
    return replace(
        state,
        stand=replace(
            stand,
            legs_out=max(0.0, stand.legs_out - A_TOUCH),
            height=stand.height + by_chance(state, f"touch {stand.legs_out}").uniform(*A_SHIFT),
            at_seconds=state.seconds,
        ),
    )


def _turn_screws(state: OnSite, done: TurnScrews) -> OnSite:
    if state.stand is None or not state.is_optical:
        raise CantBeDone("", "There are no screws to turn.", "Stand an optical level up first.")
    pair, single = state.stand.pair + done.pair, state.stand.single + done.single
    if max(abs(pair), abs(single)) > SCREWS_REACH:
        raise CantBeDone("", "The screw is at its end.", "Set the legs nearer to level first.")
    return replace(state, stand=replace(state.stand, pair=pair, single=single))


def _focus(state: OnSite, done: Focus) -> OnSite:
    if state.stand is None or not state.is_optical:
        raise CantBeDone("", "There is no telescope.", "Stand an optical level up first.")
    if not NEAREST_FOCUS <= done.to <= FARTHEST_FOCUS:
        raise CantBeDone(
            "", "It can't be sharp there.", "From {} to {} away.", NEAREST_FOCUS, FARTHEST_FOCUS
        )
    before, now = state.focus or NEAREST_FOCUS, replace(state, focus=done.to)
    return now if 1 / ROUGH <= done.to / before <= ROUGH else _jogged(now)


def _jogged(state: OnSite) -> OnSite:
    """Touched roughly, its bubble is out again, by chance one way or another."""
    assert state.stand is not None
    chance = by_chance(state, f"jog {state.focus}")
    way = radians(chance.uniform(0, 360))
    out = chance.uniform(*A_JOG)
    pair, single = state.stand.pair + out * cos(way), state.stand.single + out * sin(way)
    return replace(state, stand=replace(state.stand, pair=pair, single=single))


def _carry(state: OnSite, done: Carry) -> OnSite:
    names = state.scene.spots
    if done.spot not in names:
        raise CantBeDone(
            done.spot, "There is no such spot.", f"There are {', '.join(sorted(names))}."
        )
    state = replace(state, walks=state.walks + 1)
    chance = by_chance(state, "carry")
    spot = _held_where(state, done.spot)
    bubble = WITH_A_BUBBLE if state.scene.gear.has_bubble else WITHOUT_ONE
    state = replace(
        state,
        spot=spot,
        holding=done.holding,
        foot_above=0.0,
        is_on_a_clod=spot in state.scene.clods and done.holding is Holding.STANDING,
        lean=chance.uniform(bubble, 4 * bubble),
    )
    return _knocked(state)


def _held_where(state: OnSite, said: str) -> str:
    """Return where the helper stands the rod: once, perhaps, on the point beside the one said."""
    slipped = state.scene.slipped
    points = {target.name: target.place for target in state.scene.targets}
    if not slipped.has(Slip.HELPER_ELSEWHERE) or state.walks != slipped.helper_at:
        return said
    others = [name for name in points if name != said]
    if said not in points or not others:
        return said
    return min(others, key=lambda name: points[name].distance(points[said]))


def _knocked(state: OnSite) -> OnSite:
    """Somebody may knock the legs while the rod is carried; it is not said."""
    slipped = state.scene.slipped
    if not slipped.has(Slip.KNOCKED) or state.walks != slipped.knock_at or state.knocks:
        return state
    knock = Knocked(state.seconds, slipped.knock_by, slipped.knock_tilt)
    return replace(state, knocks=(knock,))


def _center(state: OnSite, done: Center) -> OnSite:
    least = WITH_A_BUBBLE if state.scene.gear.has_bubble else WITHOUT_ONE
    left = done.off * VIAL if state.scene.gear.has_bubble else 0.0
    return replace(state, lean=max(left, by_chance(state, "center").uniform(0, least)))


def _draw_out(state: OnSite, done: DrawOut) -> OnSite:
    has = len(state.scene.gear.rod.sections)
    if not 1 <= done.sections <= has:
        raise CantBeDone(
            str(done.sections), f"The rod has {has} sections.", f"Draw out 1 to {has} of them."
        )
    is_home = not (state.scene.slipped.has(Slip.SECTION_SHORT) and done.sections > 1)
    return _within(replace(state, drawn_out=done.sections, is_home=is_home))


def _slide(state: OnSite, done: Slide) -> OnSite:
    """Slide along what is drawn out; that a section is not home is told by nothing."""
    top = replace(state.rod, short_by=0.0).reach
    if not 0 <= done.to <= top:
        raise CantBeDone(
            "",
            "The receiver would be off the rod, which reaches to {}.",
            "Draw out another section, or stand the instrument up elsewhere.",
            top,
        )
    return _within(replace(state, at=done.to))


def _within(state: OnSite) -> OnSite:
    return replace(state, at=min(state.at, state.rod.reach))


def _lift(state: OnSite, done: Lift) -> OnSite:
    if not 0 <= done.above <= state.scene.stake:
        raise CantBeDone(
            "",
            "The stake does not reach that.",
            "It stands {} above the ground.",
            state.scene.stake,
        )
    return replace(state, foot_above=done.above)


_DOES: dict[type, Callable[..., OnSite]] = {
    StandUp: _stand_up,
    SetLegs: _set_legs,
    TurnScrews: _turn_screws,
    Focus: _focus,
    Carry: _carry,
    Center: _center,
    KickAway: lambda state, _: replace(state, is_on_a_clod=False),
    Switch: lambda state, done: replace(state, is_coarse=done.is_coarse),
    Turn: lambda state, _: replace(state, is_upside_down=not state.is_upside_down),
    DrawOut: _draw_out,
    Click: lambda state, _: _within(replace(state, is_home=True)),
    Slide: _slide,
    Lift: _lift,
}
