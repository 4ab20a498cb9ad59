"""The database files of a phone: what the server said last, and that with what was done since.

Everything is done in the working file. When the server says more, the working file is made anew
from what the server said, and what is not sent yet is done in it once more.
"""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.db import connection


class Store:
    """Two database files beside each other in a folder."""

    def __init__(self, folder: Path, empty: Path) -> None:
        self.said, self.working = folder / "said.sqlite", folder / "working.sqlite"
        self.empty = empty
        self.load(None)

    def load(self, said: bytes | None) -> None:
        """Begin with what the server said, as it was kept; with nothing where nothing was."""
        if said is None:
            shutil.copyfile(self.empty, self.said)
        else:
            self.said.write_bytes(said)
        self.begin_anew()

    def begin_anew(self) -> None:
        """Make the working file what the server said."""
        self._close()
        shutil.copyfile(self.said, self.working)
        self._open(self.working)

    @contextmanager
    def hearing(self) -> Iterator[None]:
        """Work in what the server said; the working file is made anew after it."""
        self._close()
        self._open(self.said)
        try:
            yield
        finally:
            self.begin_anew()

    def kept(self) -> bytes:
        """Return what the server said, to be kept."""
        return self.said.read_bytes()

    def _open(self, file: Path) -> None:
        connection.settings_dict["NAME"] = str(file)

    def _close(self) -> None:
        connection.close()
