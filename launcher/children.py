"""Child processes that never outlive the launcher."""

from __future__ import annotations

import ctypes
import os
import signal
import subprocess
import threading
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from launcher.say import Trouble

PR_SET_PDEATHSIG = 1
SECONDS_TO_START = 120
SECONDS_TO_STOP = 30


def _die_with_parent() -> None:
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)


@contextmanager
def running(
    command: Sequence[str], *, ready: str, log: Path, env: dict[str, str] | None = None
) -> Iterator[subprocess.Popen[str]]:
    """Run a server until the block ends; enters it when its log says ``ready``.

    Ctrl-C reaches the launcher alone, which stops its children in order.
    """
    process = subprocess.Popen(
        command,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        errors="replace",
        env=env or dict(os.environ),
        start_new_session=True,
        preexec_fn=_die_with_parent,  # noqa: PLW1509 - no thread runs at the first start
    )
    is_ready = threading.Event()
    copier = threading.Thread(target=_copy, args=(process, log, ready, is_ready), daemon=True)
    copier.start()
    try:
        _wait(process, is_ready, log)
        yield process
    finally:
        stop(process)
        copier.join(timeout=5)


def _copy(process: subprocess.Popen[str], log: Path, ready: str, is_ready: threading.Event) -> None:
    assert process.stdout is not None
    with log.open("a") as out:
        for line in process.stdout:
            out.write(line)
            out.flush()
            if ready in line:
                is_ready.set()
    process.wait()  # it has closed its output; only an ended one counts as one that did not start
    is_ready.set()


def _wait(process: subprocess.Popen[str], is_ready: threading.Event, log: Path) -> None:
    is_ready.wait(SECONDS_TO_START)
    if process.poll() is not None or not is_ready.is_set():
        tail = "\n".join(log.read_text().splitlines()[-15:])
        raise Trouble(f"{Path(str(process.args[0])).name} did not start:\n{tail}")  # type: ignore[index]


def stop(process: subprocess.Popen[str]) -> None:
    """Ask a process to end, and make it when it does not."""
    if process.poll() is not None:
        return
    process.terminate()
    try:
        process.wait(SECONDS_TO_STOP)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()


def run(command: Sequence[str], *, cwd: Path, what: str, env: dict[str, str] | None = None) -> None:
    """Run a command to its end; raises :class:`Trouble` with its last lines where it fails."""
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
