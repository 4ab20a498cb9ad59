"""People, crews, and who does what in them."""

from __future__ import annotations

import uuid

from django.contrib.auth.models import AbstractUser
from django.db import models

#: Stands in the name of one who only stands beside records that came in with a file.
BY_A_FILE = "~"


class User(AbstractUser):
    """A person who signs in, or one of whom only a file says that he recorded something."""

    @property
    def is_by_a_file(self) -> bool:
        """Whether a file that was made elsewhere is all that speaks for the person."""
        return BY_A_FILE in self.username

    @property
    def shown_name(self) -> str:
        """The name that stands beside what the person recorded."""
        name = self.get_full_name() or self.username.rpartition(BY_A_FILE)[2]
        return f"{name} (by a file)" if self.is_by_a_file else name


class Role(models.TextChoices):
    """What a person is in a crew."""

    OWNER = "owner", "Owner"
    FOREMAN = "foreman", "Foreman"
    HELPER = "helper", "Helper"


class Crew(models.Model):
    """A crew; its gear and its jobs are seen by its members alone.

    ``strict_calls`` is its choice for close calls: strict counts sure verdicts only, plain
    lets the lean count. ``check_days`` is how long an instrument's check holds.
    ``helpers_set_up`` is whether its helpers may set up, which its owner says.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    name = models.CharField(max_length=80)
    strict_calls = models.BooleanField(default=False)
    check_days = models.PositiveSmallIntegerField(default=7)
    helpers_set_up = models.BooleanField(default=True)

    def __str__(self) -> str:
        return self.name


class Phone(models.Model):
    """A phone, or another browser, that records: known by a key that is kept on it.

    Nothing it records lies before it was first seen. ``last_number`` and ``last_counted_at`` are
    of the last record it sent, by its own numbers.
    """

    id = models.UUIDField(primary_key=True)
    first_seen_at = models.DateTimeField(auto_now_add=True)
    last_number = models.BigIntegerField(default=0)
    last_counted_at = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return str(self.pk)


class CacheRow(models.Model):
    """A row of the cache that all processes share; Django reads and writes it, nothing else."""

    cache_key = models.CharField(max_length=255, primary_key=True)
    value = models.TextField()
    expires = models.DateTimeField(db_index=True)

    class Meta:
        db_table = "yp_cache"

    def __str__(self) -> str:
        return self.cache_key


class Membership(models.Model):
    """A person's place in a crew."""

    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="memberships")
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["crew", "user"], name="one_place_in_a_crew")]

    def __str__(self) -> str:
        return f"{self.user} in {self.crew}"
