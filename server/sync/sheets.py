"""What a phone takes along of a job, as it is sent."""

from __future__ import annotations

from typing import Any, TypedDict

from server.concrete.services.map_sheet import ThicknessMap
from server.concrete.services.take_off import TakeOff


class ConcreteSheet(TypedDict):
    """A floor's take-off and its map, with the digest of what both rest on."""

    floor: str
    rests_on: str
    take_off: TakeOff
    map: ThicknessMap


class TableRows(TypedDict):
    """Rows of a table in the order of its columns; whole, or what was recorded since."""

    is_whole: bool
    rows: list[list[Any]]


class CarriedJob(TypedDict):
    """A job as a phone takes it along; a crew's gear alone where ``job`` is empty.

    ``at`` is when it was read, to be sent back for what was recorded since; ``digests`` are to be
    sent back too: tables that are the same are left out. ``people`` come along with any other.
    ``concrete`` is what only surfaces tell, by what it rests on.
    """

    job: str
    shape: str
    at: str
    digests: dict[str, str]
    tables: dict[str, TableRows]
    concrete: list[ConcreteSheet]
