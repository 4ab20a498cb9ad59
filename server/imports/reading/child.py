"""The process a file is read in: limits first, then the file, then what was found."""

from __future__ import annotations

import json
import resource
import sys
from importlib import import_module
from pathlib import Path

from server.imports.reading.found import Found, TooMuch
from server.imports.reading.limits import ACCEPTS, MEMORY, SECONDS


def main(kind: str, file: Path) -> int:
    """Read a file and write what was found; a refusal goes to the other stream."""
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    try:
        sys.stdout.buffer.write(_read(kind, file).packed())
    except TooMuch as refused:
        said = {"typed": refused.typed, "why": refused.why, "accepts": refused.accepts}
        sys.stderr.write(json.dumps(said))
        return 1
    except (MemoryError, RecursionError):
        why = "Reading it takes more memory than any plan does."
        sys.stderr.write(json.dumps({"typed": file.name, "why": why, "accepts": ACCEPTS}))
        return 1
    return 0


def _read(kind: str, file: Path) -> Found:
    """Read a file; of the readers, which bring large packages, only the one that is needed."""
    reader = import_module(f"server.imports.reading.{kind}")
    found: Found = getattr(reader, f"read_{kind}")(file)
    return found


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], Path(sys.argv[2])))
