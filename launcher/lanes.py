"""./yp test: every test and check, in two lanes beside each other, on a private database.

The browser's tests wait most of the time and must not wait too long: what runs beside them gives
way to them.
"""

from __future__ import annotations

import subprocess
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory

from launcher import install
from launcher.checks import core_is_covered, failing_checks, private_instance
from launcher.database import NAME
from launcher.django import command, manage_openly
from launcher.place import ROOT, VENV
from launcher.say import say

PARTS = ("checks", "core", "simulation", "launcher", "server", "e2e")
#: Run only where they are asked for: a trial of three machines, and every answer of site work
#: from a phone's server as well.
CLUSTER, PHONE = "cluster", "phone"
BROWSER = "e2e"
GIVES_WAY = ("nice", "-n", "19")
UNDER_COVERAGE = (str(VENV / "bin" / "coverage"), "run")


@dataclass(frozen=True, slots=True)
class Lane:
    """Tests that run one after another, counted in a file, on a database of their own."""

    env: dict[str, str]
    counts: Path
    gives_way: bool = False

    def passes(self, *labels: str, under: tuple[str, ...] = ()) -> bool:
        """Run some tests; what one that gives way says is shown when it is through."""
        line = command("test", *labels, under=under)
        env = {**self.env, "YP_COUNTS": str(self.counts)}
        if not self.gives_way:
            return subprocess.run(line, cwd=ROOT, env=env, check=False).returncode == 0
        done = subprocess.run(
            [*GIVES_WAY, *line], cwd=ROOT, env=env, capture_output=True, text=True, check=False
        )
        print(done.stdout, done.stderr, sep="\n", flush=True)
        return done.returncode == 0


def test(arguments: list[str]) -> int:
    """Run the parts asked for, all by default; returns 0 where all of them pass."""
    if arguments == [PHONE]:
        return _test_on_a_phone()
    named = ["launcher.tests.cluster" if one == CLUSTER else one for one in arguments]
    labels = [argument for argument in named if argument not in PARTS]
    parts = [part for part in PARTS if part in arguments] or ([] if labels else list(PARTS))
    install.everything(for_tests=True)
    with private_instance() as env, TemporaryDirectory() as folder:
        counts = Path(folder) / "counts"
        counts.touch()
        failed = _run(env, counts, parts, labels)
        passed, wrong = totals(counts.read_text())
    if labels or parts != ["checks"]:
        say(f"{passed} passed, {wrong} failed")
    say(f"failed: {', '.join(failed)}" if failed else "all passed")
    return 1 if failed else 0


def _test_on_a_phone() -> int:
    """Hold every answer that the tests of site work get against a phone's, and lose more."""
    install.everything(for_tests=True)
    with private_instance() as env:
        return manage_openly(
            {**env, "YP_EVERY_ANSWER": "yes"}, "test", "server.phone", "e2e.losses"
        )


def totals(counts: str) -> tuple[int, int]:
    """Return how many tests passed and failed in all, from a line of both a run."""
    rows = [[int(number) for number in line.split()] for line in counts.splitlines()]
    return sum(row[0] for row in rows), sum(row[1] for row in rows)


def _run(env: dict[str, str], counts: Path, parts: list[str], labels: list[str]) -> list[str]:
    """Run both lanes, and name what failed."""
    in_front = [*labels, *(part for part in parts if part == BROWSER)]
    beside = [part for part in parts if part != BROWSER]
    lane = Lane(env | {"YP_DB_NAME": f"{NAME}_front"}, counts)
    with ThreadPoolExecutor(max_workers=1) as pool:
        behind = pool.submit(_beside, Lane(env, counts, gives_way=bool(in_front)), beside)
        failed = []
        if in_front:
            say(f"running the tests of {', '.join(in_front)}")
            failed += [] if lane.passes(*in_front) else ["tests"]
        return [*failed, *behind.result()]


def _beside(lane: Lane, parts: list[str]) -> list[str]:
    """Run the core's tests under coverage, the others', and the checks; name what failed."""
    failed = []
    if "core" in parts:
        failed += [] if lane.passes("core", under=UNDER_COVERAGE) else ["tests of core"]
        failed += [] if core_is_covered(lane.env) else ["core coverage"]
    others = [part for part in parts if part not in ("core", "checks")]
    if others:
        say(f"running the tests of {', '.join(others)}")
        failed += [] if lane.passes(*others) else [f"tests of {', '.join(others)}"]
    return failed + (failing_checks(lane.env) if "checks" in parts else [])
