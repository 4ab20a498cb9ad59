"""Papers that were made of a job, by their digest."""

from __future__ import annotations

from django.db import models

from server.common.records import SiteRecord
from server.crews.models import User
from server.jobs.models import Job


class KeptPaper(SiteRecord):
    """A job record as it was made: what it rests on by its digest, the file, and the file's own.

    ``digest`` is that of the job's file at ``made_at``; it is printed on every page.
    """

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="papers")
    file_name = models.CharField(max_length=120)
    digest = models.CharField(max_length=64, db_index=True)
    file_digest = models.CharField(max_length=64, db_index=True)
    pages = models.PositiveIntegerField()
    content = models.BinaryField()
    made_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return self.file_name
