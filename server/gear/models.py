"""The crew's instruments and rods, shared by its jobs."""

from __future__ import annotations

from django.db import models

from server.crews.models import Crew
from server.quantities import LengthField
from server.records import SiteRecord


class InstrumentKind(models.TextChoices):
    """What stands on the tripod."""

    ROTARY_LASER = "rotary-laser", "Rotary laser"
    LINE_LASER = "line-laser", "Line laser"
    OPTICAL_LEVEL = "optical-level", "Optical level"


class Instrument(SiteRecord):
    """An instrument, with its reach where the crew knows it."""

    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="instruments")
    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=20, choices=InstrumentKind)
    range = LengthField(null=True)
    least_distance = LengthField(null=True)

    def __str__(self) -> str:
        return self.name


class Rod(SiteRecord):
    """A rod or rule: how its numbers run, its scale and its length."""

    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="rods")
    name = models.CharField(max_length=60)
    numbering = models.CharField(max_length=12)
    graduation = models.CharField(max_length=10)
    length = LengthField()

    def __str__(self) -> str:
        return self.name
