"""Points of a survey out of a table: number, northing, easting, elevation, description."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from core.errors import BadTable, RuleError
from core.floors import PlanPoint
from core.lengths import Elevation, Length
from core.tables.cells import Cell, cell_at, rows_of, text_of, uses_commas
from core.tables.survey import SurveyOrigin, SurveyUnit, from_survey, survey_number

LARGEST = 2 * 1024 * 1024
MOST_POINTS = 10_000
ACCEPTS = "Give a point a row, its columns in the order you chose; a first row may name them."
NUMBERS = ("northing", "easting", "elevation")


class ColumnOrder(StrEnum):
    """The order of a table's columns."""

    NUMBER_NORTHING = "number,northing,easting,elevation,description"
    NUMBER_EASTING = "number,easting,northing,elevation,description"
    NORTHING = "northing,easting,elevation,number,description"
    EASTING = "easting,northing,elevation,number,description"

    @property
    def columns(self) -> tuple[str, ...]:
        """The columns' names, first to last."""
        return tuple(self.value.split(","))


@dataclass(frozen=True, slots=True)
class SurveyPoint:
    """A point as a survey lists it: its place is from the job's own origin.

    ``elevation`` is None where its cell is empty; ``row`` is where it stands in the table.
    """

    number: str
    place: PlanPoint
    elevation: Elevation | None
    description: str
    row: int


def read_points(
    table: bytes, order: ColumnOrder, unit: SurveyUnit, origin: SurveyOrigin
) -> tuple[SurveyPoint, ...]:
    """Read a table of points; ``origin`` is where the job's own origin lies in it.

    Raises :class:`BadTable` with the row and the column of the first cell that can't be, and
    nothing is taken of such a table.
    """
    rows = rows_of(text_of(table, LARGEST, ACCEPTS), ACCEPTS)
    filled = [n for n, row in enumerate(rows) if any(row)]
    if filled and _is_head(rows[filled[0]], order):
        filled = filled[1:]
    if not 1 <= len(filled) <= MOST_POINTS:
        raise BadTable(f"{len(filled)} rows of points", "That is no list of points.", ACCEPTS)
    cells = [
        {name: cell_at(rows, n, column) for column, name in enumerate(order.columns)}
        for n in filled
    ]
    commas = uses_commas([row[name] for row in cells for name in NUMBERS])
    read = _Reader(unit, origin, commas)
    points = tuple(read.point(row) for row in cells)
    seen: set[str] = set()
    for row, point in zip(cells, points, strict=True):
        if point.number in seen:
            raise row["number"].refuse("That number stands twice.", "Give each point its own.")
        seen.add(point.number)
    return points


def _is_head(row: list[str], order: ColumnOrder) -> bool:
    """Tell whether a row names columns: no number stands where the order wants one."""
    return not any(
        any(sign.isdigit() for sign in cell)
        for cell, name in zip(row, order.columns, strict=False)
        if name in NUMBERS
    )


class _Reader:
    def __init__(self, unit: SurveyUnit, origin: SurveyOrigin, commas: bool) -> None:
        self.unit, self.origin, self.commas = unit, origin, commas

    def point(self, row: dict[str, Cell]) -> SurveyPoint:
        number, elevation = row["number"], row["elevation"]
        if not number.text:
            raise number.refuse("A point has no number.", "Give each point its own.")
        above = self._length(elevation, Decimal(0)) if elevation.text else None
        return SurveyPoint(
            number.text,
            self._place(row),
            None if above is None else Elevation(above.nanometres),
            row["description"].text,
            number.row,
        )

    def _place(self, row: dict[str, Cell]) -> PlanPoint:
        easting = self._length(row["easting"], self.origin.easting)
        northing = self._length(row["northing"], self.origin.northing)
        try:
            return PlanPoint(easting, northing)
        except RuleError as refused:
            raise row["easting"].refuse(
                refused.why, "Say where the job's origin lies in the survey's northing and easting."
            ) from refused

    def _length(self, cell: Cell, origin: Decimal) -> Length:
        text = cell.text.replace(",", ".") if self.commas else cell.text
        try:
            return from_survey(survey_number(text), origin, self.unit)
        except RuleError as refused:
            raise cell.refuse(refused.why, refused.accepts) from refused
