"""The stored readings of a set-up, kept as level notes."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.book import Entry, LevelNotes, NoteLine, keep_notes
from core.rods import Observed
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.models import Occasion, Reread, SetUp, Shot, TurningPoint
from server.fieldbook.trust import JobTrust, SetUpTrust

Read = Shot | TurningPoint | Reread


#: What a clock is off by before the book says so, seconds.
A_CLOCK_OFF = 120.0


@dataclass(frozen=True, slots=True)
class KeptReading:
    """A reading of the book, whatever it was taken for."""

    key: str
    point: str
    floor: str
    sight: Observed
    typed: str
    note: str
    struck: str
    in_doubt: bool
    taken_at: datetime
    taken_by: str


@dataclass(frozen=True, slots=True)
class KeptNotes:
    """A set-up, how it stands, its readings as they were taken, and the notes of them."""

    set_up: SetUp
    trust: SetUpTrust
    job_trust: JobTrust
    readings: tuple[KeptReading, ...]
    notes: LevelNotes

    @property
    def lines(self) -> list[tuple[KeptReading, NoteLine]]:
        """Each reading with its line of the notes."""
        return list(zip(self.readings, self.notes.lines, strict=True))


def kept_notes(user: User, set_up_id: UUID) -> KeptNotes:
    """Return the notes of a set-up, in a fixed number of queries."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    return notes_of(set_up, JobTrust(set_up.job))


def notes_of(set_up: SetUp, job_trust: JobTrust) -> KeptNotes:
    """Return the notes of one of a job's set-ups."""
    trust = job_trust.by_id[set_up.pk]
    shots = set_up.shots.select_related("point__floor", "point__element", "strike", "taken_by")
    points = set_up.turning_points.select_related("strike", "taken_by")
    rereads = set_up.rereads.select_related("strike", "taken_by", "benchmark", "turning_point")
    found: list[Read] = [*shots, *points, *rereads]
    found.sort(key=lambda one: (one.taken_at, one.recorded_at))
    readings = tuple(_kept(one, trust) for one in found)
    sighting = trust.sighting
    entries = [Entry(reading.point, reading.sight, bool(reading.struck)) for reading in readings]
    notes = keep_notes(sighting.known, sighting.line, entries)
    return KeptNotes(set_up, trust, job_trust, readings, notes)


def _kept(read: Read, trust: SetUpTrust) -> KeptReading:
    strike = getattr(read, "strike", None)
    point, floor, note = _named(read)
    return KeptReading(
        key=str(read.pk) if isinstance(read, Shot) else "",
        point=point,
        floor=floor,
        sight=read.observed,
        typed=read.typed,
        note=", ".join(said for said in (note, _came_in(read, trust)) if said),
        struck=strike.reason if strike else "",
        in_doubt=strike is None and trust.doubts(read.moment),
        taken_at=read.taken_at,
        taken_by=read.taken_by.shown_name,
    )


def _came_in(read: Read, trust: SetUpTrust) -> str:
    """Say of a reading that it came in late, or that its phone's clock was off; else nothing."""
    said = []
    if trust.is_late(read):
        said.append("came in late, after a knock or a failed re-read was known")
    off = (read.said_at - read.taken_at).total_seconds()
    if abs(off) >= A_CLOCK_OFF:
        said.append(f"its phone's clock said {read.said_at:%Y-%m-%d %H:%M} UTC")
    return ", ".join(said)


def _named(read: Read) -> tuple[str, str, str]:
    """Return the point, its floor, and what the reading was taken for."""
    if isinstance(read, Shot):
        note = "rough pass" if read.setting == "coarse" else ""
        if read.slip:
            told = (
                "kept as read" if read.slip == "kept" else f"first {read.first_typed}: {read.slip}"
            )
            note = f"{note}, {told}" if note else told
        return read.point.name, read.point.where, note
    if isinstance(read, TurningPoint):
        return read.name, "", "turning point"
    known = read.benchmark or read.turning_point
    return str(known), "", f"read again, {Occasion(read.occasion).label}"
