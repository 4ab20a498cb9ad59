"""The phone's server in Node, as the browser runs it, for tests."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from typing import Any

from django.conf import settings

WEB = settings.ROOT / "web"
BUILT = WEB / "public" / "phone"


class PhoneInNode:
    """A phone's server in a process of its own."""

    def __init__(self, built: Path = BUILT) -> None:
        self.process = subprocess.Popen(
            ["node", str(WEB / "phone" / "serve.mjs"), str(built)],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            text=True,
        )
        self.ready = self._line()

    def call(self, name: str, *given: Any) -> Any:
        """Call something of the phone; raises AssertionError where it failed."""
        assert self.process.stdin is not None
        self.process.stdin.write(json.dumps([name, *given]) + "\n")
        self.process.stdin.flush()
        told, value = self._line()[:2]
        assert told == "told", value
        return value

    def _line(self) -> list[Any]:
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        assert line, "the phone in Node ended"
        read: list[Any] = json.loads(line)
        return read

    def end(self) -> None:
        """End the process."""
        assert self.process.stdin is not None
        assert self.process.stdout is not None
        self.process.stdin.close()
        self.process.stdout.close()
        self.process.wait()
