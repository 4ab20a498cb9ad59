"""./yp serve: serve for real, by a settings file, on a database that somebody else runs."""

from __future__ import annotations

import argparse
import shutil
import signal
import threading
import time
from collections.abc import Iterator, Sequence
from contextlib import ExitStack, contextmanager
from pathlib import Path

from launcher import install
from launcher.backups_due import BackupsDue
from launcher.children import Child, running
from launcher.django import manage, say_set_up_code, succeeds
from launcher.instance import production_environment
from launcher.place import only_one
from launcher.say import Trouble, say
from launcher.servers import figures_server, listening, long_worker, web_server
from launcher.settings import DEFAULT_FILE, read_settings
from launcher.tending import tend

SECONDS_BETWEEN_LOOKS = 2.0


def serve(arguments: list[str]) -> int:
    """Install, wait for the database, migrate, and serve until told to stop.

    SIGTERM and SIGINT let what is asked for be answered and what is at work be put back; SIGHUP
    takes a new version of the program up, without a request lost.
    """
    parser = argparse.ArgumentParser(prog="./yp serve")
    parser.add_argument("--settings", type=Path, default=DEFAULT_FILE)
    file = parser.parse_args(arguments).settings
    settings = read_settings(file)
    install.everything(for_tests=False)
    folder = Path(settings["YP_HOME"])
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    with only_one(folder), signals() as (stopped, renewed):
        env = _environment(folder, settings)
        if settings["YP_HTTPS"] == "on":
            manage(env, "check", "--deploy", "--fail-level=WARNING", what="checking the settings")
        else:
            say("HTTPS is off: whoever is on the line reads passwords")
        if not ready(env, stopped, migrates=settings["YP_MIGRATE"] == "on"):
            return 0
        Serving(folder, file, settings, env).until(stopped, renewed)
    say("stopped")
    return 0


@contextmanager
def signals() -> Iterator[tuple[threading.Event, threading.Event]]:
    """Give what is set when it is told to stop, and when it is told to renew itself."""
    stopped, renewed = threading.Event(), threading.Event()
    of = {signal.SIGINT: stopped, signal.SIGTERM: stopped, signal.SIGHUP: renewed}
    before = {
        number: signal.signal(number, lambda *_, event=event: event.set())
        for number, event in of.items()
    }
    try:
        yield stopped, renewed
    finally:
        for number, handler in before.items():
            signal.signal(number, handler)


def _environment(folder: Path, settings: dict[str, str]) -> dict[str, str]:
    env = production_environment(settings)
    if settings["YP_METRICS"]:
        figures = folder / "figures"
        shutil.rmtree(figures, ignore_errors=True)
        figures.mkdir()
        env["PROMETHEUS_MULTIPROC_DIR"] = str(figures)
    return env


def ready(env: dict[str, str], stopped: threading.Event, *, migrates: bool) -> bool:
    """Wait for the database, and for its tables to be this version's; False where told to stop."""
    said = ""
    while not stopped.is_set():
        try:
            _make_ready(env, migrates=migrates)
        except Trouble as trouble:
            if str(trouble) != said:
                said = str(trouble)
                say(f"waiting: {said}")
            stopped.wait(SECONDS_BETWEEN_LOOKS)
        else:
            return True
    return False


def _make_ready(env: dict[str, str], *, migrates: bool) -> None:
    if migrates:
        manage(env, "migrate", "--no-input", what="migrating the database")
    elif not succeeds(env, "migrate", "--check"):
        raise Trouble("the tables are not this version's; another machine migrates them")


class Serving:
    """The servers of one machine, kept up and renewed."""

    def __init__(
        self, folder: Path, file: Path, settings: dict[str, str], env: dict[str, str]
    ) -> None:
        self.settings, self.env = settings, env
        self.listener = listening(settings["YP_BIND"])
        self.web = web_server(folder, env, self.listener)
        long_workers = range(1, int(settings["YP_LONG_WORKERS"]) + 1)
        self.workers = [long_worker(folder, env, number) for number in long_workers]
        self.figures = [figures_server(folder, env)] if settings["YP_METRICS"] else []
        self.backups = BackupsDue(file, settings, folder / "backup.log", time.time)

    def until(self, stopped: threading.Event, renewed: threading.Event) -> None:
        """Serve until told to stop; each child is ended in its own time, the pages' last."""
        children: Sequence[Child] = (self.web, *self.workers, *self.figures)
        with ExitStack() as stack:
            stack.enter_context(self.listener)
            for child in children:
                stack.enter_context(running(child))
            stack.callback(self.backups.stop)
            say_set_up_code(self.env)
            say(f"serving at {self.settings['YP_BIND']}")
            tend(children, stopped, lambda: self._between(stopped, renewed))

    def _between(self, stopped: threading.Event, renewed: threading.Event) -> None:
        self.backups.look()
        if renewed.is_set():
            renewed.clear()
            self._renew(stopped)

    def _renew(self, stopped: threading.Event) -> None:
        """Take a new version up: the old answers until the new one does."""
        try:
            install.everything(for_tests=False)
            if ready(self.env, stopped, migrates=self.settings["YP_MIGRATE"] == "on"):
                self.web.renew()
                for child in (*self.workers, *self.figures):
                    child.stop()
                    child.start()
                say("renewed")
        except Trouble as trouble:
            say(f"stays as it was: {trouble}")
