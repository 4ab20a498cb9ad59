"""A picture: what it is of, who took it and when; and apart from that, the picture itself."""

from __future__ import annotations

from django.db import models

from server.common.records import SiteRecord
from server.crews.models import User
from server.crews.timed import Timed
from server.jobs.models import Job
from server.notices.models import Notice


class About(models.TextChoices):
    """What a picture is of."""

    BENCHMARK = "benchmark", "benchmark"
    SET_UP = "set-up", "set-up"
    POINT = "point", "point"
    HOLE = "hole", "hole"
    FINDING = "finding", "finding"
    OVER_DIG = "over-dig", "over-dig"
    INSPECTION = "inspection", "inspection"
    STRIKE = "strike", "strike"
    POUR = "pour", "pour"
    KNOCK = "knock", "knock"


class Picture(Timed, SiteRecord):
    """A picture of something of a job; ``about`` is that thing's key."""

    RESTS_ON = ("job", "begun_at")

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="pictures")
    kind = models.CharField(max_length=12, choices=About)
    about = models.UUIDField()
    note = models.CharField(max_length=120, blank=True, default="")
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"picture of a {self.kind}"


class PictureContent(models.Model):
    """A picture as it was written anew: whole, and small; bare JPEG both."""

    picture = models.OneToOneField(
        Picture, primary_key=True, on_delete=models.CASCADE, related_name="content"
    )
    large = models.BinaryField()
    small = models.BinaryField()

    def __str__(self) -> str:
        return f"{len(self.large)} bytes"


class NoticePicture(models.Model):
    """A picture that a customer's notice shows, as the crew chose before it was answered."""

    notice = models.ForeignKey(Notice, on_delete=models.CASCADE, related_name="pictures")
    picture = models.ForeignKey(Picture, on_delete=models.CASCADE, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["notice", "picture"], name="picture_once_a_notice")
        ]

    def __str__(self) -> str:
        return f"{self.picture} in {self.notice}"
