"""What was written down on a practice site, each with how everything stood at that moment."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from simulation.practice.on_site import Holding, OnSite
from simulation.practice.scene import Scene


class Purpose(StrEnum):
    """What a reading is for."""

    BACKSIGHT = "backsight"
    SHOT = "shot"
    REREAD = "reread"


@dataclass(frozen=True, slots=True)
class Read:
    """A reading as it was typed: the scale value, metres.

    ``of`` names the point it was written down for, where that may not be where the rod was;
    ``held`` how the rod was written down to be held, None as it was; ``known`` the height it was
    read on by the book, metres above the papers' zero, None where the point's tag says it.
    """

    state: OnSite
    purpose: Purpose
    typed: float
    is_struck: bool = False
    of: str = ""
    held: Holding | None = None
    known: float | None = None

    @property
    def along(self) -> float:
        """How far the point lies under the beam by what was written, metres; above it negative."""
        height = self.state.scene.gear.rod.height_at(self.typed)
        return -height if (self.held or self.state.holding) is Holding.UPSIDE_DOWN else height

    @property
    def spot(self) -> str:
        """The point it was written down for."""
        return self.of or self.state.spot

    @property
    def is_elsewhere(self) -> bool:
        """Whether the rod stood on another point than the one it was written down for."""
        return self.spot != self.state.spot

    @property
    def error(self) -> float:
        """How far off it is what the rod really showed, metres."""
        return self.typed - self.state.true_value()


@dataclass(frozen=True, slots=True)
class Said:
    """An answer to a task: a length or a volume (metres, cubic metres), or a choice."""

    state: OnSite
    task: str
    amount: float = 0.0
    choice: str = ""


@dataclass(frozen=True, slots=True)
class MarkMade:
    """A pencil line at the rod's foot on the stake where it was held."""

    state: OnSite

    @property
    def spot(self) -> str:
        """Whose stake it is on."""
        return self.state.spot

    @property
    def height(self) -> float:
        """How high it really is, metres."""
        return self.state.foot()


@dataclass(frozen=True, slots=True)
class StoodUp:
    """The instrument was stood up anew."""

    state: OnSite


class Note(StrEnum):
    """What else a person writes down of the instrument."""

    KNOCK = "knock"
    CHECK = "check"


@dataclass(frozen=True, slots=True)
class Noted:
    """It was noted that the instrument was knocked, or checked."""

    state: OnSite
    what: Note


Entry = Read | Said | MarkMade | StoodUp | Noted


@dataclass(frozen=True, slots=True)
class Record:
    """All that was written down, in its order."""

    entries: tuple[Entry, ...] = ()

    def reads(self, *purposes: Purpose) -> tuple[Read, ...]:
        """Return the readings for some purposes that stand, in their order."""
        return tuple(
            entry
            for entry in self.entries
            if isinstance(entry, Read) and not entry.is_struck and entry.purpose in purposes
        )

    def stood(self) -> tuple[StoodUp, ...]:
        """Return each time the instrument was stood up."""
        return tuple(entry for entry in self.entries if isinstance(entry, StoodUp))

    def from_stand(self, number: int, spot: str) -> Read | None:
        """Return the last reading at a spot from the stand of a number, the first being 1."""
        found = [
            entry
            for entry in self.entries
            if isinstance(entry, Read)
            and not entry.is_struck
            and (entry.spot, entry.state.stands) == (spot, number)
        ]
        return found[-1] if found else None

    def said(self, task: str) -> Said | None:
        """Return the last answer to a task, None where it has none."""
        told = [entry for entry in self.entries if isinstance(entry, Said) and entry.task == task]
        return told[-1] if told else None

    def marked(self, spot: str) -> MarkMade | None:
        """Return the last mark made at a spot."""
        made = [
            entry for entry in self.entries if isinstance(entry, MarkMade) and entry.spot == spot
        ]
        return made[-1] if made else None

    def last(self, spot: str, *purposes: Purpose) -> Read | None:
        """Return the last reading at a spot that stands."""
        found = [read for read in self.reads(*purposes) if read.spot == spot]
        return found[-1] if found else None


def heights_of(scene: Scene, record: Record) -> dict[str, float]:
    """Return how high each point lies above the papers' zero, as it was read, metres."""
    found: dict[str, float] = {}
    told = {mark.name: mark.told for mark in scene.marks}
    for read in record.reads(Purpose.SHOT):
        sights = [
            back
            for back in record.reads(Purpose.BACKSIGHT)
            if back.state.stands == read.state.stands
        ]
        if not sights:
            continue
        back = sights[-1]
        known = (told | found).get(back.spot) if back.known is None else back.known
        if known is not None:
            found[read.spot] = known + back.along - read.along
    return found
