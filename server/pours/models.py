"""Pours: what each takes, what was answered about it, which holds were lifted, and its closing."""

from __future__ import annotations

from django.db import models
from django.db.models import Q
from django.utils import timezone

from core.pours import Question
from server.common.records import SiteRecord
from server.crews.models import User
from server.crews.retirable import Retirable
from server.crews.timed import Timed
from server.jobs.models import Element, Floor, Job

QUESTIONS = [(str(question), str(question)) for question in Question]


class Pour(Retirable):
    """A pour of one or several floors and elements: when, in what trucks, how fast placed.

    ``moved_at`` is when it was put to another time last: holds lifted before then hold again.
    """

    id = models.UUIDField(primary_key=True)
    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="pours")
    name = models.CharField(max_length=60)
    pours_at = models.DateTimeField()
    truck = models.DecimalField(max_digits=6, decimal_places=2)
    rate = models.DecimalField(max_digits=6, decimal_places=2)
    moved_at = models.DateTimeField(null=True)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["job", "name"], name="pour_name_once_a_job")]

    def __str__(self) -> str:
        return self.name


class PourPart(models.Model):
    """A floor or an element that a pour takes."""

    pour = models.ForeignKey(Pour, on_delete=models.CASCADE, related_name="parts")
    floor = models.ForeignKey(Floor, null=True, on_delete=models.PROTECT, related_name="+")
    element = models.ForeignKey(Element, null=True, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(floor__isnull=False) ^ Q(element__isnull=False),
                name="part_of_a_pour_is_one_thing",
            )
        ]

    def __str__(self) -> str:
        return str(self.floor or self.element)


class Asked(models.TextChoices):
    """What only a person can answer about a pour."""

    ORDERED = "ordered", "concrete ordered"
    EXTRA = "extra", "extra acknowledged by"
    INSPECTION = "inspection", "inspection"
    OVER_DIG = "over-dig", "over-dug bottoms"
    STRIP = "strip", "isolation strip"
    STEEL = "steel", "mesh or bars"


class PourAnswer(Timed, SiteRecord):
    """An answer about a pour; the last one to a question counts, the earlier ones stay.

    ``accepted`` are the faults that were shown when it was given, where it stands for those
    alone; ``unit`` is that of an amount.
    """

    pour = models.ForeignKey(Pour, on_delete=models.PROTECT, related_name="answers")
    question = models.CharField(max_length=12, choices=Asked)
    answer = models.CharField(max_length=80)
    accepted = models.JSONField(default=list)
    unit = models.CharField(max_length=4, blank=True, default="")
    is_good = models.BooleanField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.question}: {self.answer}"


class LiftedHold(Timed, SiteRecord):
    """A hold somebody lifted, with the reason.

    It stands for the faults that were shown, which are kept in ``faults`` as data, each with the
    sentence it was shown by.
    """

    pour = models.ForeignKey(Pour, on_delete=models.PROTECT, related_name="lifted")
    question = models.CharField(max_length=12, choices=QUESTIONS)
    faults = models.JSONField(default=list)
    reason = models.CharField(max_length=200)
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.question} lifted: {self.reason}"


class PourClosing(Timed, SiteRecord):
    """A pour that was made, its finished surface shot.

    ``began_at`` is when its first concrete was placed, as somebody said; ``lines`` is its list as
    it stood then.
    """

    pour = models.OneToOneField(Pour, on_delete=models.PROTECT, related_name="closing")
    note = models.CharField(max_length=200, blank=True)
    began_at = models.DateTimeField(default=timezone.now)
    lines = models.JSONField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.pour} poured"
