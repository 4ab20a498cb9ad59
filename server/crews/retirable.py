"""What is retired and not deleted: since when, by whom and why."""

from __future__ import annotations

from django.db import models

from server.crews.models import User


class Retirable(models.Model):
    """Something that may be taken out of use; what was recorded with it stays."""

    retired_at = models.DateTimeField(null=True)
    retired_by = models.ForeignKey(User, null=True, on_delete=models.PROTECT, related_name="+")
    retired_why = models.CharField(max_length=200, blank=True, default="")

    class Meta:
        abstract = True

    @property
    def is_retired(self) -> bool:
        """Whether it is out of use."""
        return self.retired_at is not None
