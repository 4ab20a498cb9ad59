"""MariaDB's own tools on a database: everything out as SQL, and in again."""

from __future__ import annotations

import contextlib
import gzip
import shutil
import subprocess
import tempfile
from collections.abc import Iterator
from pathlib import Path

from launcher.say import Trouble

#: Sign-ins, tries and what the processes share: nothing of a crew's, and not for others' eyes.
LEFT_OUT = ("crews_session", "yp_cache", "axes_accessattempt")
OUT = (
    "mariadb-dump", "--single-transaction", "--quick", "--hex-blob", "--skip-lock-tables",
    "--no-tablespaces", "--default-character-set=utf8mb4",
)  # fmt: skip


def _account(env: dict[str, str]) -> list[str]:
    return [
        f"--host={env['YP_DB_HOST']}",
        f"--port={env['YP_DB_PORT']}",
        f"--user={env['YP_DB_USER']}",
    ]


def _secret(env: dict[str, str]) -> dict[str, str]:
    """Return the environment of a tool: a password never stands where others see it."""
    return {**env, "MYSQL_PWD": env["YP_DB_PASSWORD"]}


def dump(env: dict[str, str], file: Path) -> None:
    """Write a database as it is at one moment, while others go on writing in it."""
    name = env["YP_DB_NAME"]
    without = [f"--ignore-table-data={name}.{table}" for table in LEFT_OUT]
    program, *options = OUT
    command = [program, "--no-defaults", *options, *without, *_account(env), name]
    with (
        gzip.open(file, "wb", compresslevel=6) as out,
        _ending_well(command, env, "the database could not be written out") as process,
    ):
        assert process.stdout is not None
        shutil.copyfileobj(process.stdout, out, 1024 * 1024)


def load(env: dict[str, str], file: Path) -> None:
    """Take in what :func:`dump` wrote, in place of all that is there."""
    _empty(env)
    with gzip.open(file, "rb") as sql:
        _take(env, sql)


def _empty(env: dict[str, str]) -> None:
    name = env["YP_DB_NAME"]
    tables = ask(env, f"SHOW FULL TABLES FROM `{name}` WHERE table_type = 'BASE TABLE'")
    drops = [f"DROP TABLE `{line.split(chr(9))[0]}`;" for line in tables.splitlines()]
    ask(env, "\n".join(["SET FOREIGN_KEY_CHECKS = 0;", *drops]))


def ask(env: dict[str, str], sql: str) -> str:
    """Return what a statement answers, a row a line."""
    command = _client(env)
    done = subprocess.run(
        command, input=sql.encode(), env=_secret(env), capture_output=True, check=False
    )
    if done.returncode:
        raise Trouble(f"the database refused: {done.stderr.decode(errors='replace')[-2000:]}")
    return done.stdout.decode()


def _take(env: dict[str, str], sql: gzip.GzipFile) -> None:
    with _ending_well(_client(env), env, "the database did not take it in") as process:
        assert process.stdin is not None
        with contextlib.suppress(BrokenPipeError):  # it has ended; what it said tells why
            shutil.copyfileobj(sql, process.stdin, 1024 * 1024)
            process.stdin.close()


@contextlib.contextmanager
def _ending_well(
    command: list[str], env: dict[str, str], failed: str
) -> Iterator[subprocess.Popen[bytes]]:
    """Run a tool with its ends open; raises :class:`Trouble` with what it said where it fails."""
    with tempfile.TemporaryFile() as said:
        pipe = subprocess.PIPE
        process = subprocess.Popen(command, env=_secret(env), stdin=pipe, stdout=pipe, stderr=said)
        try:
            yield process
        finally:
            if process.stdin is not None:
                with contextlib.suppress(BrokenPipeError):
                    process.stdin.close()
            ended = process.wait()
        if ended:
            said.seek(0)
            raise Trouble(f"{failed}:\n{said.read().decode(errors='replace')[-2000:]}")


def _client(env: dict[str, str]) -> list[str]:
    options = ["--batch", "--skip-column-names", "--default-character-set=utf8mb4"]
    return ["mariadb", "--no-defaults", *options, *_account(env), env["YP_DB_NAME"]]
