"""Where a request comes from, behind so many proxies of our own and no more."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest


def client_address(request: HttpRequest) -> str:
    """Return the address a request comes from.

    Each proxy of ours appends the address it was asked from; what stands before those is the
    client's own word, and counts for nothing.
    """
    own: str = request.META.get("REMOTE_ADDR", "")
    said = [one.strip() for one in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",")]
    proxies: int = settings.PROXIES
    if proxies == 0 or not said[0]:
        return own
    address: str = said[-min(proxies, len(said))]
    return address
