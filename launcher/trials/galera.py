"""A node of a Galera cluster on loopback, which can be killed, cut off, and joined again."""

from __future__ import annotations

import os
import re
import shutil
import signal
import subprocess
import time
from collections.abc import Sequence
from pathlib import Path

from launcher.children import Child, run
from launcher.database import grants, made_with, server_command, temporary
from launcher.install import state_transfer_tools
from launcher.place import ROOT, free_port
from launcher.say import Trouble

PROVIDER = "/usr/lib/galera/libgalera_smm.so"
#: As docs/running/galera.cnf: how soon a node that says nothing is given up.
QUICK = "evs.suspect_timeout=PT3S;evs.inactive_timeout=PT6S"
#: The transfer of a whole state gives root's rights up: the folder must be another's.
OTHER_ACCOUNT = "nobody"
NOWHERE = "00000000-0000-0000-0000-000000000000:-1"
POSITION = re.compile(r"Recovered position:\s*(\S+)")


class Node:
    """One node: its folder, its ports, and the server that runs on them."""

    def __init__(self, number: int, folder: Path) -> None:
        self.number, self.folder = number, folder
        self.port, self.group_port, self.catch_up_port, self.state_port = _ports(4)
        self.data = folder / f"node-{number}"
        self.address = f"127.0.0.1:{self.group_port}"
        self.server: Child | None = None
        self.tools = state_transfer_tools()

    def make(self) -> None:
        """Make its data folder."""
        if os.geteuid() == 0:
            shutil.chown(temporary(self.data), OTHER_ACCOUNT)
        made_with(self.data, _account())
        if os.geteuid() == 0:
            shutil.chown(self.data, OTHER_ACCOUNT)

    def start(self, others: Sequence[Node], *, first_with: tuple[str, str] | None = None) -> None:
        """Start it: as the first of a new cluster with its passwords, or joining the others."""
        command = self._command(others if first_with is None else ())
        if first_with is not None:
            file = self.data / "grants.sql"
            file.write_text(grants(*first_with))
            command.append(f"--init-file={file}")
            if os.geteuid() == 0:
                shutil.chown(file, OTHER_ACCOUNT)
        else:
            command.append(f"--wsrep-start-position={self._position()}")
        env = {**os.environ, "PATH": f"{self.tools}:{os.environ['PATH']}"}
        log = self.folder / f"node-{self.number}.log"
        self.server = Child(command, ready="Synchronized with group, ready", log=log, env=env)
        self.server.start()

    def _position(self) -> str:
        """Return how far it was when it ended, whichever way, so that it only catches up."""
        command = [*self._command(()), "--wsrep-recover"]
        done = subprocess.run(command, capture_output=True, text=True, check=False)
        found = POSITION.search(done.stderr + done.stdout)
        return found[1] if found else NOWHERE

    def _command(self, others: Sequence[Node]) -> list[str]:
        group = ",".join(node.address for node in others)
        options = ";".join(
            [
                f"base_host=127.0.0.1;base_port={self.group_port}",
                f"gmcast.listen_addr=tcp://{self.address}",
                f"ist.recv_addr=127.0.0.1:{self.catch_up_port}",
                QUICK,
            ]
        )
        return [
            *server_command(self.data, self.data, self.port, _account()),
            "--binlog-format=ROW",
            "--innodb-autoinc-lock-mode=2",
            "--wsrep-on=ON",
            f"--wsrep-provider={PROVIDER}",
            "--wsrep-cluster-name=yellow-peg-trial",
            f"--wsrep-cluster-address=gcomm://{group}",
            f"--wsrep-node-address={self.address}",
            f"--wsrep-provider-options={options}",
            "--wsrep-sst-method=rsync",
            f"--wsrep-sst-receive-address=127.0.0.1:{self.state_port}",
            "--wsrep-retry-autocommit=4",
            "--wsrep-sync-wait=1",
        ]

    def kill(self) -> None:
        """End it at once, as when the power goes."""
        assert self.server is not None
        assert self.server.process is not None
        self.server.signal(signal.SIGKILL)
        self.server.process.wait()

    def stop(self) -> None:
        """End it in order."""
        if self.server is not None:
            self.server.stop()

    def cut_off(self, password: str, *, is_off: bool) -> None:
        """Cut it off from the others, or let it speak with them again."""
        self.ask(password, f"SET GLOBAL wsrep_provider_options = 'gmcast.isolate={int(is_off)}'")

    def is_one_of(self, size: int, password: str) -> bool:
        """Tell whether it is in step with a cluster of so many."""
        names = "'wsrep_cluster_size', 'wsrep_local_state_comment', 'wsrep_cluster_status'"
        sql = f"SHOW STATUS WHERE variable_name IN ({names})"
        try:
            rows = dict(line.split("\t") for line in self.ask(password, sql).splitlines())
        except Trouble:
            return False
        return set(rows.values()) == {str(size), "Synced", "Primary"}

    def ask(self, password: str, sql: str) -> str:
        """Return what the node answers its own root, a row a line."""
        command = ["mariadb", "--no-defaults", "--batch", "--skip-column-names", "--user=root"]
        env = {**os.environ, "MYSQL_PWD": password}
        return run(
            [*command, f"--socket={self.data}/socket", "-e", sql], cwd=ROOT, what="asking", env=env
        )


def wait_for(nodes: Sequence[Node], size: int, password: str, seconds: float) -> float:
    """Wait until nodes are in step with a cluster of so many; returns how long it took, seconds."""
    began = time.monotonic()
    while not all(node.is_one_of(size, password) for node in nodes):
        if time.monotonic() - began > seconds:
            raise Trouble(f"after {seconds:.0f} s the nodes are not {size} in step.")
        time.sleep(0.2)
    return time.monotonic() - began


def _account() -> list[str]:
    return [f"--user={OTHER_ACCOUNT}"] if os.geteuid() == 0 else []


def _ports(number: int) -> list[int]:
    return [free_port() for _ in range(number)]
