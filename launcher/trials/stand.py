"""Three machines on one: a node, a program and its place behind nginx each."""

from __future__ import annotations

import secrets
import tempfile
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

from launcher import install
from launcher.children import Child, running
from launcher.database import reached_at
from launcher.django import environment, manage
from launcher.nginx import nginx
from launcher.place import VENV, free_port
from launcher.say import say
from launcher.servers import long_worker, web_server
from launcher.trials.galera import Node, wait_for
from launcher.trials.phones import HOST, Site

MACHINES = 3
PATIENCE = 90.0


class Stand:
    """The whole of it, as a site sees it and as who breaks it does."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.password, self.root_password, self.key = (secrets.token_urlsafe(40) for _ in range(3))
        self.nodes = [Node(number, folder) for number in range(1, MACHINES + 1)]
        self.ports = [free_port() for _ in self.nodes]
        self.https, self.plain = free_port(), free_port()
        self.site = Site(self.https)
        self.programs: list[Child] = []

    def environment(self, number: int) -> dict[str, str]:
        """Return the environment of a machine's program, by its number from 0."""
        own = {
            "YP_HOSTS": HOST, "YP_HTTPS": "on", "YP_PROXIES": "1", "YP_WORKERS": "2",
            "YP_THREADS": "8", "YP_BIND": f"127.0.0.1:{self.ports[number]}",
            "PATH": f"{VENV / 'bin'}:/usr/sbin:/usr/bin:/sbin:/bin",
        }  # fmt: skip
        reached = reached_at(self.nodes[number].port, self.password)
        return environment(reached, self.key, **own)

    def program(self, number: int) -> Child:
        """Return a machine's program."""
        folder = self.folder / f"program-{number + 1}"
        folder.mkdir(exist_ok=True)
        return web_server(folder, self.environment(number))

    def start_nodes(self, stack: ExitStack) -> None:
        """Start the first node, load the demo, and let the others join."""
        for node in self.nodes:
            node.make()
            stack.callback(node.stop)
        say("starting the first node, and loading the demo")
        self.nodes[0].start((), first_with=(self.password, self.root_password))
        first = self.environment(0)
        manage(first, "migrate", "--no-input", what="migrating the database")
        manage(
            {**first, "YP_DEMO": "on", "YP_EXTRAS": "demo"}, "load_demo", what="loading the demo"
        )
        for node in self.nodes[1:]:
            node.start(self.nodes)
        took = wait_for(self.nodes, MACHINES, self.root_password, PATIENCE)
        say(f"{MACHINES} nodes are in step ({took:.1f} s after the last had started)")

    def start_programs(self, stack: ExitStack) -> None:
        """Start the programs, one worker for long work, and nginx in front."""
        for number in range(MACHINES):
            child = self.program(number)
            self.programs.append(stack.enter_context(running(child)))
        stack.enter_context(running(long_worker(self.folder, self.environment(0))))
        front = nginx(self.folder, self.ports, https=self.https, plain=self.plain)
        stack.enter_context(running(front))

    def errors(self) -> list[str]:
        """Return what the programs logged as an error, but that the database was away."""
        logs = self.folder.glob("program-*/server.log")
        lines = [line for log in logs for line in log.read_text().splitlines()]
        return [one for one in lines if "level=error" in one and "Service Unavail" not in one]

    def rejoin(self, number: int) -> float:
        """Start a node that ended; returns how long it took to be in step, in seconds."""
        self.nodes[number].start(self.nodes)
        return wait_for(self.nodes, MACHINES, self.root_password, PATIENCE)


@contextmanager
def standing() -> Iterator[Stand]:
    """Set it all up, and take it down when the block ends."""
    install.everything(for_tests=False)
    install.state_transfer_tools()
    with tempfile.TemporaryDirectory(prefix="yp-cluster-") as folder, ExitStack() as stack:
        Path(folder).chmod(0o711)
        stand = Stand(Path(folder))
        stand.start_nodes(stack)
        stand.start_programs(stack)
        yield stand
