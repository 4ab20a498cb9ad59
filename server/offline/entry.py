"""What the page calls in a phone's Python: texts in and out, nothing else."""

from __future__ import annotations

import json
from pathlib import Path

from server.offline.application import Phone
from server.offline.words import words_of
from server.practice.run import forget_all
from server.sync.tables import shape
from server.sync.take_in import OtherShape


class Entry:
    """The phone's server behind plain texts."""

    def __init__(self, phone: Phone) -> None:
        self.phone = phone

    def answer(self, method: str, path: str, headers: str, body: str) -> tuple[int, str, str]:
        """Return an answer's status, its headers as JSON, and its body."""
        told = self.phone.answer(method, path, json.loads(headers), body.encode())
        return told.status, json.dumps(told.headers), told.body.decode()

    def words(self, method: str, path: str, body: str) -> str:
        """Return what a request records, in words."""
        return words_of(method, path, body)

    def hear(self, carried: str) -> bool:
        """Take in a job as the server wrote it; False where another version wrote it."""
        try:
            self.phone.hear(json.loads(carried))
        except OtherShape:
            return False
        return True

    def load(self, file: str) -> None:
        """Begin with what was kept in a file, or with nothing where none is named."""
        forget_all()
        self.phone.store.load(Path(file).read_bytes() if file else None)

    def keep_time(self, seconds: float) -> None:
        """Note how far the phone's clock is ahead of the server's."""
        self.phone.clock.keep(seconds)

    def shape(self) -> str:
        """Return the shape of what this version takes in."""
        return shape()


def phone_in(folder: str) -> Entry:
    """Return the phone whose files lie in a folder, beside an empty database."""
    place = Path(folder)
    return Entry(Phone(place, place / "empty.sqlite"))
