"""The kinds of what is answered; the marks mean nothing here."""

from __future__ import annotations


class OpenApiTypes:
    """The kinds our views name."""

    BINARY = object()
    STR = object()
