"""Pictures to test on, drawn here."""

from __future__ import annotations

import base64
import io
from typing import Any

from PIL import Image


def drawn(size: tuple[int, int] = (640, 480), kind: str = "JPEG", **save: Any) -> bytes:
    """Return a picture with a light half above a dark one, so that one sees which way is up."""
    picture = Image.new("RGB", size, (30, 30, 30))
    picture.paste((230, 220, 40), (0, 0, size[0], size[1] // 2))
    out = io.BytesIO()
    picture.save(out, kind, **save)
    return out.getvalue()


def with_a_place() -> bytes:
    """Return a picture that says where and by what it was taken, and stands on its head."""
    exif = Image.Exif()
    exif[0x0112] = 3
    exif[0x010F] = "Some maker"
    place = exif.get_ifd(0x8825)
    place[1], place[2] = "N", (48.0, 12.0, 30.0)
    return drawn(exif=exif, comment=b"taken by somebody")


def in_base64(content: bytes) -> str:
    """Return bytes as they are sent."""
    return base64.b64encode(content).decode()


def a_picture(size: tuple[int, int] = (640, 480)) -> str:
    """Return a picture as it is sent."""
    return in_base64(drawn(size))
