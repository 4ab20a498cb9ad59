"""What was written down on a practice site, each with how everything stood at that moment."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from simulation.practice.on_site import OnSite
from simulation.practice.scene import Scene


class Purpose(StrEnum):
    """What a reading is for."""

    BACKSIGHT = "backsight"
    SHOT = "shot"
    REREAD = "reread"


@dataclass(frozen=True, slots=True)
class Read:
    """A reading as it was typed: the scale value, metres."""

    state: OnSite
    purpose: Purpose
    typed: float
    is_struck: bool = False

    @property
    def spot(self) -> str:
        """Where the rod was."""
        return self.state.spot

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


Entry = Read | Said | MarkMade | StoodUp


@dataclass(frozen=True, slots=True)
class Record:
    """All that was written down, in its order."""

    entries: tuple[Entry, ...] = ()

    def reads(self, *purposes: Purpose) -> tuple[Read, ...]:
        """Return the readings for some purposes that stand, in their order."""
        return tuple(
            one
            for one in self.entries
            if isinstance(one, Read) and not one.is_struck and one.purpose in purposes
        )

    def stood(self) -> tuple[StoodUp, ...]:
        """Return each time the instrument was stood up."""
        return tuple(one for one in self.entries if isinstance(one, StoodUp))

    def from_stand(self, number: int, spot: str) -> Read | None:
        """Return the last reading at a spot from the stand of a number, the first being 1."""
        found = [
            one
            for one in self.entries
            if isinstance(one, Read)
            and not one.is_struck
            and (one.spot, one.state.stands) == (spot, number)
        ]
        return found[-1] if found else None

    def said(self, task: str) -> Said | None:
        """Return the last answer to a task, None where it has none."""
        told = [one for one in self.entries if isinstance(one, Said) and one.task == task]
        return told[-1] if told else None

    def marked(self, spot: str) -> MarkMade | None:
        """Return the last mark made at a spot."""
        made = [one for one in self.entries if isinstance(one, MarkMade) and one.spot == spot]
        return made[-1] if made else None

    def last(self, spot: str, *purposes: Purpose) -> Read | None:
        """Return the last reading at a spot that stands."""
        found = [one for one in self.reads(*purposes) if one.spot == spot]
        return found[-1] if found else None


def heights_of(scene: Scene, record: Record) -> dict[str, float]:
    """Return how high each point lies above the papers' zero, as it was read, metres."""
    found: dict[str, float] = {}
    for one in record.reads(Purpose.SHOT):
        sights = [
            back
            for back in record.reads(Purpose.BACKSIGHT)
            if back.state.stands == one.state.stands
        ]
        if sights:
            known = scene.mark(sights[-1].spot).told
            found[one.spot] = known + sights[-1].typed - one.typed
    return found
