"""Places what a drawing shows on a job's plan: all that is asked for, or nothing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from typing import TypeVar
from uuid import UUID, uuid5

from django.db import transaction

from core.errors import BadShape, RuleError
from core.lengths import metres_text
from server.common.refusals import Invalid, Problem, Refusal
from server.crews.models import User
from server.crews.permissions import Ability
from server.imports.access import drawing_for
from server.imports.geometry import Placed, geometry_of, outline_of
from server.imports.models import BroughtDrawing, PlacedShape
from server.imports.other_datum import another_zero
from server.imports.placement import Laid, LayForm, kept_fit, lay
from server.imports.reading import Found, Mark, Mesh
from server.imports.surfaces import on_surface
from server.jobs.models import Element, Floor
from server.jobs.plan.element_form import Typed
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.draft_floor import FloorForm
from server.jobs.services.lay_out_floor import lay_out_floor
from server.jobs.services.place_element import place_element

Kind = TypeVar("Kind")
LONGEST_NAME, LONGEST_DESCRIPTION = 20, 200


@dataclass(frozen=True, slots=True)
class PartForm:
    """A part of the plan: the handles it is drawn as, and the rest as it is typed.

    ``mesh`` names the surface of the file that an element is set to, empty for none.
    """

    handles: list[str]
    form: FloorForm | ElementForm
    mesh: str = ""


@dataclass(frozen=True, slots=True)
class PlacingForm:
    """All that is to be placed of a drawing; ``marks`` become benchmarks."""

    lay: LayForm
    parts: list[PartForm]
    marks: list[str]


def place_drawing(user: User, drawing_id: UUID, form: PlacingForm) -> BroughtDrawing:
    """Place parts and benchmarks of a drawing.

    Raises :class:`Invalid` with the field of each part that can't be; then nothing is placed.
    """
    drawing = drawing_for(user, drawing_id, Ability.PLAN)
    found = Found.unpacked(bytes(drawing.content))
    laid = lay(drawing, found, form.lay)
    if not form.parts and not form.marks:
        why = "Nothing of the drawing is chosen."
        raise Invalid(Problem("parts", "empty", "", why, "Say what one of its shapes is."))
    with transaction.atomic():
        _Placing(user, drawing, found, laid).place(form)
    return drawing


class _Placing:
    """One drawing's parts, placed one after another in one transaction."""

    def __init__(self, user: User, drawing: BroughtDrawing, found: Found, laid: Laid) -> None:
        self.user, self.drawing, self.laid, self.found = user, drawing, laid, found
        self.shapes = {shape.handle: shape for shape in found.drawn}
        self.marks = {mark.handle: mark for mark in found.marks}
        self.meshes = {mesh.name: mesh for mesh in found.meshes}
        self.problems: list[Problem] = []

    def place(self, form: PlacingForm) -> None:
        """Place floors first: what is built under them refers to them."""
        parts = sorted(
            enumerate(form.parts), key=lambda one: not isinstance(one[1].form, FloorForm)
        )
        takes_heights = bool(form.marks) or any(part.mesh for part in form.parts)
        if takes_heights and (odd := another_zero(self.drawing, self.found, self.laid, form.lay)):
            raise Invalid(_under("marks", odd))
        refused: set[UUID] = set()
        for number, part in parts:
            if part.form.reference in refused:
                continue  # what it rests on is to be put right first
            before = len(self.problems)
            with self._in(f"parts.{number}"):
                self._part(part)
            if len(self.problems) > before:
                refused.add(part.form.id)
        for handle in form.marks:
            with self._in("marks"):
                self._benchmark(handle)
        if self.problems:
            raise Invalid(*self.problems)

    @contextmanager
    def _in(self, at: str) -> Iterator[None]:
        """Keep refusals under the part they belong to, and go on to the next one."""
        try:
            with transaction.atomic():
                yield
        except RuleError as refused:
            self.problems.append(Problem.of(f"{at}.shapes", refused))
        except Refusal as refused:
            self.problems += [_under(at, problem) for problem in refused.problems]

    def _part(self, part: PartForm) -> None:
        placed = [Placed.of(known(self.shapes, handle), self.laid) for handle in part.handles]
        with named(placed):
            made = self._made(part, placed)
        keep_placed(
            PlacedShape(
                id=uuid5(self.drawing.pk, str(part.form.id)),
                drawing=self.drawing,
                floor=made if isinstance(made, Floor) else None,
                element=made if isinstance(made, Element) else None,
                handles=part.handles,
                placed_by=self.user,
            ),
            placed,
            self.laid,
        )

    def _made(self, part: PartForm, placed: Sequence[Placed]) -> Floor | Element:
        job, form = self.drawing.job_id, part.form
        if isinstance(form, FloorForm):
            drawn = floor_as_drawn(form, placed, self.laid)
            return lay_out_floor(self.user, job, drawn)[0]
        if part.mesh:
            drawn_on = self._on_surface(form, known(self.meshes, part.mesh), placed)
            return place_element(self.user, job, drawn_on)[0]
        return place_element(self.user, job, element_as_drawn(form, placed, self.laid))[0]

    def _on_surface(self, form: ElementForm, mesh: Mesh, placed: Sequence[Placed]) -> ElementForm:
        if placed:
            form = element_as_drawn(form, placed, self.laid)
            return on_surface(form, mesh, self.laid, placed[0].corners)
        followed = form.typed["outline_of"] if form.typed["shape"] == "floor" else ""
        if not followed:
            return on_surface(form, mesh, self.laid, None)
        outline = JobPlan(self.drawing.job, parts=[]).outlines[UUID(followed)]
        return on_surface(form, mesh, self.laid, outline.corners)

    def _benchmark(self, handle: str) -> None:
        form = benchmark_form(self.drawing, known(self.marks, handle), self.laid)
        add_benchmark(self.user, self.drawing.job_id, form)


