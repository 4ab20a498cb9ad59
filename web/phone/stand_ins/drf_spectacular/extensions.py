"""What describes a view from outside; nothing is described here."""

from __future__ import annotations


class OpenApiSerializerExtension:
    """The base of ours."""
