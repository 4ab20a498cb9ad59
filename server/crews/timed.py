"""Records that happened at a time: what the phone said it was, and the time that counts."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any, ClassVar
from uuid import UUID

from django.db import models, transaction
from django.utils import timezone

from core.clocks import Bounds, Moment, Stamp, moment_that_counts
from server.common.senders import EARLIEST, LATEST, Sender, sender_now
from server.crews.models import Phone

#: The columns of a moment, of records whose time is when they were taken.
TIME_COLUMNS = ("taken_at", "phone", "clock_give")


class Timed(models.Model):
    """A record with the time that counts of it, and all it follows from.

    ``TIME`` names the column of that time; it is worked out by the core's one rule when the
    record comes in. ``said_at`` is what the phone's clock showed, ``phone`` its key (the record's
    own where it named none: a clock of its own), ``phone_number`` the record's number there,
    ``clock_off`` how far that clock was ahead when it was last compared, and ``clock_give`` how
    far the time that counts may be off either way; seconds both.
    """

    TIME: ClassVar[str] = "taken_at"
    #: What it can't lie before: the field that leads there, and the column of its time.
    RESTS_ON: ClassVar[tuple[str, str]] = ("set_up", "taken_at")

    said_at = models.DateTimeField()
    phone = models.UUIDField(null=True)
    phone_number = models.BigIntegerField(null=True)
    clock_off = models.FloatField(null=True)
    clock_give = models.FloatField(default=0.0)

    class Meta:
        abstract = True

    @property
    def moment(self) -> Moment:
        """The time that counts, as the core knows it."""
        return moment_of_columns(getattr(self, self.TIME), self.phone, self.clock_give)

    def save(self, *args: Any, **kwargs: Any) -> None:
        if self._state.adding and self.said_at is None:
            with transaction.atomic():
                self._stamp(sender_now())
                super().save(*args, **kwargs)
        else:
            super().save(*args, **kwargs)

    def _stamp(self, sender: Sender | None) -> None:
        now, said = timezone.now(), getattr(self, self.TIME)
        self.said_at = min(max(said, EARLIEST), LATEST)
        if sender is None:
            setattr(self, self.TIME, min(self.said_at, now))
            return
        self.phone, self.phone_number = sender.phone or self.pk, sender.number
        self.clock_off = sender.clock_off if sender.phone else None
        stamp = Stamp(
            said=self.said_at.timestamp(),
            arrived=now.timestamp(),
            sent=sender.now if sender.phone else None,
            clock_off=self.clock_off,
            clock=str(self.phone),
        )
        moment = counted(sender, stamp, self._earliest())
        setattr(self, self.TIME, datetime.fromtimestamp(moment.seconds, UTC))
        self.clock_give = moment.give

    def _earliest(self) -> datetime | None:
        name, column = self.RESTS_ON
        key = getattr(self, f"{name}_id", None)
        if key is None:
            return None
        related = self._meta.get_field(name).related_model
        assert isinstance(related, type)
        earliest: datetime = related._default_manager.values_list(column, flat=True).get(pk=key)
        return earliest


#: What a clock may be off without a word, seconds.
A_WORD = 60.0


def clock_in_words(record: Timed) -> str:
    """Say by whose clock a record counts, and what was done about it; finite and short."""
    if record.phone is None:
        return "the server's clock"
    off = abs((record.said_at - getattr(record, record.TIME)).total_seconds())
    says_nothing = record.phone == record.pk
    said = "a client that says nothing of its clock" if says_nothing else "the phone's clock"
    if off >= A_WORD:
        said += f", put right by {round(off / 60)} min"
    if record.clock_give >= A_WORD:
        said += f", give or take {round(record.clock_give / 60)} min"
    return said


def moment_of_columns(taken_at: datetime, phone: UUID | None, give: float) -> Moment:
    """Return stored columns as the core knows them."""
    return Moment(taken_at.timestamp(), give, str(phone or ""))


def counted(sender: Sender, stamp: Stamp, rests_on: datetime | None) -> Moment:
    """Return the time that counts of what a phone sends, and keep it as the phone's last.

    What is sent under one number, or none, is in the order it comes in.
    """
    since = [] if rests_on is None else [rests_on.timestamp()]
    if sender.phone is None:
        return moment_that_counts(stamp, Bounds(earliest=max(since, default=stamp.arrived)))
    phone = phone_of(sender.phone)
    earliest = max([*since, phone.first_seen_at.timestamp()])
    last = phone.last_counted_at.timestamp() if phone.last_counted_at else None
    number = phone.last_number if sender.number is None else sender.number
    is_next = number >= phone.last_number
    bounds = Bounds(earliest)
    if last is not None:
        bounds = Bounds(earliest, after=last) if is_next else Bounds(earliest, before=last)
    moment = moment_that_counts(stamp, bounds)
    if is_next:
        phone.last_number = number
        phone.last_counted_at = datetime.fromtimestamp(moment.seconds, UTC)
        phone.save(update_fields=["last_number", "last_counted_at"])
    return moment


def counted_now() -> datetime:
    """Return the time that counts of what is opened now, by what its phone says of when."""
    now, sender = timezone.now(), sender_now()
    if sender is None or sender.phone is None or sender.said is None:
        return now
    stamp = Stamp(
        said=sender.said,
        arrived=now.timestamp(),
        sent=sender.now,
        clock_off=sender.clock_off,
        clock=str(sender.phone),
    )
    return datetime.fromtimestamp(counted(sender, stamp, None).seconds, UTC)


def see_phone() -> None:
    """Note that the phone that asks was seen: what it records later may lie from here on."""
    sender = sender_now()
    if sender is not None and sender.phone is not None:
        Phone.objects.get_or_create(pk=sender.phone)


def phone_of(key: UUID) -> Phone:
    """Return a phone, held for this transaction; one nobody saw before is seen now."""
    held = Phone.objects.select_for_update().filter(pk=key).first()
    return held or Phone.objects.get_or_create(pk=key)[0]
