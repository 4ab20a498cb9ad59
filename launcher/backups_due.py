"""Backups by the hour: made beside the servers, the oldest thrown away, never two at once."""

from __future__ import annotations

import signal
import subprocess
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path

from launcher.place import ROOT
from launcher.say import say

HOUR = 3600.0
#: After one that failed, in seconds: it is not left until the next is due.
AGAIN_AFTER = 900.0
PREFIX, SUFFIX = "yellow-peg-", ".tar"


class BackupsDue:
    """Makes a backup where the last one in the folder is too old."""

    def __init__(
        self, file: Path, settings: dict[str, str], log: Path, now: Callable[[], float]
    ) -> None:
        self.file, self.log, self.now = file, log, now
        self.folder = Path(settings["YP_BACKUPS"]) if settings["YP_BACKUPS"] else None
        self.every = float(settings["YP_BACKUP_HOURS"]) * HOUR
        self.kept = int(settings["YP_BACKUPS_KEPT"])
        self.making: subprocess.Popen[bytes] | None = None
        self.not_before = 0.0

    def look(self) -> None:
        """Begin one that is due, and see to one that has ended."""
        if self.folder is None:
            return
        if self.making is not None:
            if self.making.poll() is not None:
                self._ended(self.making.returncode)
        elif self.now() >= max(self.not_before, self._due_at(self.folder)):
            self._begin(self.folder)

    def stop(self) -> None:
        """End one that is being made; its half is thrown away."""
        if self.making is not None and self.making.poll() is None:
            self.making.send_signal(signal.SIGINT)  # it clears up after itself; SIGTERM would not
            self.making.wait()

    def _due_at(self, folder: Path) -> float:
        last = max((one.stat().st_mtime for one in self._made(folder)), default=0.0)
        return last + self.every

    def _made(self, folder: Path) -> list[Path]:
        return sorted(folder.glob(f"{PREFIX}*{SUFFIX}"))

    def _begin(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        stamp = datetime.fromtimestamp(self.now(), UTC).strftime("%Y-%m-%d-%H%M%S")
        target = folder / f"{PREFIX}{stamp}{SUFFIX}"
        command = [str(ROOT / "yp"), "backup", str(target), "--settings", str(self.file)]
        with self.log.open("ab") as log:
            self.making = subprocess.Popen(
                command, stdin=subprocess.DEVNULL, stdout=log, stderr=subprocess.STDOUT
            )

    def _ended(self, code: int) -> None:
        self.making = None
        if code:
            self.not_before = self.now() + AGAIN_AFTER
            say(f"a backup FAILED; see {self.log}")
            return
        assert self.folder is not None
        for old in self._made(self.folder)[: -self.kept]:
            old.unlink()
