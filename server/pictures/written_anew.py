"""A picture decoded and written anew on the server: only what is to be seen goes on."""

from __future__ import annotations

import io

from PIL import Image, ImageOps, UnidentifiedImageError

from server.pictures.jpeg import NoPicture

#: Formats that are read; a phone sends the first.
FORMATS = ("JPEG", "PNG", "WEBP")
LARGEST_SIDE, SMALL_SIDE = 1600, 320
MOST_PIXELS = 40_000_000
QUALITY = 82


def written_anew(content: bytes) -> tuple[bytes, bytes]:
    """Return a picture whole and small, as bare JPEG: no location, no device, nothing hidden.

    Raises :class:`NoPicture` for what can't be decoded whole, or is too large to be.
    """
    try:
        with Image.open(io.BytesIO(content), formats=FORMATS) as opened:
            _refuse_too_large(opened)
            opened.draft("RGB", (LARGEST_SIDE, LARGEST_SIDE))
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except NoPicture:
        raise
    except (UnidentifiedImageError, Image.DecompressionBombError) as none:
        raise NoPicture("That is no picture.", "Send a JPEG, PNG or WebP picture.") from none
    except (OSError, ValueError, SyntaxError, EOFError, ArithmeticError, KeyError) as broken:
        raise NoPicture("The picture is broken.", "Take it anew, or send another.") from broken
    return _as_jpeg(upright, LARGEST_SIDE), _as_jpeg(upright, SMALL_SIDE)


def _refuse_too_large(opened: Image.Image) -> None:
    """Refuse a picture by the size it says it has, before any of it is decoded."""
    if opened.width * opened.height > MOST_PIXELS:
        raise NoPicture(
            f"It is {opened.width} × {opened.height} pixels.",
            f"Send one of at most {MOST_PIXELS // 1_000_000} million pixels.",
        )


def _as_jpeg(picture: Image.Image, side: int) -> bytes:
    """Return a picture in a square of a side, as JPEG without any word about it."""
    bare = Image.new("RGB", picture.size)
    bare.paste(picture)
    bare.thumbnail((side, side))
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
