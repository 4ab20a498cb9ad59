"""Reading in a process of its own: whatever a file does there, it does to nobody else."""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from server.imports.reading.found import Found, TooMuch
from server.imports.reading.limits import ACCEPTS, BINARY, SECONDS

#: Where the modules of that process are found.
ROOT = Path(__file__).parents[3]
NO_DRAWING = "Choose a drawing (DXF) or a survey (LandXML)."
#: What tells a drawing stands within so much of its start.
BEGINNING = 4096
MARKS_OF_XML = (b"<", b"\xef\xbb\xbf<", b"\xff\xfe<", b"\xfe\xff\x00<")


def kind_of(name: str, content: bytes) -> str:
    """Return how a file is read, by what is in it; raises :class:`TooMuch` for any other."""
    begins = content[:BEGINNING].lstrip()
    if begins.startswith(MARKS_OF_XML):
        return "landxml"
    if begins.startswith(BINARY) or b"SECTION" in begins:
        return "dxf"
    raise TooMuch(name, "Files of that kind are not read.", NO_DRAWING)


def read_apart(name: str, content: bytes) -> Found:
    """Read a file within its limits of time and memory.

    Raises :class:`TooMuch` for what can't be read, or takes more than any plan does.
    """
    kind = kind_of(name, content)
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / f"drawing.{kind}"
        file.write_bytes(content)
        command = [sys.executable, "-m", "server.imports.reading.child", kind, str(file)]
        try:
            # The kind is one of ours, and the file's name as well.
            done = subprocess.run(  # noqa: S603
                command, capture_output=True, timeout=SECONDS, check=False, cwd=ROOT
            )
        except subprocess.TimeoutExpired as slow:
            why = f"It takes longer than {SECONDS} seconds to read."
            raise TooMuch(name, why, ACCEPTS) from slow
    if done.returncode == 0:
        return Found.unpacked(done.stdout)
    raise _refused(name, done.stderr)


def _refused(name: str, told: bytes) -> TooMuch:
    try:
        said = json.loads(told.splitlines()[-1])
        return TooMuch(said["typed"], said["why"], said["accepts"])
    except (ValueError, IndexError, KeyError, TypeError):
        return TooMuch(name, "Reading it takes more than any plan does.", ACCEPTS)
