"""Child processes that never outlive the launcher."""

from __future__ import annotations

import ctypes
import logging
import os
import signal
import subprocess
import threading
from collections.abc import Iterator, Sequence
from contextlib import closing, contextmanager
from logging.handlers import RotatingFileHandler
from pathlib import Path

from launcher.say import Trouble

PR_SET_PDEATHSIG = 1
SECONDS_TO_START = 120
SECONDS_TO_STOP = 30
LARGEST_LOG, LOGS_KEPT = 8 * 1024 * 1024, 4


def _die_with_parent() -> None:
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)


class Child:
    """A server of ours, which can be started again where it ended by itself.

    ``again`` is how it is started after the first time, where that is another way. ``sockets``
    are open files it inherits: what waits at one is not lost when a child ends. Ctrl-C reaches
    the launcher alone, which stops its children in order.
    """

    def __init__(
        self,
        command: Sequence[str],
        *,
        ready: str,
        log: Path,
        env: dict[str, str] | None = None,
        again: Sequence[str] | None = None,
        sockets: Sequence[int] = (),
    ) -> None:
        self.command, self.again = command, again or command
        self.ready, self.log, self.env = ready, log, env
        self.name, self.sockets = log.stem, sockets
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> None:
        """Start it and wait until its log says that it is ready; raises :class:`Trouble`."""
        command = self.command if self.process is None else self.again
        self.process = subprocess.Popen(
            command,
            stdin=subprocess.DEVNULL,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            errors="replace",
            env=self.env or dict(os.environ),
            start_new_session=True,
            pass_fds=self.sockets,
            preexec_fn=_die_with_parent,  # noqa: PLW1509 - no lock of ours is held in another thread
        )
        is_ready = threading.Event()
        given = (self.process, self.log, self.ready, is_ready)
        self.copier = threading.Thread(target=_copy, args=given, daemon=True)
        self.copier.start()
        try:
            _wait(self.process, is_ready, self.log)
        except BaseException:
            self.stop()
            raise

    def renew(self) -> None:
        """Start it anew, and stop the one that ran once the new one is ready.

        Raises :class:`Trouble` where the new one does not start; the old one runs on then.
        """
        old = self.process, self.copier
        try:
            self.start()
        except Trouble:
            self.process, self.copier = old
            raise
        new = self.process, self.copier
        self.process, self.copier = old
        self.stop()
        self.process, self.copier = new

    def is_running(self) -> bool:
        """Tell whether it was started and has not ended."""
        return self.process is not None and self.process.poll() is None

    def signal(self, number: signal.Signals) -> None:
        """Send it a signal, where it runs."""
        if self.process is not None and self.process.poll() is None:
            self.process.send_signal(number)

    def stop(self) -> None:
        """Ask it to end, and make it when it does not."""
        if self.process is None:
            return
        self.signal(signal.SIGTERM)
        try:
            self.process.wait(SECONDS_TO_STOP)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()
        self.copier.join(timeout=5)


@contextmanager
def running(child: Child) -> Iterator[Child]:
    """Run a server until the block ends; enters it when it is ready."""
    child.start()
    try:
        yield child
    finally:
        child.stop()


def _copy(process: subprocess.Popen[str], log: Path, ready: str, is_ready: threading.Event) -> None:
    """Keep what a server says, in a file that never grows without end."""
    assert process.stdout is not None
    kept = RotatingFileHandler(log, maxBytes=LARGEST_LOG, backupCount=LOGS_KEPT, encoding="utf-8")
    with closing(kept):
        for line in process.stdout:
            kept.emit(logging.makeLogRecord({"msg": line.rstrip("\n")}))
            if ready in line:
                is_ready.set()
    process.wait()  # it has closed its output; only an ended one counts as one that did not start
    is_ready.set()


def _wait(process: subprocess.Popen[str], is_ready: threading.Event, log: Path) -> None:
    is_ready.wait(SECONDS_TO_START)
    if process.poll() is not None or not is_ready.is_set():
        tail = "\n".join(log.read_text().splitlines()[-15:])
        raise Trouble(f"{Path(str(process.args[0])).name} did not start:\n{tail}")  # type: ignore[index]


def run(command: Sequence[str], *, cwd: Path, what: str, env: dict[str, str] | None = None) -> str:
    """Run a command to its end and return what it said; raises :class:`Trouble` where it fails."""
    done = subprocess.run(
        command,
        cwd=cwd,
        env=env,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        errors="replace",
        check=False,
    )
    if done.returncode != 0:
        tail = "\n".join(done.stdout.splitlines()[-25:])
        raise Trouble(f"{what} failed ({' '.join(command[:4])} …):\n{tail}")
    return done.stdout
