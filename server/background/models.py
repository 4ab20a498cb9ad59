"""Long work that is carried out beside the pages, and the backups that were made."""

from __future__ import annotations

from django.db import models

from server.crews.models import Crew, User
from server.jobs.models import Job


class WorkKind(models.TextChoices):
    """What a long work makes."""

    RECORD = "record", "Job record"
    JOB_IN = "job-in", "Bring in a job"
    POINTS_IN = "points-in", "Bring in points"
    READINGS_IN = "readings-in", "Bring in readings"
    DRAWING_IN = "drawing-in", "Read a drawing"


class WorkState(models.TextChoices):
    """Where a long work stands."""

    WAITING = "waiting", "waiting"
    RUNNING = "running", "at work"
    DONE = "done", "done"
    FAILED = "failed", "not done"


class LongWork(models.Model):
    """Something that takes a while: asked for, worked on beside the pages, looked at later.

    ``asked`` is what was typed with it, ``taken_in`` the file that came with it. ``problems``
    are the refusals of one that failed, as the API sends them. ``owner`` is the worker that has
    it, while ``leased_until`` is not over; of one that waits, it waits until then.
    """

    id = models.UUIDField(primary_key=True)
    kind = models.CharField(max_length=12, choices=WorkKind)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="works")
    job = models.ForeignKey(Job, null=True, on_delete=models.PROTECT, related_name="works")
    asked_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    asked_at = models.DateTimeField(auto_now_add=True)
    asked = models.JSONField(default=dict)
    file_name = models.CharField(max_length=200, blank=True, default="")
    taken_in = models.BinaryField(null=True)
    state = models.CharField(max_length=8, choices=WorkState, default=WorkState.WAITING)
    owner = models.CharField(max_length=80, blank=True, default="")
    leased_until = models.DateTimeField(null=True)
    taken_at = models.DateTimeField(null=True)
    tries = models.PositiveSmallIntegerField(default=0)
    done = models.PositiveIntegerField(default=0)
    of = models.PositiveIntegerField(default=0)
    says = models.CharField(max_length=300, blank=True, default="")
    problems = models.JSONField(default=list)
    finished_at = models.DateTimeField(null=True)

    class Meta:
        indexes = [models.Index(fields=["state", "asked_at"], name="work_waiting_in_order")]

    def __str__(self) -> str:
        return f"{WorkKind(self.kind).label}, {self.state}"


class Backup(models.Model):
    """A backup of the whole server that was proved good when it was made."""

    made_at = models.DateTimeField(auto_now_add=True)
    file_name = models.CharField(max_length=200)
    size = models.PositiveBigIntegerField()
    jobs = models.PositiveIntegerField()

    def __str__(self) -> str:
        return self.file_name
