"""What a file may hold at most, looked at before it is read."""

from __future__ import annotations

import re

from server.imports.reading.found import TooMuch

MOST_ENTITIES = 120_000
MOST_LAYERS = 1_000
MOST_CORNERS = 600_000
#: Blocks in blocks in blocks.
DEEPEST = 6
SECONDS = 60
#: Address space, for a drawing of 50,000 entities takes a fifth of it.
MEMORY = 2 * 1024**3

ENTITY = re.compile(rb"^[ \t]*0[ \t]*\r?\n[ \t]*[A-Z]", re.MULTILINE)
BINARY_ENTITY = re.compile(rb"\x00\x00[A-Z]")
BINARY = b"AutoCAD Binary DXF\r\n\x1a\x00"
ACCEPTS = "Save only the layers of this job to a drawing of its own, and bring that in."


def check_entities(content: bytes) -> None:
    """Raise :class:`TooMuch` for a drawing of more entities than any plan has."""
    pattern = BINARY_ENTITY if content.startswith(BINARY) else ENTITY
    count = sum(1 for _ in pattern.finditer(content))
    if count > MOST_ENTITIES:
        raise TooMuch(f"{count} entities", f"{MOST_ENTITIES} are the most.", ACCEPTS)


def check_layers(count: int) -> None:
    """Raise :class:`TooMuch` for more layers than anybody looks through."""
    if count > MOST_LAYERS:
        raise TooMuch(f"{count} layers", f"{MOST_LAYERS} are the most.", ACCEPTS)
