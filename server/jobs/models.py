"""A job: its benchmarks, and the floors and elements planned on it."""

from __future__ import annotations

from uuid import UUID

from django.db import models
from django.db.models import Q
from django.utils import timezone

from core.floors import PlanPoint
from core.pours import USUAL_FRESH_HOURS
from core.tasks import SURFACES, Task
from server.common.quantities import ElevationField, LengthField
from server.common.records import SiteRecord
from server.crews.models import Crew, User
from server.crews.retirable import Retirable
from server.jobs.planned import FloorPart, Leveled, TypedIn, no_height

TASKS = [(str(task), str(task)) for task in Task]


class Job(models.Model):
    """A job of a crew; its lengths are shown in one style.

    ``begun_at`` is the time that counts of its opening: no set-up of it lies before.
    ``kit`` names the gear its first set-up is likely made with, from the job it was copied from.
    ``datum`` is the real elevation of the zero its heights are kept above; its last tie says it.
    ``reread_minutes`` is how often its benchmark is read again, ``fresh_hours`` how old readings
    of forms and stone may be when it is poured. The tolerances of a re-read
    and of a rough pass, and what a run may be off a set-up, are empty where the defaults of its
    style hold.
    """

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="jobs")
    name = models.CharField(max_length=80)
    place = models.CharField(max_length=120, blank=True, default="")
    style = models.CharField(max_length=10)
    datum = LengthField(default=no_height)
    reread_minutes = models.PositiveSmallIntegerField(default=60)
    fresh_hours = models.PositiveSmallIntegerField(default=USUAL_FRESH_HOURS)
    reread_tolerance = LengthField(null=True)
    rough_tolerance = LengthField(null=True)
    run_allowance = LengthField(null=True)
    kit = models.JSONField(default=dict)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    begun_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return self.name


class RetiredAs(models.TextChoices):
    """Why a benchmark is read no more: what it tied before stands, or is in doubt with it."""

    DESTROYED = "destroyed", "destroyed"
    DOUBTED = "doubted", "doubted"


class Benchmark(Retirable):
    """A fixed point of known or assumed elevation.

    Its place is empty where nobody put it on the plan. ``half_width`` is its U at 95 % where
    a run carried it here, empty where it is taken as given. Its elevation is what it was taken
    for at first, or what its last correction says.
    """

    id = models.UUIDField(primary_key=True)
    recorded_at = models.DateTimeField(auto_now_add=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="benchmarks")
    name = models.CharField(max_length=20)
    elevation = ElevationField()
    description = models.CharField(max_length=200, blank=True, default="")
    x = LengthField(null=True)
    y = LengthField(null=True)
    half_width = LengthField(null=True)
    retired_as = models.CharField(max_length=10, choices=RetiredAs, blank=True, default="")
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


class BenchmarkCorrection(SiteRecord):
    """A benchmark's mistyped elevation put right, for everything that was read from it."""

    benchmark = models.ForeignKey(Benchmark, on_delete=models.PROTECT, related_name="corrections")
    was = ElevationField()
    becomes = ElevationField()
    typed = models.CharField(max_length=60)
    reason = models.CharField(max_length=200)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.benchmark} corrected to {self.typed}"


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


class Floor(Leveled, TypedIn, Retirable):
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


class Element(Leveled, TypedIn, Retirable):
    """A part of the plan below or beside the floors, with a geometry of its own.

    ``typed`` keeps its geometry as it was typed; what it is follows from that by one
    function, while it is typed and ever after. It has no level where it is only found out.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="elements")
    kind = models.CharField(max_length=10)
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


class Point(Retirable):
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
    def is_covered(self) -> bool:
        """Whether sheeting lies over it, as far as the query that found it asked."""
        return bool(getattr(self, "lies_covered", False))

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


class Archived(models.Model):
    """That a job is done with: it stands in no list, and takes no record until it is brought back.

    It is this server's own note of the job, and no part of the job's file.
    """

    job = models.OneToOneField(Job, on_delete=models.CASCADE, related_name="archived")
    archived_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    archived_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return f"{self.job} archived"


class Glance(models.Model):
    """Where a job stands, as it was worked out last; stale once anything of it changed.

    It can be worked out again at any time, and is no part of the job's file.
    """

    job = models.OneToOneField(
        Job, primary_key=True, on_delete=models.CASCADE, related_name="glance"
    )
    sheet = models.JSONField()
    is_stale = models.BooleanField(default=False)
    made_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return f"{self.job} at a glance"


class DayOnJob(models.Model):
    """That a person is on a job on a day, as the foreman set it."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="days")
    day = models.DateField()
    person = models.ForeignKey(User, on_delete=models.CASCADE, related_name="days")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "day", "person"], name="once_a_day_on_a_job")
        ]
        indexes = [models.Index(fields=["day"], name="days_on_jobs_by_day")]

    def __str__(self) -> str:
        return f"{self.person} on {self.job}, {self.day}"


class Happening(SiteRecord):
    """A change of a job that is no record of its own: what it was, what it became, by whom.

    Written with the change, in the same transaction; it outlives a job that is deleted. ``about``
    is the key of the floor, element or point that changed, where it was one.
    """

    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="happenings")
    job_key = models.UUIDField(db_index=True)
    about = models.UUIDField(null=True)
    what = models.CharField(max_length=200)
    before = models.JSONField(default=dict)
    after = models.JSONField(default=dict)
    phone = models.UUIDField(null=True)
    done_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return self.what
