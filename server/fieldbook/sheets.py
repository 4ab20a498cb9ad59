"""Set-ups and the book as screens read them."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.book import LevelNotes, NoteLine
from core.lengths import Elevation, Length, Reading, Style, format_length
from core.rods import HeightKind, Rod, SightLine
from server.crews.models import User
from server.fieldbook.figures import BothTexts, both_texts
from server.fieldbook.models import SetUp, Shot
from server.fieldbook.notes import kept_notes
from server.fieldbook.rules import line_of, place_of, rod_of
from server.gear.sheets import RodSheet, rod_sheet
from server.jobs.rules import style_of
from server.shown import Place, Shown, show, show_place


class LineSheet(TypedDict):
    """What a backsight gives: K, what it may be called, and the beam where it is known."""

    kind: HeightKind
    name: str
    constant: Shown
    constant_on_rod: str
    beam: Shown | None
    backsight: BothTexts
    scale_value: float


class SetUpSheet(TypedDict):
    """A set-up as screens show it."""

    id: str
    number: int
    instrument: str
    instrument_id: str
    rod: RodSheet
    benchmark: str
    benchmark_elevation: Shown
    line: LineSheet
    place: Place
    taken_at: str
    taken_by: str


class BookRow(TypedDict):
    """A line of the book; a column that does not apply is empty."""

    shot: str
    point: str
    floor: str
    backsight: str
    intermediate: str
    foresight: str
    rise: str
    fall: str
    height_of_instrument: str
    elevation: str
    struck: str
    typed: str
    taken_at: str
    taken_by: str


class BookSums(TypedDict):
    """The sums under the notes; all three differences must agree."""

    backsight: str
    foresight: str
    backsight_less_foresight: str
    rises: str
    falls: str
    rises_less_falls: str
    first: str
    last: str
    last_less_first: str
    proves: bool


class BookSheet(TypedDict):
    """The level notes of a set-up; lengths in ``style``."""

    set_up: SetUpSheet
    style_text: str
    rows: list[BookRow]
    sums: BookSums | None


HEIGHT_NAMES = {
    HeightKind.HEIGHT_OF_INSTRUMENT: "Height of instrument (HI)",
    HeightKind.CONSTANT: "Constant",
}


def line_sheet(line: SightLine, rod: Rod, backsight: Reading, style: Style) -> LineSheet:
    """Return what a backsight gives."""
    constant = format_length(line.constant.above_datum, rod.graduation.style)
    shown = show(line.constant, style)
    return {
        "kind": line.kind,
        "name": HEIGHT_NAMES[line.kind],
        "constant": shown,
        "constant_on_rod": "" if constant == shown["text"] else constant,
        "beam": None if line.beam is None else show(line.beam, style),
        "backsight": both_texts(backsight, rod, style),
        "scale_value": float(backsight),
    }


def set_up_sheet(set_up: SetUp, style: Style) -> SetUpSheet:
    """Return a set-up as screens show it; needs its rod, instrument, benchmark and person."""
    return {
        "id": str(set_up.pk),
        "number": set_up.number,
        "instrument": set_up.instrument.name,
        "instrument_id": str(set_up.instrument_id),
        "rod": rod_sheet(set_up.rod),
        "benchmark": set_up.benchmark.name,
        "benchmark_elevation": show(set_up.benchmark.elevation, style),
        "line": line_sheet(line_of(set_up), rod_of(set_up.rod), set_up.backsight, style),
        "place": show_place(place_of(set_up), style),
        "taken_at": set_up.taken_at.isoformat(),
        "taken_by": set_up.taken_by.shown_name,
    }


def book_sheet(user: User, set_up_id: UUID) -> BookSheet:
    """Return the level notes of a set-up in the order they were taken, in two queries."""
    set_up, shots, notes = kept_notes(user, set_up_id)
    style = style_of(set_up.job)
    write = _Writer(set_up, style)
    return {
        "set_up": set_up_sheet(set_up, style),
        "style_text": _style_text(set_up, style),
        "rows": [
            write.backsight_row(notes),
            *(write.row(shot, line) for shot, line in zip(shots, notes.lines, strict=True)),
        ],
        "sums": write.sums(notes) if notes.foresight else None,
    }


def _style_text(set_up: SetUp, style: Style) -> str:
    scale = rod_of(set_up.rod).graduation
    if scale.style == style:
        return f"Readings and elevations in {scale.label}."
    return f"Readings as the rod shows them ({scale.label}); elevations in the job's style."


class _Writer:
    """Writes readings on the rod's scale and heights in the job's style."""

    def __init__(self, set_up: SetUp, style: Style) -> None:
        self.set_up, self.style, self.rod = set_up, style, rod_of(set_up.rod)

    def length(self, length: Length | None) -> str:
        return "" if length is None else format_length(length, self.style)

    def elevation(self, elevation: Elevation | None) -> str:
        return "" if elevation is None else self.length(elevation.above_datum)

    def backsight_row(self, notes: LevelNotes) -> BookRow:
        return {
            "shot": "",
            "point": self.set_up.benchmark.name,
            "floor": "",
            "backsight": self.rod.write(notes.backsight),
            "intermediate": "",
            "foresight": "",
            "rise": "",
            "fall": "",
            "height_of_instrument": self.elevation(notes.line.constant),
            "elevation": self.elevation(notes.benchmark),
            "struck": "",
            "typed": self.set_up.backsight_typed,
            "taken_at": self.set_up.taken_at.isoformat(),
            "taken_by": self.set_up.taken_by.shown_name,
        }

    def row(self, shot: Shot, line: NoteLine) -> BookRow:
        reading = self.rod.write(shot.reading)
        return {
            "shot": str(shot.pk),
            "point": shot.point.name,
            "floor": shot.point.floor.name,
            "backsight": "",
            "intermediate": "" if line.is_foresight else reading,
            "foresight": reading if line.is_foresight else "",
            "rise": self.length(line.rise),
            "fall": self.length(line.fall),
            "height_of_instrument": "",
            "elevation": self.elevation(line.elevation),
            "struck": shot.strike.reason if line.entry.struck else "",
            "typed": shot.typed,
            "taken_at": shot.taken_at.isoformat(),
            "taken_by": shot.taken_by.shown_name,
        }

    def sums(self, notes: LevelNotes) -> BookSums:
        assert notes.foresight is not None
        return {
            "backsight": self.rod.write(notes.backsight),
            "foresight": self.rod.write(notes.foresight.entry.reading),
            "backsight_less_foresight": self.length(notes.backsight_less_foresight),
            "rises": self.length(notes.sum_of_rises),
            "falls": self.length(notes.sum_of_falls),
            "rises_less_falls": self.length(notes.sum_of_rises - notes.sum_of_falls),
            "first": self.elevation(notes.benchmark),
            "last": self.elevation(notes.foresight.elevation),
            "last_less_first": self.length(notes.last_less_first),
            "proves": notes.proves,
        }
