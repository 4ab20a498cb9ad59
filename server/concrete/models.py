"""What is paid for concrete, stone and labor, by job or crew."""

from __future__ import annotations

from django.db import models
from django.db.models import Q

from server.crews.models import Crew, User
from server.jobs.models import Job


class PriceList(models.Model):
    """Prices of a job, or of a crew's jobs of one system of units; empty where nobody said.

    ``currency`` is the sign or the code they are in. ``concrete`` and ``stone`` are a cubic
    yard or meter, ``labor`` a square foot or meter of stone regraded, ``short_load`` once where
    the last truck of an order, each holding ``truck``, brings less than ``short_below``.
    """

    job = models.ForeignKey(Job, null=True, on_delete=models.PROTECT, related_name="prices")
    crew = models.ForeignKey(Crew, null=True, on_delete=models.PROTECT, related_name="prices")
    is_metric = models.BooleanField()
    currency = models.CharField(max_length=4, default="$")
    concrete = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    stone = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    labor = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    short_load = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    short_below = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    truck = models.DecimalField(max_digits=10, decimal_places=2, null=True)
    changed_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["crew", "is_metric"], name="prices_once_a_crew"),
            models.UniqueConstraint(fields=["job", "is_metric"], name="prices_once_a_job"),
            models.CheckConstraint(
                condition=Q(job__isnull=False) ^ Q(crew__isnull=False),
                name="prices_of_one_job_or_crew",
            ),
        ]

    def __str__(self) -> str:
        return f"prices of {self.job or self.crew}"
