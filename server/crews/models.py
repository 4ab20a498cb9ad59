"""People, crews, and who does what in them."""

from __future__ import annotations

import uuid
from importlib import import_module
from typing import Any
from uuid import NAMESPACE_OID, UUID, uuid5

from django.conf import settings
from django.contrib.auth.models import AbstractUser
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models
from django.utils import timezone

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
    READER = "reader", "Reader"


class Crew(models.Model):
    """A crew; its gear and its jobs are seen by its members alone.

    ``strict_calls`` is its choice for close calls: strict counts sure verdicts only, plain
    lets the lean count. ``check_days`` is how long an instrument's check holds.
    ``helpers_set_up`` is whether its helpers may set up, which its owner says. ``usual`` is what
    it does by default where the trade has two ways, as far as it chose.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    name = models.CharField(max_length=80)
    strict_calls = models.BooleanField(default=False)
    check_days = models.PositiveSmallIntegerField(default=7)
    helpers_set_up = models.BooleanField(default=True)
    usual = models.JSONField(default=dict)

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


class Session(AbstractBaseSession):
    """A sign-in that holds: whose it is, on what device, since when, and when it was last used.

    ``person`` is empty of a browser where nobody signed in yet.
    """

    person = models.ForeignKey(User, null=True, on_delete=models.CASCADE, related_name="sign_ins")
    device = models.CharField(max_length=80, default="")
    began_at = models.DateTimeField(default=timezone.now)
    seen_on = models.DateField(default=timezone.localdate)

    @classmethod
    def get_session_store_class(cls) -> Any:
        """Return the store that reads and writes these rows, as Django asks for it."""
        return import_module(settings.SESSION_ENGINE).SessionStore

    @property
    def key(self) -> UUID:
        """A key to name it by, from which nobody can tell the one it is held by."""
        return uuid5(NAMESPACE_OID, self.session_key)


class Invitation(models.Model):
    """A place in a crew that somebody is asked to take, by a link that works once.

    ``taken_by`` took it; ``withdrawn_by`` took it back before anybody did.
    """

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="invitations")
    role = models.CharField(max_length=10, choices=Role)
    invited_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    invited_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, null=True, on_delete=models.PROTECT, related_name="+")
    taken_at = models.DateTimeField(null=True)
    withdrawn_by = models.ForeignKey(User, null=True, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.get_role_display()} of {self.crew}"


class SharedLesson(models.Model):
    """A lesson of practice somebody did on a device of theirs, and let their crew know of."""

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="shared_lessons")
    user = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    lesson = models.CharField(max_length=40)
    points = models.PositiveSmallIntegerField()
    of = models.PositiveSmallIntegerField()
    is_passed = models.BooleanField()
    recorded_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.lesson} by {self.user}"


class AskedLesson(models.Model):
    """A lesson that somebody in a crew was asked to do."""

    id = models.UUIDField(primary_key=True)
    crew = models.ForeignKey(Crew, on_delete=models.CASCADE, related_name="asked_lessons")
    user = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    lesson = models.CharField(max_length=40)
    asked_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.lesson} asked of {self.user}"


class CalendarKey(models.Model):
    """The key in the address of a person's calendar; another one ends the address."""

    user = models.OneToOneField(
        User, primary_key=True, on_delete=models.CASCADE, related_name="calendar"
    )
    key = models.UUIDField(unique=True)

    def __str__(self) -> str:
        return f"calendar of {self.user}"


class StandInMail(models.Model):
    """A mail that the demo's stand-in keeps in place of sending it."""

    to = models.CharField(max_length=254)
    subject = models.CharField(max_length=200)
    body = models.TextField()
    sent_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.subject
