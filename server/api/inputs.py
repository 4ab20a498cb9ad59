"""Fields that inputs share; what they mean is read by the services."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from core.rods import SightKind

LONGEST_ENTRY = 500


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


class DayAndTime(serializers.DateTimeField):
    """A moment that a person chooses."""

    def __init__(self, **kwargs: Any) -> None:
        messages: dict[str, Any] = {"invalid": "That is no day and time. Choose both."}
        super().__init__(error_messages=messages, **kwargs)


class Named(serializers.CharField):
    """A name or a note: one line of text with something in it."""

    def __init__(self, longest: int, **kwargs: Any) -> None:
        messages: dict[str, Any] = {
            "blank": "Nothing was typed.",
            "max_length": f"It is longer than {longest} characters.",
        }
        super().__init__(max_length=longest, error_messages=messages, **kwargs)