def known(held: Mapping[str, Kind], handle: str) -> Kind:
    """Return what a drawing holds under a handle; raises :class:`BadShape` for nothing."""
    if handle not in held:
        raise BadShape(handle, "The drawing has nothing of that handle.", "Choose it on the plan.")
    return held[handle]


def floor_as_drawn(form: FloorForm, placed: Sequence[Placed], laid: Laid) -> FloorForm:
    """Return a floor's form with the outline it is drawn with."""
    return replace(form, shape="corners", corners=outline_of(placed, laid))


def element_as_drawn(form: ElementForm, placed: Sequence[Placed], laid: Laid) -> ElementForm:
    """Return an element's form with the geometry it is drawn with."""
    measures = form.typed["measures"]
    drawn = geometry_of(ElementKind(form.kind), placed, laid, measures)
    geometry: Typed = {
        **form.typed,
        "shape": drawn.shape,
        "outline_of": "",
        "corners": drawn.corners,
        "measures": measures | drawn.measures,
    }
    return replace(form, typed=geometry)


def keep_placed(record: PlacedShape, placed: Sequence[Placed], laid: Laid) -> None:
    """Keep what was placed of a drawing, where it lies and by which fit; once."""
    record.corners, record.fit = _corners_kept(placed), kept_fit(laid.fit)
    columns = [field.attname for field in PlacedShape._meta.concrete_fields if field.name != "id"]
    PlacedShape.objects.get_or_create(
        pk=record.pk, defaults={column: getattr(record, column) for column in columns}
    )


def _corners_kept(placed: Sequence[Placed]) -> list[list[list[int]]]:
    """Return where shapes lie, in nanometres, as it is kept."""
    return [
        [[corner.x.nanometres, corner.y.nanometres] for corner in shape.corners] for shape in placed
    ]


def benchmark_form(drawing: BroughtDrawing, mark: Mark, laid: Laid) -> BenchmarkForm:
    """Return the benchmark that a point of a drawing is: its text's first word is its name.

    Raises :class:`BadShape` for a point without a name or a height.
    """
    name, _, about = mark.text.partition(" ")
    if mark.height is None or not 0 < len(name) <= LONGEST_NAME:
        raise BadShape(
            f"layer {mark.layer}, handle {mark.handle}",
            f"A benchmark has a name of up to {LONGEST_NAME} characters, and a height.",
            "Leave it out, and type it in.",
        )
    place = laid.fit.place((mark.x, mark.y))
    return BenchmarkForm(
        id=uuid5(drawing.pk, f"{mark.handle} {name}"),
        name=name,
        elevation=f"{metres_text(laid.fit.height(mark.height))} m",
        description=(about or f"from {drawing.file_name}")[:LONGEST_DESCRIPTION],
        x=f"{metres_text(place.x)} m",
        y=f"{metres_text(place.y)} m",
    )


@contextmanager
def named(placed: Sequence[Placed]) -> Iterator[None]:
    """Say of what corners can't be on which layer they are, and under which handle."""
    try:
        yield
    except Refusal as refused:
        at = ", ".join(f"layer {one.drawn.layer}, handle {one.drawn.handle}" for one in placed[:3])
        raise Invalid(
            *(
                replace(problem, field="shapes", typed=f"{at}: {problem.typed}")
                if problem.field is None or problem.field.startswith("corners")
                else problem
                for problem in refused.problems
            )
        ) from refused


def _under(at: str, problem: Problem) -> Problem:
    """Return a refusal in the place of the part it belongs to."""
    return replace(problem, field=f"{at}.{problem.field or 'shapes'}")
