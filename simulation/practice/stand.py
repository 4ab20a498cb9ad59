"""An instrument on its legs: how it levels itself, whom it reaches, what hides its beam. Metres."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import atan2, cos, degrees, hypot, radians, sin, tan

from simulation.ground import Place
from simulation.instrument import LEVEL, Laser, Tilt

#: It levels itself where its legs are out by no more than this, degrees.
LEVELS_ITSELF = 4.0
#: An optical level's line is true while its bubble is no farther out than this, degrees.
COMPENSATES = 0.25
#: How far its screws reach either way, degrees.
SCREWS_REACH = 2.0
#: How long leveling itself takes, seconds.
LEVELING = 6.0
#: A beam between these heights above the ground is at somebody's eyes, metres.
EYE_LEVEL = (1.45, 1.75)


class Unseen(StrEnum):
    """Why the beam is not at a place."""

    NOT_STOOD = "not-stood"
    LEVELING = "leveling"
    LEGS_OUT = "legs-out"
    TOO_NEAR = "too-near"
    TOO_FAR = "too-far"
    WALL = "wall"
    POST = "post"


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall nobody sees through, from one place to another."""

    begin: Place
    end: Place

    def hides(self, one: Place, other: Place) -> bool:
        """Whether it stands between two places."""
        return _sides_differ(one, other, self.begin, self.end) and _sides_differ(
            self.begin, self.end, one, other
        )


def _side(begin: Place, end: Place, place: Place) -> float:
    return (end.x - begin.x) * (place.y - begin.y) - (end.y - begin.y) * (place.x - begin.x)


def _sides_differ(begin: Place, end: Place, one: Place, other: Place) -> bool:
    return _side(begin, end, one) * _side(begin, end, other) < 0


@dataclass(frozen=True, slots=True)
class InstrumentTruth:
    """What an instrument is, hidden behind its record: metres and degrees.

    ``posts`` are the azimuths its own posts stand at, from its front, each ``post_width`` wide.
    ``is_optical`` is one that is looked through; ``sinks`` is how fast its legs settle into the
    ground, metres a minute, ``sinks_by`` at most.
    """

    nearest: float
    farthest: float
    tilt: Tilt = LEVEL
    cone: float = 0.0
    posts: tuple[float, ...] = ()
    post_width: float = 2.0
    sinks: float = 0.0
    sinks_by: float = 0.0
    is_optical: bool = False


@dataclass(frozen=True, slots=True)
class Stand:
    """Where it was stood: how high above the ground, when, how far out its legs are.

    ``ground`` is the ground's true elevation there; ``front`` the azimuth its front looks to;
    ``at_seconds`` when its legs were last touched; ``pair`` and ``single`` are how far its two
    screws and its one were turned, degrees.
    """

    place: Place
    ground: float
    height: float
    at_seconds: float
    legs_out: float = 0.0
    front: float = 0.0
    pair: float = 0.0
    single: float = 0.0

    @property
    def bubble(self) -> tuple[float, float]:
        """How far out of level it still is, along x and along y, degrees; high where positive."""
        out = radians(self.front)
        return self.legs_out * cos(out) - self.pair, self.legs_out * sin(out) - self.single

    @property
    def is_at_eye_level(self) -> bool:
        """Whether its beam is at people's eyes."""
        return EYE_LEVEL[0] <= self.height <= EYE_LEVEL[1]

    @property
    def levels(self) -> bool:
        """Whether its legs are near enough to level for it to do the rest."""
        return hypot(*self.bubble) <= LEVELS_ITSELF


@dataclass(frozen=True, slots=True)
class Knocked:
    """A knock: from when on, by how much the beam leaves higher, and how it leans since."""

    at_seconds: float
    lift: float
    tilt: Tilt = LEVEL


def beam_of(
    truth: InstrumentTruth, stand: Stand, knocks: tuple[Knocked, ...], seconds: float
) -> Laser:
    """Return the beam as it really is at a moment."""
    since = [knock for knock in knocks if stand.at_seconds <= knock.at_seconds <= seconds]
    minutes = max(0.0, seconds - stand.at_seconds) / 60
    sunk = min(truth.sinks_by, truth.sinks * minutes)
    beam = stand.ground + stand.height - sunk + sum(one.lift for one in since)
    leaning = [one.tilt for one in since if one.tilt.slope]
    tilt = leaning[-1] if leaning else truth.tilt
    return Laser(stand.place, beam, _left_out(truth, stand) or tilt, truth.cone)


def _left_out(truth: InstrumentTruth, stand: Stand) -> Tilt | None:
    """Return how the line of an optical level leans whose bubble was left too far out."""
    x, y = stand.bubble
    out = hypot(x, y)
    if not truth.is_optical or out <= COMPENSATES:
        return None
    return Tilt(tan(radians(out)), degrees(atan2(y, x)))


def unseen_at(
    truth: InstrumentTruth,
    stand: Stand | None,
    walls: tuple[Wall, ...],
    place: Place,
    seconds: float,
) -> Unseen | None:
    """Return why a receiver at a place gets no beam, None where it does."""
    if stand is None:
        return Unseen.NOT_STOOD
    away = stand.place.distance(place)
    hides = {
        Unseen.LEGS_OUT: not stand.levels,
        Unseen.LEVELING: not truth.is_optical and seconds < stand.at_seconds + LEVELING,
        Unseen.TOO_NEAR: away < truth.nearest,
        Unseen.TOO_FAR: away > truth.farthest,
        Unseen.WALL: any(wall.hides(stand.place, place) for wall in walls),
        Unseen.POST: _is_behind_a_post(truth, stand, place),
    }
    return next((why for why, holds in hides.items() if holds), None)


def _is_behind_a_post(truth: InstrumentTruth, stand: Stand, place: Place) -> bool:
    toward = degrees(atan2(place.y - stand.place.y, place.x - stand.place.x)) - stand.front
    turns = [abs((toward - post + 180) % 360 - 180) for post in truth.posts]
    return any(turn < truth.post_width / 2 for turn in turns)
