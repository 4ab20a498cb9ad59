"""./yp mutants N: how many small changes of the core its tests notice.

A random sample of changed signs, comparisons and constants, by Cosmic Ray; each is made in a copy
of the core, and the core's tests run against it. How much a cache holds is no rule: left alone.
"""

from __future__ import annotations

import os
import random
import shutil
import sqlite3
import subprocess
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from pathlib import Path
from tempfile import TemporaryDirectory

from launcher import install
from launcher.place import PYTHON, ROOT
from launcher.say import Trouble, say

USUAL, SIDES = 40, 2
CACHED = "@lru_cache("
CONFIG = """\
[cosmic-ray]
module-path = "core"
timeout = 300.0
excluded-modules = ["core/tests/*.py"]
test-command = "{python} -m unittest discover -t . -s core/tests -f"

[cosmic-ray.distributor]
name = "local"
"""
#: What may be changed: signs, comparisons, constants, and the sense of a condition.
OPERATORS = tuple(
    f"core/{name}"
    for name in (
        "NumberReplacer",
        "AddNot",
        "ReplaceAndWithOr",
        "ReplaceOrWithAnd",
        "ReplaceBinaryOperator_Add_Sub",
        "ReplaceBinaryOperator_Sub_Add",
        "ReplaceBinaryOperator_Mul_Div",
        "ReplaceBinaryOperator_Div_Mul",
        "ReplaceUnaryOperator_USub_UAdd",
        "ReplaceUnaryOperator_Delete_Not",
        "ReplaceComparisonOperator_Lt_LtE",
        "ReplaceComparisonOperator_LtE_Lt",
        "ReplaceComparisonOperator_Gt_GtE",
        "ReplaceComparisonOperator_GtE_Gt",
        "ReplaceComparisonOperator_Lt_Gt",
        "ReplaceComparisonOperator_Gt_Lt",
        "ReplaceComparisonOperator_LtE_GtE",
        "ReplaceComparisonOperator_GtE_LtE",
        "ReplaceComparisonOperator_Eq_NotEq",
        "ReplaceComparisonOperator_NotEq_Eq",
    )
)


def mutants(arguments: list[str]) -> int:
    """Try so many changes, 40 by default, of a seed; returns 0 however many survive."""
    count, seed = _asked(arguments)
    install.everything(for_tests=True)
    tools = install.mutant_tools()
    with TemporaryDirectory(prefix="yp-mutants-") as folder, ThreadPoolExecutor(SIDES) as beside:
        sides = [Path(folder) / f"side-{n}" for n in range(SIDES)]
        for side in sides:
            side.mkdir()
            shutil.copytree(ROOT / "core", side / "core")
        _prepare(sides, count, seed, tools)
        say(f"trying {count} changes of the core, seed {seed}")
        list(beside.map(lambda side: _cosmic_ray(side, tools, "exec"), sides))
        _report([outcome for side in sides for outcome in _outcomes(side)])
    return 0


def _asked(arguments: list[str]) -> tuple[int, int]:
    """Read how many, and of which seed; a seed that is not given is drawn."""
    if not all(argument.isascii() and argument.isdigit() for argument in arguments[:2]):
        raise Trouble("give how many changes to try, and if wanted a seed: ./yp mutants 40 7")
    count = int(arguments[0]) if arguments else USUAL
    seed = int(arguments[1]) if len(arguments) > 1 else random.SystemRandom().randrange(10**6)
    return count, seed


def _prepare(sides: list[Path], count: int, seed: int, tools: Path) -> None:
    """List every change, keep the sample, and give each side its part of it."""
    first = sides[0]
    (first / "config.toml").write_text(CONFIG.format(python=PYTHON))
    _cosmic_ray(first, tools, "init")
    for side in sides[1:]:
        shutil.copy(first / "config.toml", side)
        shutil.copy(first / "session.sqlite", side)
    chosen = _sample(first, count, seed)
    for number, side in enumerate(sides):
        _keep(side, chosen[number::SIDES])


def _sample(side: Path, count: int, seed: int) -> list[str]:
    """Return the keys of so many changes, in an order that hangs on the seed alone."""
    marks = ", ".join("?" * len(OPERATORS))
    asked = (
        "SELECT job_id, module_path, start_pos_row FROM mutation_specs "  # noqa: S608
        f"WHERE operator_name IN ({marks}) "
        "ORDER BY module_path, start_pos_row, start_pos_col, operator_name, occurrence"
    )
    with sqlite3.connect(side / "session.sqlite") as session:
        places = session.execute(asked, OPERATORS).fetchall()
    keys = [key for key, path, row in places if CACHED not in _line(side / path, row)]
    return random.Random(seed).sample(keys, min(count, len(keys)))  # noqa: S311 - no secret


@cache
def _lines(file: Path) -> list[str]:
    return file.read_text().splitlines()


def _line(file: Path, row: int) -> str:
    """Return a line of a file, counted from 1."""
    return _lines(file)[row - 1]


def _keep(side: Path, keys: list[str]) -> None:
    with sqlite3.connect(side / "session.sqlite") as session:
        session.execute("CREATE TEMP TABLE kept (job_id VARCHAR)")
        session.executemany("INSERT INTO kept VALUES (?)", [(key,) for key in keys])
        for table in ("mutation_specs", "work_items"):
            session.execute(
                f"DELETE FROM {table} WHERE job_id NOT IN (SELECT job_id FROM kept)"  # noqa: S608
            )


def _cosmic_ray(side: Path, tools: Path, verb: str) -> None:
    command = [str(PYTHON), "-m", "cosmic_ray.cli", verb, "config.toml", "session.sqlite"]
    env = {**os.environ, "PYTHONPATH": str(tools), "PYTHONDONTWRITEBYTECODE": "1"}
    done = subprocess.run(command, cwd=side, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        raise Trouble(f"the changes could not be tried:\n{done.stderr[-2000:]}")


def _outcomes(side: Path) -> list[tuple[str, str]]:
    """Return what became of each change, and the change itself where it survived."""
    asked = "SELECT test_outcome, diff FROM work_results ORDER BY job_id"
    with sqlite3.connect(side / "session.sqlite") as session:
        return [(str(outcome), str(diff)) for outcome, diff in session.execute(asked)]


def _report(outcomes: list[tuple[str, str]]) -> None:
    survived = [diff for outcome, diff in outcomes if "SURVIVED" in outcome.upper()]
    for diff in survived:
        changed = [line for line in diff.splitlines() if line[:1] in "+-@"]
        print("\n".join(changed), flush=True)
    killed = len(outcomes) - len(survived)
    share = killed / len(outcomes) if outcomes else 1.0
    say(f"{killed} of {len(outcomes)} changes were noticed, {share:.0%} (aim 85 %)")
