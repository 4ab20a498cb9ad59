"""Stamps: what a folder was made from, so that it is left alone while that is the same."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from pathlib import Path

from launcher.place import ROOT


def digest_of(files: Iterable[Path], *more: str) -> str:
    """Return the digest of files, by their names and contents, and of some words."""
    total = hashlib.sha256("".join(more).encode())
    for file in sorted(files):
        total.update(str(file.relative_to(ROOT)).encode())
        total.update(file.read_bytes())
    return total.hexdigest()


def is_stamped(folder: Path, made_from: str) -> bool:
    """Tell whether a folder was made from that."""
    file = folder / ".made-from"
    return file.is_file() and file.read_text() == made_from


def stamp(folder: Path, made_from: str) -> None:
    """Note what a folder was made from."""
    (folder / ".made-from").write_text(made_from)
