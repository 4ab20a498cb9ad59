"""./yp test: every test and check, in lanes beside each other, each on a database of its own.

The tables are made once, and copied for each. All lanes wait much of the time, the browser's most,
and those must not wait too long: two lanes of the browser's are in front, the others give way.
"""

from __future__ import annotations

import subprocess
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial
from pathlib import Path
from tempfile import TemporaryDirectory

from launcher import install
from launcher.checks import core_is_covered, failing_checks, private_instance
from launcher.database import NAME
from launcher.django import command, manage, manage_openly
from launcher.dump import ask, dump, load
from launcher.place import ROOT, VENV
from launcher.say import say

PARTS = ("checks", "core", "simulation", "launcher", "server", "e2e")
#: Run only where they are asked for: a trial of three machines, and every answer of site work
#: from a phone's server as well.
CLUSTER, PHONE = "cluster", "phone"
BROWSER, SERVER = "e2e", "server"
#: In how many lanes the browser's tests run, and the server's: the more, the less one is left over
#: at the end, while the other processor waits.
BROWSER_LANES, SERVER_LANES = 2, 4
#: How many times as long as others of their size some tests take: they look at every screen, or
#: bring a whole server into the browser.
TAKES_LONGER = {"test_access": 3, "test_losses": 3, "test_offline": 4}
#: So many modules of a lane are named.
FEW = 3
GIVES_WAY = ("nice", "-n", "19")
#: What runs in a lane, and names what failed.
Running = Callable[["Lane"], list[str]]
UNDER_COVERAGE = (str(VENV / "bin" / "coverage"), "run")


@dataclass(frozen=True, slots=True)
class Lane:
    """Tests that run one after another, counted in a file, on a database of their own."""

    env: dict[str, str]
    counts: Path
    gives_way: bool = False

    def takes_tables(self, tables: Path) -> None:
        """Take in the tables made for all lanes, where its tests look for them."""
        own = f"test_{self.env['YP_DB_NAME']}"
        ask(self.env | {"YP_DB_NAME": NAME}, f"CREATE DATABASE `{own}` COLLATE utf8mb4_unicode_ci")
        load(self.env | {"YP_DB_NAME": own}, tables)

    def passes(self, *labels: str, under: tuple[str, ...] = ()) -> bool:
        """Run some tests; what one that gives way says is shown when it is through."""
        line = command("test", "--keepdb", *labels, under=under)
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
    named = (
        "server.offline",
        "e2e.losses",
        "e2e.killed",
        "e2e.in_one_hand",
        "e2e.by_touch",
        "e2e.two_tabs",
    )
    with private_instance() as env:
        return manage_openly({**env, "YP_EVERY_ANSWER": "yes"}, "test", *named)


def totals(counts: str) -> tuple[int, int]:
    """Return how many tests passed and failed in all, from a line of both a run."""
    rows = [[int(number) for number in line.split()] for line in counts.splitlines()]
    return sum(row[0] for row in rows), sum(row[1] for row in rows)


def _run(env: dict[str, str], counts: Path, parts: list[str], labels: list[str]) -> list[str]:
    """Run all lanes, and name what failed."""
    in_front = [*([labels] if labels else []), *(browsers() if BROWSER in parts else [])]
    lanes: list[Running] = [partial(_tests, names=one) for one in in_front]
    of_the_server = servers() if SERVER in parts else []
    behind: list[Running] = [
        partial(_core_and_checks, parts=parts),
        *(partial(_tests, names=one) for one in of_the_server),
    ]
    gives_way = [False for _ in lanes] + [bool(lanes) for _ in behind]
    tables = _tables(env, counts.parent) if in_front or of_the_server else None
    with ThreadPoolExecutor(max_workers=len(gives_way)) as pool:
        running = [
            pool.submit(
                _on_its_tables,
                run,
                Lane(env | {"YP_DB_NAME": f"{NAME}_{number}"}, counts, gives_way=gives),
                tables,
            )
            for number, (run, gives) in enumerate(zip([*lanes, *behind], gives_way, strict=True))
        ]
        return [failed for lane in running for failed in lane.result()]


def _tables(env: dict[str, str], folder: Path) -> Path:
    """Make the tables that the lanes' databases begin with, and write them out."""
    file = folder / "tables.sql.gz"
    manage(env, "migrate", "--verbosity=0", what="making the tests' tables")
    dump(env, file)
    return file


def _on_its_tables(run: Running, lane: Lane, tables: Path | None) -> list[str]:
    if tables is not None:
        lane.takes_tables(tables)
    return run(lane)


def browsers(root: Path = ROOT) -> list[list[str]]:
    """Return the modules of the browser's tests, in their lanes."""
    return _shared_out(root, sorted((root / BROWSER).glob("test_*.py")), BROWSER_LANES)


def servers(root: Path = ROOT) -> list[list[str]]:
    """Return the modules of the server's tests, in their lanes."""
    places = (root / SERVER, root / "bench")
    tests = [test for place in places for test in place.rglob("tests/test_*.py")]
    return _shared_out(root, sorted(tests), SERVER_LANES)


def _shared_out(root: Path, tests: list[Path], count: int) -> list[list[str]]:
    """Return tests by name in so many lanes, about equally long; no lane is empty."""
    lanes: list[list[Path]] = [[] for _ in range(min(count, len(tests)))]
    for one in sorted(tests, key=_length, reverse=True):
        min(lanes, key=lambda lane: sum(map(_length, lane))).append(one)
    return [
        [".".join(one.relative_to(root).with_suffix("").parts) for one in lane] for lane in lanes
    ]


def _length(tests: Path) -> int:
    return tests.stat().st_size * TAKES_LONGER.get(tests.stem, 1)


def _tests(lane: Lane, names: list[str]) -> list[str]:
    """Run the tests named, and say which, where one of them failed."""
    if not names:
        return []
    others = f" and {len(names) - FEW} more" if len(names) > FEW else ""
    told = f"tests of {', '.join(names[:FEW])}{others}"
    say(f"running the {told}")
    return [] if lane.passes(*names) else [told]


def _core_and_checks(lane: Lane, parts: list[str]) -> list[str]:
    """Run the core's tests under coverage, those that need no server, and the checks."""
    failed = []
    if "core" in parts:
        failed += [] if lane.passes("core", under=UNDER_COVERAGE) else ["tests of core"]
        failed += [] if core_is_covered(lane.env) else ["core coverage"]
    failed += _tests(lane, [part for part in ("simulation", "launcher") if part in parts])
    # Its own database is there only while its tests run.
    checked = lane.env | {"YP_DB_NAME": NAME}
    return failed + (failing_checks(checked) if "checks" in parts else [])
