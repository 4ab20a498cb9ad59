"""The field book: set-ups, shots, and what was struck through."""

from __future__ import annotations

from django.db import models

from server.crews.models import User
from server.gear.models import Instrument, Rod
from server.jobs.models import Benchmark, Job, Point
from server.quantities import LengthField, ReadingField
from server.records import SiteRecord


class SetUp(SiteRecord):
    """Where an instrument stood, and the backsight that told its line.

    ``taped_above_benchmark`` is the beam's height above the benchmark by tape, negative
    where the benchmark is above the beam; it tells the beam where the rod alone can't.
    """

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="set_ups")
    number = models.PositiveSmallIntegerField()
    instrument = models.ForeignKey(Instrument, on_delete=models.PROTECT, related_name="+")
    rod = models.ForeignKey(Rod, on_delete=models.PROTECT, related_name="+")
    benchmark = models.ForeignKey(Benchmark, on_delete=models.PROTECT, related_name="+")
    backsight = ReadingField()
    backsight_typed = models.CharField(max_length=60)
    taped_above_benchmark = LengthField(null=True)
    x = LengthField()
    y = LengthField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "number"], name="set_up_number_once_a_job")
        ]

    def __str__(self) -> str:
        return f"set-up {self.number}"


class Shot(SiteRecord):
    """One reading on one point; ``typed`` is what the person entered."""

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="shots")
    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="shots")
    reading = ReadingField()
    typed = models.CharField(max_length=60)
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        indexes = [models.Index(fields=["set_up", "taken_at"], name="shot_order_of_the_book")]

    def __str__(self) -> str:
        return f"{self.typed} on {self.point_id}"


class Strike(SiteRecord):
    """A shot struck through, with the reason; the shot stays in the book."""

    shot = models.OneToOneField(Shot, on_delete=models.PROTECT, related_name="strike")
    reason = models.CharField(max_length=200)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"struck: {self.reason}"
