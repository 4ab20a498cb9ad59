"""Notices to a customer: sent, taken back, acknowledged."""

from __future__ import annotations

from django.db import models

from server.common.records import SiteRecord
from server.crews.models import User
from server.crews.timed import Timed
from server.jobs.models import Floor


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
