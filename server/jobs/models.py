"""A job: its benchmarks, and the floors and elements planned on it."""

from __future__ import annotations

from uuid import UUID

from django.db import models
from django.db.models import Q
from django.utils import timezone

from core.design import SlabPart
from core.floors import PlanPoint
from core.lengths import Length, Style
from core.tasks import SURFACES, Task
from server.crews.models import Crew, User
from server.quantities import ElevationField, LengthField
from server.records import SiteRecord

TASKS = [(str(task), str(task)) for task in Task]


class Job(models.Model):
    """A job of a crew; its lengths are shown in one style.

    ``begun_at`` is the time that counts of its opening: no set-up of it lies before.
    ``datum`` is the real elevation of the zero its heights are kept above; its last tie says it.
    ``reread_minutes`` is how often its benchmark is read again. The tolerances of a re-read
    and of a rough pass, and what a run may be off a set-up, are empty where the defaults of its
    style hold.
    """

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="jobs")
    name = models.CharField(max_length=80)
    place = models.CharField(max_length=120, blank=True, default="")
    style = models.CharField(max_length=10)
    datum = LengthField(default=Length(0))
    reread_minutes = models.PositiveSmallIntegerField(default=60)
    reread_tolerance = LengthField(null=True)
    rough_tolerance = LengthField(null=True)
    run_allowance = LengthField(null=True)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    begun_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return self.name


class Benchmark(SiteRecord):
    """A fixed point of known or assumed elevation; a new value is a new record.

    Its place is empty where nobody put it on the plan. ``half_width`` is its U at 95 % where
    a run carried it here, empty where it is taken as given.
    """

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="benchmarks")
    name = models.CharField(max_length=20)
    elevation = ElevationField()
    description = models.CharField(max_length=200, blank=True, default="")
    x = LengthField(null=True)
    y = LengthField(null=True)
    half_width = LengthField(null=True)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "name"], name="benchmark_name_once_a_job")
        ]

    @property
    def place(self) -> PlanPoint | None:
        """Where it is, as far as anybody said."""
        return None if self.x is None or self.y is None else PlanPoint(self.x, self.y)

    def __str__(self) -> str:
        return self.name


class DatumTie(SiteRecord):
    """A benchmark given its real elevation: every height of the job moves alike.

    ``datum`` is the real elevation of the job's zero from then on.
    """

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="ties")
    benchmark = models.ForeignKey(Benchmark, on_delete=models.PROTECT, related_name="ties")
    datum = LengthField()
    typed = models.CharField(max_length=60)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.benchmark} tied to {self.typed}"


class BroughtIn(SiteRecord):
    """That a job came in with a file, whose word it is what was recorded before then.

    ``is_sealed`` is whether it was this crew's own file, and unchanged.
    """

    job = models.OneToOneField(Job, on_delete=models.PROTECT, related_name="brought_in")
    file_name = models.CharField(max_length=200)
    is_sealed = models.BooleanField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    @property
    def in_words(self) -> str:
        """Who brought it in, and what that makes of the names in it."""
        by = f"{self.file_name}, by {self.taken_by.shown_name}, {self.recorded_at:%Y-%m-%d %H:%M}"
        if self.is_sealed:
            return (
                f"Brought back from this crew's own file, {by} UTC; it was not changed meanwhile."
            )
        return (
            f"Brought in from a file, {by} UTC. What was recorded before then was recorded "
            "elsewhere: only the file says by whom."
        )

    def __str__(self) -> str:
        return self.file_name


def came_in(job: Job) -> str:
    """Say where a job came from that was brought in; empty of one that was begun here."""
    brought = BroughtIn.objects.filter(job=job).select_related("taken_by").first()
    return brought.in_words if brought else ""


class TypedIn(models.Model):
    """Something kept as it was typed, with the style and the datum it was typed in."""

    typed_style = models.CharField(max_length=10)
    typed_datum = LengthField(default=Length(0))

    class Meta:
        abstract = True

    @property
    def typed_in(self) -> Style:
        """The style it was typed in."""
        return Style.from_code(self.typed_style).tied(self.typed_datum)


def as_typed_in(style: Style) -> dict[str, object]:
    """Return the columns that keep the style something is typed in."""
    return {"typed_style": style.code, "typed_datum": style.datum}


