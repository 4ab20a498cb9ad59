"""Set-ups as screens read them."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.lengths import Length, Style, format_deviation, format_elevation, format_fine
from core.rods import HeightKind, Observed, Rod, SightKind, SightLine
from server.common.shown import Place, Shown, show, show_place
from server.fieldbook.figures import BothTexts, both_sights, held
from server.fieldbook.models import Occasion
from server.fieldbook.proof import Proof, proof_of_kit
from server.fieldbook.trust import JobTrust, ReadAgain, SetUpTrust
from server.gear.sheets import ReceiverSheet, RodSheet, receiver_sheet, rod_sheet


class LineSheet(TypedDict):
    """What a backsight gives: K, what it may be called, and the beam where it is known.

    ``reads`` are the kinds of sights that tell a height from here.
    """

    kind: HeightKind
    name: str
    constant: Shown
    constant_on_rod: str
    beam: Shown | None
    backsight: BothTexts
    sight: SightKind
    held: str
    scale_value: float
    reads: list[SightKind]


class RereadSheet(TypedDict):
    """A known point read again, and how far it was off."""

    id: str
    point: str
    reading: str
    occasion: str
    difference: str
    is_good: bool
    taken_at: str
    taken_by: str


class StandingSheet(TypedDict):
    """How far a set-up can be trusted: its clock, its re-reads, and its doubts."""

    stands: bool
    has_ended: bool
    in_doubt: bool
    why: str
    good_at: str
    due_at: str
    rereads: list[RereadSheet]


class BacksightSheet(TypedDict):
    """A backsight of a set-up; ``key`` is its record's, ``point`` that of what it was read on.

    ``struck`` is why it counts no more, empty where it does.
    """

    key: str
    point: str
    benchmark: str
    reading: str
    typed: str
    elevation: str
    struck: str


class SetUpSheet(TypedDict):
    """A set-up as screens show it; ``known`` is the point it stands on."""

    id: str
    number: int
    instrument: str
    instrument_id: str
    receiver: ReceiverSheet | None
    rod: RodSheet
    known: str
    known_id: str
    known_elevation: Shown
    known_uncertainty: str
    backsights: list[BacksightSheet]
    disagreement: str
    backsights_agree: bool
    line: LineSheet
    place: Place | None
    proof: Proof | None
    standing: StandingSheet
    taken_at: str
    taken_by: str


HEIGHT_NAMES = {
    HeightKind.HEIGHT_OF_INSTRUMENT: "Height of instrument (HI)",
    HeightKind.CONSTANT: "Constant",
}


def line_sheet(line: SightLine, rod: Rod, backsight: Observed, style: Style) -> LineSheet:
    """Return what a backsight gives."""
    constant = format_elevation(line.constant, rod.graduation.style.tied(style.datum))
    shown = show(line.constant, style)
    return {
        "kind": line.kind,
        "name": HEIGHT_NAMES[line.kind],
        "constant": shown,
        "constant_on_rod": "" if constant == shown["text"] else constant,
        "beam": None if line.beam is None else show(line.beam, style),
        "backsight": both_sights(backsight, rod, style),
        "sight": backsight.kind,
        "held": held(backsight),
        "scale_value": float(backsight.value),
        "reads": [kind for kind in SightKind if line.can_read(kind)],
    }


def set_up_sheet(
    job_trust: JobTrust, trust: SetUpTrust, style: Style, tightest: Length | None
) -> SetUpSheet:
    """Return a set-up as screens show it; ``tightest`` is the tolerance it is to prove."""
    set_up, sighting = trust.set_up, trust.sighting
    apart = job_trust.disagreeing(set_up.pk)
    return {
        "id": str(set_up.pk),
        "number": set_up.number,
        "instrument": set_up.instrument.name,
        "instrument_id": str(set_up.instrument_id),
        "receiver": receiver_sheet(set_up.receiver) if set_up.receiver else None,
        "rod": rod_sheet(set_up.rod),
        "known": sighting.stands_on.name,
        "known_id": str(sighting.stands_on.key),
        "known_elevation": show(sighting.known, style),
        "known_uncertainty": f"±{format_fine(sighting.carried, style)}" if sighting.carried else "",
        "backsights": backsight_sheets(job_trust, set_up.pk, style),
        "disagreement": format_fine(float(apart.apart), style) if apart else "",
        "backsights_agree": apart is None or apart.apart <= apart.allowed,
        "line": line_sheet(sighting.line, sighting.rod, sighting.backsight, style),
        "place": show_place(sighting.place, style) if sighting.place else None,
        "proof": _proof(trust, tightest, style),
        "standing": standing_sheet(trust, style),
        "taken_at": set_up.taken_at.isoformat(),
        "taken_by": set_up.taken_by.shown_name,
    }


def backsight_sheets(job_trust: JobTrust, set_up_id: UUID, style: Style) -> list[BacksightSheet]:
    """Return every backsight of a set-up, struck ones with their reason."""
    rod = job_trust.lines.sighting(set_up_id).rod
    return [
        {
            "key": str(read.key),
            "point": str(read.known.key),
            "benchmark": read.known.name,
            "reading": read.sight.in_words(rod),
            "typed": read.typed,
            "elevation": format_elevation(read.known.elevation, style),
            "struck": read.struck,
        }
        for read in job_trust.lines.backsights(set_up_id)
    ]


def _proof(trust: SetUpTrust, tightest: Length | None, style: Style) -> Proof | None:
    if tightest is None:
        return None
    sighting = trust.sighting
    return proof_of_kit(sighting.fine, sighting.sights, tightest, style)


def standing_sheet(trust: SetUpTrust, style: Style) -> StandingSheet:
    """Return how far a set-up can be trusted."""
    return {
        "stands": trust.stands,
        "has_ended": trust.has_ended,
        "in_doubt": bool(trust.spans),
        "why": trust.why,
        "good_at": trust.good_at.isoformat(),
        "due_at": trust.due_at.isoformat(),
        "rereads": [_reread(read, trust.sighting.rod, style) for read in trust.reads],
    }


def _reread(read: ReadAgain, rod: Rod, style: Style) -> RereadSheet:
    record = read.record
    return {
        "id": str(record.pk),
        "point": str(record.benchmark or record.turning_point),
        "reading": record.observed.in_words(rod),
        "occasion": Occasion(record.occasion).label,
        "difference": format_deviation(read.difference, style),
        "is_good": read.is_good,
        "taken_at": record.taken_at.isoformat(),
        "taken_by": record.taken_by.shown_name,
    }
