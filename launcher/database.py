"""A private MariaDB on loopback, with its own data folder; never the system's service."""

from __future__ import annotations

import os
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from launcher.children import Child, run, running
from launcher.place import ROOT, free_port
from launcher.say import say

NAME = "yellowpeg"
USER = "yp"
FORGETFUL = ["--innodb-flush-log-at-trx-commit=0", "--skip-innodb-doublewrite", "--sync-binlog=0"]


@dataclass(frozen=True)
class Database:
    """A running MariaDB, as Django reaches it."""

    port: int
    password: str
    server: Child

    def settings(self) -> dict[str, str]:
        """Return the environment Django's settings read."""
        return reached_at(self.port, self.password)


def reached_at(port: int, password: str) -> dict[str, str]:
    """Return the environment Django's settings read for a database on loopback."""
    return {
        "YP_DB_HOST": "127.0.0.1",
        "YP_DB_PORT": str(port),
        "YP_DB_NAME": NAME,
        "YP_DB_USER": USER,
        "YP_DB_PASSWORD": password,
    }


@contextmanager
def mariadb(
    folder: Path, password: str, root_password: str, *, forgetful: bool = False
) -> Iterator[Database]:
    """Run MariaDB on its data folder until the block ends.

    A forgetful one does not wait for the disk, for tests whose data goes away anyway.
    """
    data = folder / "mariadb"
    if not (data / "mysql").is_dir():
        made_with(data, _account())
    port = int(os.environ.get("YP_DB_PORT") or free_port())
    with tempfile.TemporaryDirectory(prefix="yp-db-") as runtime:
        file = Path(runtime) / "grants.sql"
        file.touch(mode=0o600)
        file.write_text(grants(password, root_password))
        command = server_command(data, Path(runtime), port, _account())
        command += FORGETFUL if forgetful else []
        first = [*command, f"--init-file={file}"]
        ready, log = "ready for connections", folder / "mariadb.log"
        with running(Child(first, again=command, ready=ready, log=log)) as server:
            file.unlink()
            yield Database(port, password, server)


def made_with(data: Path, account: list[str]) -> None:
    """Make a data folder, which will be the account's."""
    say("making the database's data folder")
    data.mkdir(parents=True, exist_ok=True, mode=0o700)
    command = [
        "mariadb-install-db",
        "--no-defaults",
        f"--datadir={data}",
        f"--tmpdir={temporary(data)}",
        "--auth-root-authentication-method=normal",
        "--skip-test-db",
        *account,
    ]
    run(command, cwd=ROOT, what="making the database")


def temporary(data: Path) -> Path:
    """Return a server's own folder for what it keeps for a moment.

    One that starts clears the folder it is given, and would take it from under another.
    """
    folder = data.parent / f"{data.name}-temporary"
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    return folder


def _account() -> list[str]:
    return ["--user=root"] if os.geteuid() == 0 else []


def server_command(data: Path, runtime: Path, port: int, account: list[str]) -> list[str]:
    """Return how a MariaDB is run on a data folder, for loopback alone."""
    return [
        "mariadbd",
        "--no-defaults",
        f"--datadir={data}",
        f"--tmpdir={temporary(data)}",
        f"--socket={runtime}/socket",
        f"--pid-file={runtime}/pid",
        f"--port={port}",
        "--bind-address=127.0.0.1",
        "--skip-name-resolve",
        "--character-set-server=utf8mb4",
        "--collation-server=utf8mb4_unicode_ci",
        "--default-storage-engine=InnoDB",
        "--innodb-buffer-pool-size=256M",
        "--max-allowed-packet=64M",
        "--sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION",
        *account,
    ]


def grants(password: str, root_password: str) -> str:
    """Return what the server does first: one account, for our own databases alone."""
    account = f"'{USER}'@'127.0.0.1'"
    return "\n".join(
        [
            f"ALTER USER 'root'@'localhost' IDENTIFIED BY '{root_password}';",
            f"CREATE USER IF NOT EXISTS {account};",
            f"ALTER USER {account} IDENTIFIED BY '{password}';",
            f"CREATE DATABASE IF NOT EXISTS {NAME} COLLATE utf8mb4_unicode_ci;",
            f"GRANT ALL PRIVILEGES ON `{NAME}`.* TO {account};",
            f"GRANT ALL PRIVILEGES ON `test\\_{NAME}%`.* TO {account};",
            "",
        ]
    )
