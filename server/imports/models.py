"""Drawings that were brought in, and what of them was placed on the plan."""

from __future__ import annotations

from django.db import models

from server.crews.models import User
from server.jobs.models import Element, Floor, Job


class BroughtDrawing(models.Model):
    """A drawing as it was read; its plan is a job's only where somebody placed it.

    ``content`` is what was found in it, packed. It is this server's own note beside the job, and
    no part of the job's file: what was placed is.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="drawings")
    file_name = models.CharField(max_length=200)
    digest = models.CharField(max_length=64)
    content = models.BinaryField()
    brought_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    brought_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.file_name


class PlacedShape(models.Model):
    """What a part of the plan was drawn as: the shapes it was made of, and how they were laid.

    ``corners`` are where its shapes lay on the site, in metres, shape by shape, so that a drawing
    brought in again can be told from it. ``fit`` is how that drawing was laid.
    """

    id = models.UUIDField(primary_key=True)
    drawing = models.ForeignKey(BroughtDrawing, on_delete=models.CASCADE, related_name="placed")
    floor = models.ForeignKey(Floor, null=True, on_delete=models.CASCADE, related_name="drawn_as")
    element = models.ForeignKey(
        Element, null=True, on_delete=models.CASCADE, related_name="drawn_as"
    )
    handles = models.JSONField()
    corners = models.JSONField()
    fit = models.JSONField()
    placed_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    placed_at = models.DateTimeField(auto_now_add=True)

    @property
    def part(self) -> Floor | Element:
        """What it became."""
        part: Floor | Element | None = self.floor or self.element
        assert part is not None
        return part

    def __str__(self) -> str:
        return f"{self.part} as drawn"
