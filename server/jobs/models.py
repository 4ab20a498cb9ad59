"""A job: its benchmarks, and the floors planned on it."""

from __future__ import annotations

from django.db import models

from core.floors import PlanPoint
from server.crews.models import Crew, User
from server.quantities import ElevationField, LengthField
from server.records import SiteRecord


class Job(models.Model):
    """A job of a crew; its lengths are shown in one style.

    ``reread_minutes`` is how often its benchmark is read again. The tolerances of a re-read
    and of a rough pass, and what a run may be off a set-up, are empty where the defaults of its
    style hold.
    """

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="jobs")
    name = models.CharField(max_length=80)
    place = models.CharField(max_length=120)
    style = models.CharField(max_length=10)
    reread_minutes = models.PositiveSmallIntegerField(default=60)
    reread_tolerance = LengthField(null=True)
    rough_tolerance = LengthField(null=True)
    run_allowance = LengthField(null=True)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

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
    description = models.CharField(max_length=200)
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


class Floor(models.Model):
    """A level slab as planned: where its top lies, how thick it is, what is still on.

    The finished level is ``level_elevation``, or ``level_offset`` above a reference: a
    benchmark or another floor's finished level.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="floors")
    name = models.CharField(max_length=40)
    level_elevation = ElevationField(null=True)
    level_offset = LengthField(null=True)
    reference_benchmark = models.ForeignKey(
        Benchmark, null=True, on_delete=models.PROTECT, related_name="+"
    )
    reference_floor = models.ForeignKey(
        "self", null=True, on_delete=models.PROTECT, related_name="+"
    )
    thickness = LengthField()
    least_thickness = LengthField()
    tolerance = LengthField()
    grid_spacing = LengthField()
    mark_spacing = LengthField()
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


class Point(models.Model):
    """A place to shoot on a floor: proposed by the grid, or put there by a person."""

    id = models.UUIDField(primary_key=True)
    floor = models.ForeignKey(Floor, on_delete=models.PROTECT, related_name="points")
    name = models.CharField(max_length=12)
    position = models.PositiveIntegerField()
    x = LengthField()
    y = LengthField()
    is_extra = models.BooleanField()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["floor", "name"], name="point_name_once_a_floor")
        ]

    @property
    def place(self) -> PlanPoint:
        """Where it is."""
        return PlanPoint(self.x, self.y)

    def __str__(self) -> str:
        return self.name
