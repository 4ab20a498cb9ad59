"""A drawing laid over its site: by known points, by how it was laid before, or as it is."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, TypedDict
from uuid import UUID

from core.cad import DrawingUnit, Fit, Fitted, Known, Spot, fit_by
from core.errors import RuleError
from core.floors import PlanPoint
from core.lengths import Length, Style
from server.common.refusals import Entries, Invalid, Problem
from server.imports.models import BroughtDrawing, PlacedShape
from server.imports.reading import Found
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of

#: Arcs are cut to corners within this, where nobody says otherwise.
WITHIN = Length.from_metres("0.003")
#: What lies farther off than this from what was placed is a drawing of another place.
SAME_SITE = Length.from_metres("300")
UNIT_ASKED = "Say what unit the drawing is in: it does not say so itself."
NOWHERE = PlanPoint(Length(0), Length(0))


class KeptFit(TypedDict):
    """A fit as it is kept with what was placed by it; lengths in nanometres."""

    unit: str
    pivot: list[float]
    at: list[int]
    turn: float


@dataclass(frozen=True, slots=True)
class KnownForm:
    """A point known in both: what it is drawn as, and where it is, by a benchmark or as typed.

    ``handle`` is a point's, or that of a shape whose corner it is, counted from 0.
    """

    handle: str
    corner: int
    benchmark: UUID | None
    right: str
    away: str


@dataclass(frozen=True, slots=True)
class LayForm:
    """How a drawing is to be laid; an empty unit is the drawing's own."""

    unit: str = ""
    within: str = ""
    known: list[KnownForm] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Laid:
    """A drawing over its site: the fit with what each known point misses by.

    ``within`` is how far an arc's corners may be off it, in the drawing's unit; ``how`` says in
    a word what it was laid by.
    """

    fitted: Fitted
    within: float
    within_length: Length
    how: str
    style: Style

    @property
    def fit(self) -> Fit:
        """The fit alone."""
        return self.fitted.fit


def lay(drawing: BroughtDrawing, found: Found, form: LayForm) -> Laid:
    """Lay a drawing over its site.

    Raises :class:`Invalid` with the field: a unit nobody said, points that do not fit.
    """
    job = drawing.job
    entries = Entries({"within": form.within}, style_of(job))
    within = entries.optional("within") or WITHIN
    if within.nanometres <= 0:
        entries.refuse(
            "within", form.within, "Arcs are cut to within more than 0.", "Such as 3 mm."
        )
    entries.finish()
    before = _laid_before(job)
    unit = _unit(form, found, before)
    in_unit = float(within.nanometres / unit.nanometres)
    if form.known:
        spots = [_drawn(found, number, one, in_unit) for number, one in enumerate(form.known)]
        fitted, how = _by_known(job, form, spots, unit), "known"
    elif before is not None and before.fit.unit is unit and before.is_near(found):
        fitted, how = Fitted(before.fit, ()), "before"
    else:
        fitted, how = Fitted(Fit(unit, lower_left(found), NOWHERE), ()), "corner"
    return Laid(fitted, in_unit, within, how, style_of(job))


def _unit(form: LayForm, found: Found, before: LaidBefore | None) -> DrawingUnit:
    if form.unit:
        return DrawingUnit(form.unit)
    if found.unit is not None:
        return found.unit
    if before is not None:
        return before.fit.unit
    raise Invalid(Problem("unit", "no-unit", "", UNIT_ASKED, "Feet, inches, meters, …"))


def lower_left(found: Found) -> Spot:
    """Return the lower left of everything drawn: it comes to lie on the job's origin.

    Texts stand beside what they name, and do not count where there is anything else.
    """
    spots = _spots(found)
    return min(x for x, _ in spots), min(y for _, y in spots)


def _spots(found: Found) -> list[Spot]:
    bends = [(bend.x, bend.y) for shape in found.drawn for bend in shape.bends]
    points = [(mark.x, mark.y) for mark in found.marks if not mark.is_text]
    meshes = [(x, y) for mesh in found.meshes for x, y, _ in mesh.corners]
    return bends or points or meshes or [(mark.x, mark.y) for mark in found.marks]


@dataclass(frozen=True, slots=True)
class LaidBefore:
    """How the job's last placed drawing was laid, and where a part of it lies since."""

    fit: Fit
    place: PlanPoint

    def is_near(self, found: Found) -> bool:
        """Whether anything of a drawing laid likewise would lie on the same site."""
        return any(self._is_near(spot) for spot in _spots(found))

    def _is_near(self, spot: Spot) -> bool:
        try:
            return self.fit.place(spot).distance(self.place) <= SAME_SITE
        except RuleError:
            return False  # farther than any site reaches


def _laid_before(job: Job) -> LaidBefore | None:
    last = PlacedShape.objects.filter(drawing__job=job).order_by("-placed_at").first()
    if last is None:
        return None
    x, y = last.corners[0][0]
    return LaidBefore(fit_kept(last.fit), PlanPoint(Length(x), Length(y)))


def fit_kept(kept: KeptFit) -> Fit:
    """Return a fit that was kept."""
    x, y = kept["at"]
    return Fit(
        DrawingUnit(kept["unit"]),
        (kept["pivot"][0], kept["pivot"][1]),
        PlanPoint(Length(x), Length(y)),
        kept["turn"],
    )


def kept_fit(fit: Fit) -> KeptFit:
    """Return a fit as it is kept."""
    at = [fit.at.x.nanometres, fit.at.y.nanometres]
    return {"unit": str(fit.unit), "pivot": list(fit.pivot), "at": at, "turn": fit.turn}


def _drawn(found: Found, number: int, form: KnownForm, within: float) -> Spot:
    """Return where a known point is drawn; of a circle it is the middle."""
    for mark in found.marks:
        if mark.handle == form.handle:
            return mark.x, mark.y
    for shape in found.drawn:
        if shape.handle == form.handle:
            corners = shape.corners(within)
            if shape.circle is not None:
                return shape.circle[0]
            if form.corner < len(corners):
                return corners[form.corner]
    why, accepts = "The drawing has no such point.", "Choose it on the plan."
    raise Invalid(Problem(f"known.{number}.handle", "no-point", form.handle, why, accepts))


def _by_known(job: Job, form: LayForm, spots: list[Spot], unit: DrawingUnit) -> Fitted:
    pairs = zip(form.known, spots, strict=True)
    known = [_known(job, number, one, spot) for number, (one, spot) in enumerate(pairs)]
    try:
        return fit_by(known, unit)
    except RuleError as refused:
        raise Invalid(Problem.of("known", refused)) from refused


def _known(job: Job, number: int, form: KnownForm, spot: Spot) -> Known:
    at = f"known.{number}"
    if form.benchmark is not None:
        benchmark = Benchmark.objects.filter(job=job, pk=form.benchmark).first()
        if benchmark is None or benchmark.place is None:
            why = "It has no place on the plan."
            accepts = "Choose one that has, or type where it is."
            named = "" if benchmark is None else benchmark.name
            raise Invalid(Problem(f"{at}.benchmark", "no-place", named, why, accepts))
        return Known(benchmark.name, spot, benchmark.place)
    typed: dict[str, Any] = {f"{at}.right": form.right, f"{at}.away": form.away}
    entries = Entries(typed, style_of(job))
    right, away = entries.length(f"{at}.right"), entries.length(f"{at}.away")
    entries.finish()
    assert right is not None
    assert away is not None
    place = entries.check(f"{at}.right", lambda: PlanPoint(right, away))
    entries.finish()
    assert place is not None
    return Known(f"Point {number + 1}", spot, place)
