"""./yp trial: one machine, many phones, what breaks under them, and a backup of it all."""

from __future__ import annotations

import argparse
import secrets
import signal
import tempfile
import threading
import time
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from contextlib import ExitStack, contextmanager
from pathlib import Path
from uuid import uuid4

from launcher import backup, dump, install
from launcher.checks import private_instance
from launcher.children import Child, running
from launcher.database import mariadb
from launcher.django import environment, manage, manage_openly
from launcher.nginx import nginx
from launcher.place import VENV, free_port
from launcher.say import say
from launcher.servers import long_worker, web_server
from launcher.tending import tend
from launcher.trials.cluster import ACCOUNT
from launcher.trials.phones import SERVERS_FAULT, Person, Site, Tally, shooting

WORKERS, THREADS = "4", "8"
RACERS, RACES = 12, 20
EVERY_SHOT = "SELECT id FROM fieldbook_shot"


def trial(arguments: list[str]) -> int:
    """Run it and print what came of it; returns 0 where nothing was lost or failed for good."""
    parser = argparse.ArgumentParser(prog="./yp trial")
    parser.add_argument("--phones", type=int, default=40)
    parser.add_argument("--seconds", type=float, default=20.0)
    parser.add_argument("--jobs", type=int, default=100)
    parser.add_argument("--fuzz", type=int, default=5_000)
    asked = parser.parse_args(arguments)
    install.everything(for_tests=True)
    with tempfile.TemporaryDirectory(prefix="yp-trial-") as folder:
        with Machine(Path(folder)).standing() as machine:
            is_good = machine.shot_at(asked.phones, asked.seconds) and machine.raced()
            machine.backed_up(asked.jobs)
        is_good = fuzzed(asked.fuzz) and is_good
    say(f"{'all aims are met' if is_good else 'NOT all aims are met'}")
    return 0 if is_good else 1


def fuzzed(number: int) -> bool:
    """Send so many requests nobody means to; tells whether none was answered as our failure."""
    with private_instance() as env:
        manage(env, "migrate", "--no-input", what="migrating the database")
        manage({**env, "YP_DEMO": "on", "YP_EXTRAS": "demo"}, "load_demo", what="loading the demo")
        return manage_openly({**env, "YP_EXTRAS": "bench"}, "fuzz", str(number)) == 0


