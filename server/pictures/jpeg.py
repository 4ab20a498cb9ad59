"""What a JPEG file is made of, told without decoding it: nothing but a picture may be in it."""

from __future__ import annotations

START, END = b"\xff\xd8", b"\xff\xd9"
SCAN, APPLICATION_0, COMMENT = 0xDA, 0xE0, 0xFE
#: Segments that say something besides the picture: where, when and by what it was taken.
TELLING = frozenset((*range(0xE1, 0xF0), COMMENT))
#: Marks inside a scan that carry nothing by themselves.
IN_A_SCAN = frozenset((0x00, *range(0xD0, 0xD8)))


class NoPicture(Exception):
    """What was sent is no picture that can be kept; why, and what would do."""

    def __init__(self, why: str, accepts: str) -> None:
        super().__init__(why)
        self.why, self.accepts = why, accepts


def is_jpeg(content: bytes) -> bool:
    """Whether it begins and ends as a JPEG file does."""
    return content.startswith(START + b"\xff") and content.endswith(END)


def is_bare(content: bytes) -> bool:
    """Whether it is one JPEG picture and nothing else: no word about it, nothing behind it."""
    if not is_jpeg(content):
        return False
    at = 2
    while at + 4 <= len(content):
        if content[at] != 0xFF:
            return False
        mark = content[at + 1]
        if content[at : at + 2] == END:
            return at + 2 == len(content)
        if mark in TELLING or mark in IN_A_SCAN:
            return False
        length = int.from_bytes(content[at + 2 : at + 4], "big")
        if length < 2 or (mark == APPLICATION_0 and content[at + 4 : at + 9] != b"JFIF\0"):
            return False
        at += 2 + length
        if mark == SCAN:
            at = _behind_scan(content, at)
    return content[at : at + 2] == END and at + 2 == len(content)


def _behind_scan(content: bytes, at: int) -> int:
    """Return where the next mark behind a scan's data stands."""
    while at + 1 < len(content):
        if content[at] == 0xFF and content[at + 1] not in IN_A_SCAN:
            return at
        at += 1
    return len(content)
