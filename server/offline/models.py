"""What only a phone keeps: the concrete the server worked out."""

from __future__ import annotations

from django.db import models


class KnownConcrete(models.Model):
    """A floor's concrete and its map as the server worked them out, by what both rest on."""

    floor = models.UUIDField(primary_key=True)
    rests_on = models.CharField(max_length=32)
    take_off = models.JSONField()
    map = models.JSONField()

    def __str__(self) -> str:
        return str(self.floor)
