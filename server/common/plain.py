"""Headers of files that are served as they lie."""

from __future__ import annotations

from typing import Any


def no_page(headers: Any, path: str, url: str) -> None:
    """Let a built page that is asked for as a file do nothing, and stand in no frame."""
    if path.endswith(".html"):
        headers["Content-Security-Policy"] = "default-src 'none'; frame-ancestors 'none'"
        headers["X-Frame-Options"] = "DENY"