class Machine:
    """A machine as docs/running.md has it, with the demo on it."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.https, self.plain = free_port(), free_port()
        self.site = Site(self.https)
        self.env: dict[str, str] = {}
        self.children: dict[str, Child] = {}

    @contextmanager
    def standing(self) -> Iterator[Machine]:
        """Start it all and keep it up, until the block ends."""
        passwords = secrets.token_urlsafe(30), secrets.token_urlsafe(30)
        with ExitStack() as stack:
            database = stack.enter_context(mariadb(self.folder, *passwords))
            port = free_port()
            own = {
                "YP_HTTPS": "on", "YP_PROXIES": "1", "YP_HOSTS": "peg.example",
                "YP_WORKERS": WORKERS, "YP_THREADS": THREADS, "YP_BIND": f"127.0.0.1:{port}",
                "PATH": f"{VENV / 'bin'}:/usr/sbin:/usr/bin:/sbin:/bin",
            }  # fmt: skip
            self.env = environment(database.settings(), secrets.token_urlsafe(50), **own)
            manage(self.env, "migrate", "--no-input", what="migrating the database")
            manage(
                {**self.env, "YP_DEMO": "on", "YP_EXTRAS": "demo"},
                "load_demo",
                what="loading the demo",
            )
            web = stack.enter_context(running(web_server(self.folder, self.env)))
            worker = stack.enter_context(running(long_worker(self.folder, self.env)))
            self.children = {
                "the database": database.server,
                "the program": web,
                "the long work's": worker,
            }
            front = nginx(self.folder, [port], https=self.https, plain=self.plain)
            stack.enter_context(running(front))
            stack.enter_context(_tended(list(self.children.values())))
            yield self

    def shot_at(self, phones: int, seconds: float) -> bool:
        """Let phones shoot, kill one server after another, and look for what was said."""
        person = self.site.sign_in(*ACCOUNT)
        works = self.site.works(person, 3)
        with shooting(self.site, person, works, phones) as tally:
            time.sleep(seconds)
            took = len(tally.acknowledged) / seconds
            say(
                f"{phones} phones: {took:.0f} readings a second; half are answered in"
                f" {tally.at(0.5):.3f} s, 95 of 100 in {tally.at(0.95):.3f} s;"
                f" failed: {dict(tally.failed) or 'none'}"
            )
            for name, child in self.children.items():
                self._killed(name, child, tally, seconds)
        kept = dump.ask(self.env, EVERY_SHOT).split()
        said = {key for _, key in tally.acknowledged}
        lost, twice = len(said - set(kept)), len(kept) - len(set(kept))
        say(f"acknowledged {len(said)}, lost {lost}, twice {twice}")
        say(f"not cured by one more try: {dict(tally.uncured) or 'none'}")
        return lost == twice == 0

    def _killed(self, name: str, child: Child, tally: Tally, seconds: float) -> None:
        began = time.monotonic()
        failed = Counter(tally.failed)
        child.signal(signal.SIGKILL)
        time.sleep(seconds)
        gap = tally.longest_gap(began, time.monotonic())
        new = dict(tally.failed - failed)
        say(
            f"{name} server killed: a good answer after {gap:.1f} s at most;"
            f" failed: {new or 'none'}"
        )

    def raced(self) -> bool:
        """Let many send the same at once; nothing may be answered as our failure."""
        person = self.site.sign_in(*ACCOUNT)
        work = self.site.works(person, 1)[0]
        answers = {
            "one new benchmark's name": self._race(person, lambda: _benchmark(work.job, "RACE")),
            "one key": self._race(person, _same_shot(work.set_up, work.points[0])),
        }
        for what, statuses in answers.items():
            say(f"{RACERS} at once, {RACES} times, {what}: {dict(sorted(statuses.items()))}")
        return not any(status >= SERVERS_FAULT for told in answers.values() for status in told)

    def _race(self, person: Person, ask: Callable[[], tuple[str, dict[str, str]]]) -> Counter[int]:
        told: Counter[int] = Counter()
        lock = threading.Lock()
        for _ in range(RACES):
            path, body = ask()
            start = threading.Barrier(RACERS)
            threads = [
                threading.Thread(target=self._send, args=(person, path, body, start, told, lock))
                for _ in range(RACERS)
            ]
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
        return told

    def _send(
        self,
        person: Person,
        path: str,
        body: dict[str, str],
        start: threading.Barrier,
        told: Counter[int],
        lock: threading.Lock,
    ) -> None:
        line = self.site.line()
        own = body if "id" in body else body | {"id": str(uuid4())}
        start.wait()
        status, _, _ = self.site.send(line, person, "POST", path, own)
        line.close()
        with lock:
            told[status] += 1

    def backed_up(self, jobs: int) -> None:
        """Add jobs, and make and take in a backup of them all; they say what it took."""
        manage({**self.env, "YP_EXTRAS": "bench"}, "many_jobs", str(jobs), what="adding jobs")
        file = self.folder / "all.tar"
        backup.make(self.env, file)
        with private_instance() as fresh:
            backup.take_in(fresh, file)


@contextmanager
def _tended(children: Sequence[Child]) -> Iterator[None]:
    over = threading.Event()
    tending = threading.Thread(target=tend, args=(children, over))
    tending.start()
    try:
        yield
    finally:
        over.set()
        tending.join()


def _benchmark(job: str, name: str) -> tuple[str, dict[str, str]]:
    """Return a new benchmark of a name, whose key each sender makes anew."""
    number = secrets.randbelow(10**9)
    body = {"name": f"{name}{number}", "elevation": "348 ft", "description": "", "x": "", "y": ""}
    return f"jobs/{job}/benchmarks", body


def _same_shot(set_up: str, point: str) -> Callable[[], tuple[str, dict[str, str]]]:
    def ask() -> tuple[str, dict[str, str]]:
        body = {
            "id": str(uuid4()), "set_up": set_up, "point": point, "reading": "4' 5\"",
            "taken_at": "2026-11-25T09:30:00Z",
        }  # fmt: skip
        return "shots", body

    return ask
