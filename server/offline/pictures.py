"""A picture on a phone: kept as the camera's page scaled it; the server writes it anew."""

from __future__ import annotations

from server.pictures.jpeg import NoPicture, is_jpeg


def written_anew(content: bytes) -> tuple[bytes, bytes]:
    """Return a picture as it is, whole and in place of the small one."""
    if not is_jpeg(content):
        raise NoPicture("That is no picture.", "Take one, or choose a JPEG file.")
    return content, content
