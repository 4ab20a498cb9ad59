"""The seal on a job's file: whether this server wrote it, for the crew it is brought back to."""

from __future__ import annotations

from uuid import UUID

from django.utils.crypto import constant_time_compare, salted_hmac


def sealed(crew: UUID, digest: str) -> str:
    """Return the seal of a file of a crew's with a digest; no other server can make it."""
    return salted_hmac("yellow-peg job file", f"{crew} {digest}", algorithm="sha256").hexdigest()


def is_sealed(seal: str, crew: UUID, digest: str) -> bool:
    """Tell whether a seal is this server's, for that crew and that content."""
    return constant_time_compare(seal, sealed(crew, digest))
