"""Whether every bottom is deep enough for its ground, its least and its frost depth (11, 12)."""

from __future__ import annotations

from collections.abc import Iterator

from core.lengths import Length, Style, format_amount
from core.pours.decision import CheckLine, line_of
from core.pours.facts import BOTTOMS, ElementFact, HoleFact, PourFacts
from core.pours.faults import Fault, FaultKind, Identity, Question
from core.pours.trust_lines import contradicted


def depths_line(facts: PourFacts) -> CheckLine:
    """Every hole is shot, deep enough, and what it bears on is known; every footing's bottom lies
    as deep below the finished grade as local code asks against the frost.
    """
    faults: list[Fault] = []
    for element in facts.poured:
        faults += missing_depths_of(element)
        faults += frost_of(facts, element)
        for hole in element.holes:
            strictly = facts.strictly or facts.must_be_sure(hole.bottom)
            faults += _hole_wants(element, hole, facts.style, strictly=strictly)
            faults += contradicted(facts, Question.DEPTHS, element.name, hole.bottom)
    return line_of(Question.DEPTHS, faults, "Every bottom is deep enough.")


def asks_of_depths(element: ElementFact) -> bool:
    """Whether an element has bottoms whose depth is asked for; a driven pile has none."""
    return element.depths is not None or element.frost is not None or bool(element.holes)


def _fault(kind: FaultKind, about: str, says: str, amount: float = 0.0, give: float = 0.0) -> Fault:
    return Fault(Identity(Question.DEPTHS, kind, about), f"{says}.", amount, give)


def missing_depths_of(element: ElementFact) -> list[Fault]:
    """Return which depths of local code nobody entered for a row of piers or a footing, and that
    a row has no holes.
    """
    missing = element.depths.missing() if element.depths else ()
    missing += element.frost.missing() if element.frost else ()
    faults = [
        _fault(
            FaultKind.NO_DEPTH_ENTERED,
            f"{element.key} {depth}",
            f"{element.name}: no {depth} is entered",
        )
        for depth in missing
    ]
    if element.depths is not None and not element.holes:
        faults.append(
            _fault(FaultKind.NO_HOLES, element.key, f"{element.name}: it has no holes to look into")
        )
    return faults


def frost_of(facts: PourFacts, element: ElementFact) -> list[Fault]:
    """Return which bottoms of a footing or a pad are not deep enough against the frost.

    Where close calls don't count, a bottom must be that deep by more than its U.
    """
    if element.frost is None:
        return []
    faults = []
    for point in element.of(BOTTOMS):
        shot = point.sound
        if shot is None:
            continue
        must_be_sure = facts.strictly or facts.must_be_sure(point)
        spare = Length.from_float(shot.half_width if must_be_sure else 0.0)
        short = element.frost.short_by(shot.elevation + spare)
        if short is not None:
            amount = format_amount(short, facts.style, shot.step)
            says = f"{element.name}, point {point.name}: {amount} short of the frost depth"
            found = float(short), shot.half_width
            faults.append(_fault(FaultKind.TOO_SHALLOW, point.key, says, *found))
    return faults


def holes_of(
    element: ElementFact, style: Style, *, strictly: bool, only_shot: bool = False
) -> list[Fault]:
    """Return what each hole of an element still wants; of those that were shot alone if asked."""
    return [
        fault
        for hole in element.holes
        if hole.bottom.sound is not None or not only_shot
        for fault in _hole_wants(element, hole, style, strictly=strictly)
    ]


def _hole_wants(
    element: ElementFact, hole: HoleFact, style: Style, *, strictly: bool
) -> Iterator[Fault]:
    depths, bottom = element.depths, hole.bottom
    named = f"{element.name}, pier {bottom.name}"
    is_grounded = hole.ground is not None and hole.ground.sound is not None
    if bottom.sound is None:
        yield _fault(FaultKind.NOT_SHOT, bottom.key, f"{named}: its bottom is not shot")
    elif depths is not None and depths.asks_any and not is_grounded:
        says = f"{named}: its ground is not shot, so nobody knows how deep it is"
        yield _fault(FaultKind.GROUND_NOT_SHOT, bottom.key, says)
    elif bottom.verdict and not bottom.verdict.counts_as_on(strictly=strictly):
        off = bottom.off
        assert off is not None
        amount = format_amount(off, style, bottom.sound.step)
        says = f"{named}: {amount} short of the depth it is to have"
        short, give = abs(float(off)), bottom.sound.half_width
        yield _fault(FaultKind.TOO_SHALLOW, bottom.key, says, short, give)
    if hole.bearing is None:
        says = f"{named}: nobody said what it bears on"
        yield _fault(FaultKind.NO_BEARING, bottom.key, says)
    elif not hole.is_cleaned:
        says = f"{named}: the hole is not clean and flat"
        yield _fault(FaultKind.NOT_CLEANED, bottom.key, says)
