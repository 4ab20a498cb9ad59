"""Keeps the servers of an instance up: one that ended by itself is started again."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable, Sequence

from launcher.children import Child
from launcher.say import Trouble, say

SECONDS_BETWEEN_LOOKS = 0.5
SHORTEST_PAUSE, LONGEST_PAUSE = 1.0, 30.0
#: One that ran so long ended for another reason than the last time, in seconds.
LONG_ENOUGH = 60.0


class Tended:
    """A server with how long to wait before it is started again, in seconds."""

    def __init__(self, child: Child, now: Callable[[], float] = time.monotonic) -> None:
        self.child, self.now = child, now
        self.pause = SHORTEST_PAUSE
        self.started_at, self.due_at = now(), 0.0
        self.is_down = False

    def look(self) -> None:
        """See whether it runs; start it again when its pause is over."""
        if self.child.is_running():
            return
        if not self.is_down:
            self._note_its_end()
        elif self.now() >= self.due_at:
            self._start_again()

    def _note_its_end(self) -> None:
        if self.now() - self.started_at >= LONG_ENOUGH:
            self.pause = SHORTEST_PAUSE
        say(f"{self.child.name} ended by itself (see {self.child.log}); it is started again")
        self.is_down, self.due_at = True, self.now() + self.pause

    def _start_again(self) -> None:
        self.pause = min(self.pause * 2, LONGEST_PAUSE)
        try:
            self.child.start()
        except Trouble as trouble:
            say(f"{self.child.name} does not start; trying again in {self.pause:.0f} s: {trouble}")
            self.due_at = self.now() + self.pause
        else:
            self.started_at, self.is_down = self.now(), False
            say(f"{self.child.name} is back")


def tend(
    children: Sequence[Child],
    stopped: threading.Event,
    between: Callable[[], None] = lambda: None,
) -> None:
    """Look after servers until told to stop, and do what is to be done between the looks."""
    tended = [Tended(child) for child in children]
    while not stopped.wait(SECONDS_BETWEEN_LOOKS):
        for one in tended:
            one.look()
        between()
