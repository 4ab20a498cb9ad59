"""Fields that inputs share; what they mean is read by the services."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from rest_framework import serializers

from core.rods import SightKind
from server.common.senders import EARLIEST, LATEST

LONGEST_ENTRY = 500
NOT_OURS = "Nothing is poured then. Choose a day of this century."
FIRST_DAY, LAST_DAY = datetime(2000, 1, 1, tzinfo=UTC), datetime(2100, 1, 1, tzinfo=UTC)


class Entry(serializers.CharField):
    """A length or number as it is typed; how it reads is the core's business."""

    def __init__(self, **kwargs: Any) -> None:
        kwargs.setdefault("allow_blank", True)
        super().__init__(max_length=LONGEST_ENTRY, trim_whitespace=False, **kwargs)


class Held(serializers.ChoiceField):
    """How a sight was taken; the rod standing where nobody says."""

    def __init__(self, **kwargs: Any) -> None:
        kwargs.setdefault("required", False)
        kwargs.setdefault("default", str(SightKind.STANDING))
        super().__init__([str(kind) for kind in SightKind], **kwargs)


class Key(serializers.UUIDField):
    """A key of a record: text, as the client made it; a number is none."""

    def to_internal_value(self, data: Any) -> UUID:
        if not isinstance(data, str | UUID):
            self.fail("invalid", value=data)
        key: UUID = super().to_internal_value(data)
        return key


class ByThePhone(serializers.DateTimeField):
    """When something was done, by the phone's clock; one that is far off is no one's fault."""

    def enforce_timezone(self, value: datetime) -> datetime:
        try:
            moment: datetime = super().enforce_timezone(value)
        except serializers.ValidationError:
            return EARLIEST if value.year < EARLIEST.year else LATEST
        return min(max(moment, EARLIEST), LATEST)


class DayAndTime(serializers.DateTimeField):
    """A moment that a person chooses, in this century."""

    def __init__(self, **kwargs: Any) -> None:
        messages: dict[str, Any] = {
            "invalid": "That is no day and time. Choose both.",
            "far": NOT_OURS,
            "overflow": NOT_OURS,
        }
        super().__init__(error_messages=messages, **kwargs)

    def enforce_timezone(self, value: datetime) -> datetime:
        moment: datetime = super().enforce_timezone(value)
        if not FIRST_DAY <= moment <= LAST_DAY:
            self.fail("far")
        return moment


class Name(serializers.CharField):
    """The name of what is recorded; left empty, the next free one of its kind is given."""

    def __init__(self, longest: int) -> None:
        too_long = f"It is longer than {longest} characters."
        super().__init__(
            max_length=longest,
            required=False,
            allow_blank=True,
            default="",
            error_messages={"max_length": too_long},
        )


class Named(serializers.CharField):
    """A person's name or a reason: one line of text with something in it."""

    def __init__(self, longest: int, **kwargs: Any) -> None:
        messages: dict[str, Any] = {
            "blank": "Nothing was typed.",
            "max_length": f"It is longer than {longest} characters.",
        }
        super().__init__(max_length=longest, error_messages=messages, **kwargs)
