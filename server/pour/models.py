"""What is paid for a pour, what it takes, what was answered, lifted, told the customer, closed."""

from __future__ import annotations

from django.db import models
from django.db.models import Q
from django.utils import timezone

from core.pours import Question
from server.common.records import SiteRecord
from server.crews.models import Crew, User
from server.crews.retirable import Retirable
from server.crews.timed import Timed
from server.jobs.models import Element, Floor, Job

QUESTIONS = [(str(question), str(question)) for question in Question]


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


class Notice(Timed, SiteRecord):
    """What a customer is told of a floor's extra concrete: the numbers as they were then.

    ``numbers`` are as they are read; it stands while the ``figures`` are the same. ``rate`` is
    the price of a cubic yard or meter.
    """

    floor = models.ForeignKey(Floor, on_delete=models.PROTECT, related_name="notices")
    numbers = models.JSONField()
    figures = models.JSONField(default=dict)
    rate = models.DecimalField(max_digits=10, decimal_places=2)
    currency = models.CharField(max_length=4, default="$")
    expires_at = models.DateTimeField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"notice of {self.taken_at:%Y-%m-%d}"


class NoticeWithdrawal(SiteRecord):
    """A notice taken back: its link shows nothing more."""

    notice = models.OneToOneField(Notice, on_delete=models.PROTECT, related_name="withdrawal")
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.notice} withdrawn"


class NoticeAcknowledgment(SiteRecord):
    """A customer's word on a notice, once: a name, the time, from where, and on what numbers.

    ``witness`` is the member of the crew who says that the customer agreed by phone, empty where
    the customer opened the link; ``address`` and ``browser`` are where it came from, ``digest``
    is of the numbers that were shown.
    """

    notice = models.OneToOneField(Notice, on_delete=models.PROTECT, related_name="acknowledgment")
    name = models.CharField(max_length=80)
    witness = models.CharField(max_length=160, blank=True, default="")
    address = models.CharField(max_length=64, blank=True, default="")
    browser = models.CharField(max_length=200, blank=True, default="")
    digest = models.CharField(max_length=64, blank=True, default="")

    @property
    def in_words(self) -> str:
        """Whose word it is."""
        by_a_file = self.notice.taken_by.is_by_a_file
        if self.witness:
            said = f"{self.witness} says that {self.name} agreed by phone."
        else:
            said = f"{'acknowledged' if by_a_file else 'Acknowledged'} by {self.name}."
        return f"By the file the job came in with, {said}" if by_a_file else said

    def __str__(self) -> str:
        return f"acknowledged by {self.name}"
