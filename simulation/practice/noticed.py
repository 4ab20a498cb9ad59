"""Whether a person noticed what went wrong on a site: by what they did, not by what they say."""

from __future__ import annotations

from collections.abc import Callable

from simulation.practice.on_site import OnSite
from simulation.practice.record import MarkMade, Note, Noted, Purpose, Read, Record
from simulation.practice.scene import Scene
from simulation.practice.slips import Slip

#: So many points of a floor, read, tell that its stone is low all over.
ENOUGH_POINTS = 3
EVERY = (Purpose.BACKSIGHT, Purpose.SHOT, Purpose.REREAD)


def was_noticed(slip: Slip, scene: Scene, record: Record, now: OnSite) -> bool:
    """Whether something that went wrong was found, or put right before it did harm."""
    return _FINDS[slip](scene, record, now)


def has_happened(slip: Slip, now: OnSite) -> bool:
    """Whether something that goes wrong on the way came to pass."""
    if slip is Slip.KNOCKED:
        return bool(now.knocks)
    slipped = now.scene.slipped
    after = {Slip.DUG_SINCE: slipped.dug_at, Slip.HELPER_ELSEWHERE: slipped.helper_at}
    return now.walks >= after.get(slip, 0)


def _never(spoils: Callable[[OnSite], bool]) -> Callable[[Scene, Record, OnSite], bool]:
    """Return whether nothing was read or marked while something was so, and it is put right."""

    def finds(_: Scene, record: Record, now: OnSite) -> bool:
        used = [entry.state for entry in record.entries if isinstance(entry, Read | MarkMade)]
        return bool(used) and not spoils(now) and not any(spoils(state) for state in used)

    return finds


def _read_again(_: Scene, record: Record, __: OnSite) -> bool:
    return bool(record.reads(Purpose.REREAD)) or _stood_anew(record)


def _stood_anew(record: Record) -> bool:
    return len(record.stood()) > 1


def _told_of_a_knock(_: Scene, record: Record, __: OnSite) -> bool:
    """Said so, began from the benchmark anew since, or stood the instrument up anew."""
    since = [read for read in record.reads(Purpose.BACKSIGHT) if read.state.knocks]
    return _noted(record, Note.KNOCK) or bool(since) or _stood_anew(record)


def _noted(record: Record, what: Note) -> bool:
    return any(isinstance(entry, Noted) and entry.what is what for entry in record.entries)


def _on_two_marks(scene: Scene, record: Record, _: OnSite) -> bool:
    """Read on two known heights from one stand: they disagree, and that can be seen."""
    marks = {mark.name for mark in scene.marks}
    read = {(one.state.stands, one.spot) for one in record.reads(*EVERY) if one.spot in marks}
    stands = [stand for stand, _ in read]
    return any(stands.count(stand) > 1 for stand in stands)


def _shot_since(scene: Scene, record: Record, _: OnSite) -> bool:
    """Every point that was shot was shot again since the ground was dug."""
    last = {read.spot: read.state.walks for read in record.reads(Purpose.SHOT)}
    return bool(last) and all(walks >= scene.slipped.dug_at for walks in last.values())


def _enough_shots(_: Scene, record: Record, __: OnSite) -> bool:
    return len({read.spot for read in record.reads(Purpose.SHOT)}) >= ENOUGH_POINTS


def _written_where_it_stood(_: Scene, record: Record, __: OnSite) -> bool:
    return not any(read.is_elsewhere for read in record.reads(*EVERY))


_FINDS: dict[Slip, Callable[[Scene, Record, OnSite], bool]] = {
    Slip.COARSE: _never(lambda state: state.is_coarse),
    Slip.UPSIDE_DOWN: _never(lambda state: state.is_upside_down),
    Slip.SECTION_SHORT: _never(lambda state: state.drawn_out > 1 and not state.is_home),
    Slip.KNOCKED: _told_of_a_knock,
    Slip.SINKS: _read_again,
    Slip.OUT_OF_TRUE: lambda _, record, __: _noted(record, Note.CHECK),
    Slip.BENCHMARK_MOVED: _on_two_marks,
    Slip.NUMBER_MISREAD: _on_two_marks,
    Slip.DUG_SINCE: _shot_since,
    Slip.STONE_LOW: _enough_shots,
    Slip.HELPER_ELSEWHERE: _written_where_it_stood,
}
