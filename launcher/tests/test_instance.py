"""Which database a verb works on, what it waits for, and how a cluster's node is started."""

from __future__ import annotations

import io
import json
import os
import signal
import threading
from contextlib import redirect_stdout
from pathlib import Path
from unittest import mock

from launcher import instance, production
from launcher.place import is_held, kept_secrets, only_one
from launcher.production import ready, signals
from launcher.say import Trouble
from launcher.servers import listening, web_server
from launcher.tests.folder import FolderTestCase
from launcher.trials.galera import NOWHERE, Node

SETTINGS = "YP_SECRET_KEY=k\nYP_HOSTS=h\nYP_DB_PASSWORD=p\nYP_DB_PORT=3399\n"


class Which(FolderTestCase):
    """By its settings file, or one's own."""

    def test_a_server_by_its_settings_and_nothing_of_ours_beside_them(self) -> None:
        file = self.folder / "settings"
        file.write_text(SETTINGS)
        file.chmod(0o600)
        with (
            mock.patch.dict(os.environ, YP_DEMO="on", YP_DEBUG="on", DJANGO_ALLOW_X="1", HOME="/h"),
            instance.instance(file) as env,
        ):
            self.assertEqual((env["YP_DB_PORT"], env["YP_DB_PASSWORD"]), ("3399", "p"))
            self.assertEqual((env["YP_DEMO"], env["HOME"]), ("off", "/h"))
            self.assertFalse({"YP_DEBUG", "DJANGO_ALLOW_X"} & set(env))

    def test_ones_own_that_runs_is_reached_where_it_listens(self) -> None:
        (self.folder / instance.PORT_FILE).write_text(json.dumps({"port": 4711}))
        with mock.patch.dict(os.environ, YP_HOME=str(self.folder)), only_one(self.folder):
            self.assertTrue(is_held(self.folder))
            with instance.instance(None) as env:
                self.assertEqual(env["YP_DB_PORT"], "4711")
                self.assertEqual(env["YP_DB_PASSWORD"], kept_secrets(self.folder)["database"])
            with self.assertRaises(Trouble), instance.instance(None, alone=True):
                self.fail("it is in use")
        self.assertFalse(is_held(self.folder))


class Waiting(FolderTestCase):
    """A server that starts before its database does."""

    def tried(self, *ends: Trouble | None, migrates: bool = True) -> tuple[bool, str]:
        stopped = threading.Event()
        said = io.StringIO()
        what = "manage" if migrates else "succeeds"
        answers = list(ends) if migrates else [end is None for end in ends]
        with (
            mock.patch.object(production, what, side_effect=answers),
            mock.patch.object(production, "SECONDS_BETWEEN_LOOKS", 0.0),
            redirect_stdout(said),
        ):
            return ready({}, stopped, migrates=migrates), said.getvalue()

    def test_it_waits_and_says_so_once(self) -> None:
        away = Trouble("no database")
        is_ready, said = self.tried(away, away, away, None)
        self.assertTrue(is_ready)
        self.assertEqual(said.count("waiting: no database"), 1)

    def test_one_that_does_not_migrate_waits_for_the_one_that_does(self) -> None:
        is_ready, said = self.tried(Trouble(""), Trouble(""), None, migrates=False)
        self.assertTrue(is_ready)
        self.assertEqual(said.count("another machine migrates"), 1)

    def test_told_to_stop_it_stops_waiting(self) -> None:
        stopped = threading.Event()
        stopped.set()
        self.assertFalse(ready({}, stopped, migrates=True))

    def test_signals_set_what_they_are_for_and_are_given_back(self) -> None:
        before = signal.getsignal(signal.SIGHUP)
        with signals() as (stopped, renewed):
            signal.raise_signal(signal.SIGHUP)
            self.assertEqual((stopped.is_set(), renewed.is_set()), (False, True))
            signal.raise_signal(signal.SIGTERM)
            self.assertTrue(stopped.is_set())
        self.assertEqual(signal.getsignal(signal.SIGHUP), before)


class Listening(FolderTestCase):
    """Where the program listens."""

    def test_the_program_is_given_the_socket_that_is_held(self) -> None:
        with listening("127.0.0.1:0") as listener:
            child = web_server(self.folder, {"YP_BIND": "elsewhere"}, listener)
            assert child.env is not None
            self.assertEqual(child.env["YP_BIND"], f"fd://{listener.fileno()}")
            self.assertEqual(list(child.sockets), [listener.fileno()])

    def test_where_nobody_can_listen_is_said(self) -> None:
        for address in ("nowhere", "127.0.0.1:many", "203.0.113.1:80"):
            with self.assertRaises(Trouble) as refused:
                listening(address)
            self.assertIn(f"“{address}”", str(refused.exception))


class Nodes(FolderTestCase):
    """How a node of a cluster is started."""

    def started(self, recovered: str, *, first: bool) -> list[str]:
        ran = mock.Mock(stderr=recovered, stdout="")
        where = "launcher.trials.galera"
        with (
            mock.patch(f"{where}.state_transfer_tools", return_value=Path("/tools")),
            mock.patch(f"{where}.Child.start"),
            mock.patch(f"{where}.shutil.chown"),
            mock.patch(f"{where}.subprocess.run", return_value=ran),
        ):
            nodes = [Node(number, self.folder) for number in (1, 2)]
            nodes[0].data.mkdir(exist_ok=True)
            nodes[0].start(nodes, first_with=("p", "r") if first else None)
            assert nodes[0].server is not None
            self.others = nodes[1].address
            return list(nodes[0].server.command)

    def test_the_first_begins_a_cluster_and_sets_the_passwords(self) -> None:
        command = self.started("", first=True)
        self.assertIn("--wsrep-cluster-address=gcomm://", command)
        self.assertTrue(any(one.startswith("--init-file=") for one in command))
        self.assertFalse(any("start-position" in one for one in command))

    def test_one_that_comes_back_joins_from_where_it_was(self) -> None:
        said = "2026 [Note] WSREP: Recovered position: 0a1b:42,0-1-2\n"
        command = self.started(said, first=False)
        self.assertIn("--wsrep-start-position=0a1b:42,0-1-2", command)
        (group,) = [one for one in command if "cluster-address" in one]
        self.assertIn(self.others, group)
        self.assertIn(f"--wsrep-start-position={NOWHERE}", self.started("nothing", first=False))
