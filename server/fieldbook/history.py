"""What was read at each point of a scope: the reading that counts, and what bears on it."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from core.clocks import Moment
from core.instruments import Setting
from core.rods import Observed
from server.fieldbook.models import observed
from server.fieldbook.pegs import Scope, last_shots
from server.fieldbook.trust import JobTrust


@dataclass(frozen=True, slots=True)
class Read:
    """One reading: from which set-up, when, what was seen, and whether it is in doubt."""

    set_up: UUID
    moment: Moment
    seen: Observed
    in_doubt: bool


@dataclass(slots=True)
class History:
    """The fine reading that counts at a point, the fine one before it, and the last rough one."""

    fine: Read | None = None
    before: Read | None = None
    rough: Read | None = None

    @property
    def rough_since(self) -> Read | None:
        """The rough reading, where it may have been taken after the fine one that counts."""
        if self.rough is None or self.fine is None:
            return None
        return None if self.rough.moment.is_surely_by(self.fine.moment) else self.rough


def histories(scope: Scope, job_trust: JobTrust) -> dict[UUID, History]:
    """Return what was read at the points of a scope, in two queries however many shots."""
    found: dict[UUID, History] = {}
    for shot in last_shots(scope, job_trust, ("sight", "reading"), last=2):
        sight, reading = shot.columns
        read = Read(shot.set_up, shot.moment, observed(sight, reading), shot.in_doubt)
        own = found.setdefault(shot.point, History())
        if shot.setting == Setting.COARSE:
            own.rough = own.rough or read
        elif own.fine is None:
            own.fine = read
        else:
            own.before = own.before or read
    return found