class Leveled(models.Model):
    """Something with a level: an elevation, or an amount above a benchmark or a floor."""

    level_elevation = ElevationField(null=True)
    level_offset = LengthField(null=True)
    reference_benchmark = models.ForeignKey(
        Benchmark, null=True, on_delete=models.PROTECT, related_name="+"
    )
    reference_floor = models.ForeignKey(
        "jobs.Floor", null=True, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        abstract = True


class Floor(Leveled, TypedIn):
    """A slab as planned: where its top lies and falls, how thick it is, what is still on.

    The finished level is ``level_elevation``, or ``level_offset`` above a reference: a
    benchmark or another floor's finished level. ``panels`` are kept as they were typed, none
    for a level slab, and so is the ``underside``, empty for an even one. ``stone_thickness`` is
    empty where nobody said how thick the stone is.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="floors")
    name = models.CharField(max_length=40)
    thickness = LengthField()
    least_thickness = LengthField()
    tolerance = LengthField()
    grid_spacing = LengthField()
    mark_spacing = LengthField()
    panels = models.JSONField(default=list)
    underside = models.JSONField(default=dict)
    stone_thickness = LengthField(null=True)
    formation_is_level = models.BooleanField(default=False)
    waste = models.DecimalField(max_digits=5, decimal_places=4)
    order_step = models.DecimalField(max_digits=6, decimal_places=3)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "name"], name="floor_name_once_a_job")
        ]

    def __str__(self) -> str:
        return self.name


class FloorCorner(models.Model):
    """A corner of a floor's outline, in order around it."""

    floor = models.ForeignKey(Floor, on_delete=models.CASCADE, related_name="corners")
    position = models.PositiveSmallIntegerField()
    x = LengthField()
    y = LengthField()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["floor", "position"], name="one_corner_a_position")
        ]

    @property
    def place(self) -> PlanPoint:
        """Where it is."""
        return PlanPoint(self.x, self.y)

    def __str__(self) -> str:
        return f"corner {self.position + 1} of {self.floor_id}"


class ElementKind(models.TextChoices):
    """What an element of the plan is."""

    BOARDS = "boards", "Batter boards"
    EXCAVATION = "excavation", "Excavation"
    FOOTING = "footing", "Strip footing"
    PAD = "pad", "Pad"
    WALL = "wall", "Wall of courses"
    FORM = "form", "Forms"
    PIERS = "piers", "Piers"
    MARKS = "marks", "Wall marks"
    SCREED = "screed", "Screed points"
    FINISHED = "finished", "Finished surface"
    FREE = "free", "Free points"


class FloorPart(models.TextChoices):
    """The surface of a floor a level is given from."""

    TOP = SlabPart.TOP, "top of slab"
    FINISHED = SlabPart.FINISHED, "finished level, without its fall"
    SUB_BASE = SlabPart.SUB_BASE, "sub-base (stone)"
    SUB_GRADE = SlabPart.SUB_GRADE, "formation (sub-grade)"


class Element(Leveled, TypedIn):
    """A part of the plan below or beside the floors, with a geometry of its own.

    ``typed`` keeps its geometry as it was typed; what it is follows from that by one
    function, while it is typed and ever after. It has no level where it is only found out.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="elements")
    kind = models.CharField(max_length=10, choices=ElementKind)
    name = models.CharField(max_length=40)
    part = models.CharField(max_length=10, choices=FloorPart, default=FloorPart.TOP)
    tolerance = LengthField()
    typed = models.JSONField()
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "name"], name="element_name_once_a_job")
        ]

    def __str__(self) -> str:
        return self.name


class Point(models.Model):
    """A place to shoot for a task: on a floor's stone, or on an element of the plan.

    A free point, of an element that plans none, may have no place, and a ``target`` of its own.
    """

    id = models.UUIDField(primary_key=True)
    floor = models.ForeignKey(Floor, null=True, on_delete=models.PROTECT, related_name="points")
    element = models.ForeignKey(Element, null=True, on_delete=models.PROTECT, related_name="points")
    task = models.CharField(max_length=16, choices=TASKS, default=Task.STONE)
    name = models.CharField(max_length=40)
    position = models.PositiveIntegerField()
    x = LengthField(null=True)
    y = LengthField(null=True)
    target = ElevationField(null=True)
    is_extra = models.BooleanField()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["floor", "name"], name="point_name_once_a_floor"),
            models.UniqueConstraint(
                fields=["element", "task", "name"], name="point_name_once_an_element"
            ),
            models.CheckConstraint(
                condition=Q(floor__isnull=False) ^ Q(element__isnull=False),
                name="point_lies_on_one_thing",
            ),
        ]

    @property
    def spot(self) -> PlanPoint | None:
        """Where it is, as far as anybody said."""
        return None if self.x is None or self.y is None else PlanPoint(self.x, self.y)

    @property
    def place(self) -> PlanPoint:
        """Where a planned point is; it always has a place."""
        assert self.spot is not None
        return self.spot

    @property
    def owner(self) -> Floor | Element:
        """What it lies on."""
        owner: Floor | Element | None = self.floor or self.element
        assert owner is not None
        return owner

    @property
    def where(self) -> str:
        """What it lies on, in words; on an element also which of its surfaces."""
        owner = self.owner.name
        return owner if self.floor_id else f"{owner}, {SURFACES[Task(self.task)]}"

    @property
    def owner_id(self) -> UUID:
        """The key of what it lies on."""
        key: UUID | None = self.floor_id or self.element_id
        assert key is not None
        return key

    def __str__(self) -> str:
        return self.name
