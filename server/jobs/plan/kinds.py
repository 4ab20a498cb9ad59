"""What each kind of element is, said once; a kind that is left out fails the type check."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import assert_never

from core.elements import Element
from core.tasks import Task
from server.common.refusals import Entries
from server.jobs.plan import elements as read
from server.jobs.plan.element_form import Ground, Typed
from server.jobs.plan.elements import Build
from server.jobs.plan.pier_elements import piers, piles
from server.jobs.planned import ElementKind


class DrawnAs(StrEnum):
    """What of a drawing becomes an element of a kind.

    ``OUTLINE`` is one closed line; ``LINE`` one line, closed or not; ``STRIP`` a middle, a narrow
    rectangle or two edges; ``SIDES`` a rectangle; ``PLACES`` each shape's middle; ``ROWS`` rows
    that are even.
    """

    OUTLINE = "outline"
    LINE = "line"
    STRIP = "strip"
    SIDES = "sides"
    PLACES = "places"
    ROWS = "rows"


@dataclass(frozen=True, slots=True)
class KindOfElement:
    """A kind of element: how it is read from what was typed, and what it asks of a job.

    ``has_level`` where it is set to a level, ``takes_mesh`` where a surface of triangles does in
    its place. ``is_poured`` where it can be named in a pour. ``takes_concrete`` where it is ordered
    with a waste of its own, ``asks_frost`` where its bottom is held against the frost.
    ``goes_with_floor`` where it is judged with the floor it is set from, and ``cast_with_floor``
    where its concrete is ordered with that floor's.
    """

    build: Build
    drawn_as: DrawnAs = DrawnAs.LINE
    has_level: bool = True
    takes_mesh: bool = False
    is_poured: bool = True
    takes_concrete: bool = False
    asks_frost: bool = False
    goes_with_floor: bool = False
    cast_with_floor: bool = False


BOARDS = KindOfElement(read.boards, DrawnAs.OUTLINE, has_level=False)
EXCAVATION = KindOfElement(read.excavation, DrawnAs.OUTLINE, takes_mesh=True)
FOOTING = KindOfElement(read.footing, DrawnAs.STRIP, takes_concrete=True, asks_frost=True)
PAD = KindOfElement(read.pad, DrawnAs.SIDES, takes_concrete=True, asks_frost=True)
WALL = KindOfElement(read.wall)
FORM = KindOfElement(read.following(Task.FORM), goes_with_floor=True)
PIERS = KindOfElement(piers, DrawnAs.ROWS, takes_concrete=True)
PILES = KindOfElement(piles)
LAYER = KindOfElement(read.covered(Task.LAYER), DrawnAs.OUTLINE, goes_with_floor=True)
STEEL = KindOfElement(read.covered(Task.STEEL), DrawnAs.OUTLINE, goes_with_floor=True)
EMBEDS = KindOfElement(read.embeds, DrawnAs.PLACES, goes_with_floor=True)
RECESS = KindOfElement(
    read.recess, DrawnAs.OUTLINE, takes_concrete=True, goes_with_floor=True, cast_with_floor=True
)
CURB = KindOfElement(
    read.curb, DrawnAs.STRIP, takes_concrete=True, goes_with_floor=True, cast_with_floor=True
)
MARKS = KindOfElement(read.following(Task.MARK), goes_with_floor=True)
SCREED = KindOfElement(read.screed, DrawnAs.OUTLINE, takes_mesh=True, goes_with_floor=True)
FINISHED = KindOfElement(read.covered(Task.FINISHED), DrawnAs.OUTLINE, takes_mesh=True)
GRADE = KindOfElement(read.grade)
FREE = KindOfElement(read.free, has_level=False, is_poured=False)
LOT = KindOfElement(read.lot, has_level=False, is_poured=False)
OBSTACLE = KindOfElement(read.obstacle, has_level=False, is_poured=False)


def kind_of(kind: str) -> KindOfElement:  # noqa: C901, PLR0911, PLR0912 - one case a kind
    """Return what a kind of element is; raises ValueError for a word that names none."""
    match ElementKind(kind):
        case ElementKind.BOARDS:
            return BOARDS
        case ElementKind.EXCAVATION:
            return EXCAVATION
        case ElementKind.FOOTING:
            return FOOTING
        case ElementKind.PAD:
            return PAD
        case ElementKind.WALL:
            return WALL
        case ElementKind.FORM:
            return FORM
        case ElementKind.PIERS:
            return PIERS
        case ElementKind.PILES:
            return PILES
        case ElementKind.LAYER:
            return LAYER
        case ElementKind.STEEL:
            return STEEL
        case ElementKind.EMBEDS:
            return EMBEDS
        case ElementKind.RECESS:
            return RECESS
        case ElementKind.CURB:
            return CURB
        case ElementKind.MARKS:
            return MARKS
        case ElementKind.SCREED:
            return SCREED
        case ElementKind.FINISHED:
            return FINISHED
        case ElementKind.GRADE:
            return GRADE
        case ElementKind.FREE:
            return FREE
        case ElementKind.LOT:
            return LOT
        case ElementKind.OBSTACLE:
            return OBSTACLE
        case unknown:
            assert_never(unknown)


def build(kind: str, entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Return an element, or None with every refusal kept in its entries."""
    known = kind_of(kind)
    if known.takes_concrete:
        read.waste_of(entries)
    if known.asks_frost:
        read.frost_of(entries)
    return known.build(entries, typed, ground)
