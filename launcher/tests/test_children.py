"""Servers of ours: started, stopped, and started again where they ended by themselves."""

from __future__ import annotations

import io
import json
import os
import signal
import subprocess
import sys
import threading
from contextlib import AbstractContextManager, redirect_stdout
from itertools import pairwise
from unittest import mock

from launcher import children
from launcher.children import Child, run, running
from launcher.database import Database, mariadb, server_command
from launcher.place import is_free, kept_secrets
from launcher.say import Trouble
from launcher.tending import LONGEST_PAUSE, Tended, tend
from launcher.tests.folder import FolderTestCase

SERVER = """
import signal, sys, time
signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
print("getting there", flush=True)
print("ready now", flush=True)
signal.pause()
"""


class Children(FolderTestCase):
    """No process outlives its block."""

    def command(self, code: str) -> list[str]:
        return [sys.executable, "-c", code]

    def test_a_server_runs_until_the_block_ends(self) -> None:
        log = self.folder / "log"
        with running(Child(self.command(SERVER), ready="ready now", log=log)) as child:
            self.assertTrue(child.is_running())
        assert child.process is not None
        self.assertEqual(child.process.returncode, 0)
        self.assertEqual(log.read_text(), "getting there\nready now\n")
        child.stop()

    def test_one_that_fails_to_start_says_its_last_words(self) -> None:
        code = "print('no such folder'); raise SystemExit(3)"
        with (
            self.assertRaises(Trouble) as refused,
            running(Child(self.command(code), ready="never", log=self.folder / "log")),
        ):
            self.fail("it did not start")
        self.assertIn("no such folder", str(refused.exception))

    def test_a_block_that_fails_stops_its_server(self) -> None:
        log = self.folder / "log"
        with (
            self.assertRaises(KeyError),
            running(Child(self.command(SERVER), ready="ready now", log=log)) as child,
        ):
            raise KeyError
        self.assertFalse(child.is_running())

    def test_a_failing_command_says_what_failed_and_how(self) -> None:
        with self.assertRaises(Trouble) as refused:
            run(
                self.command("raise SystemExit('broken pipe fitting')"),
                cwd=self.folder,
                what="trying",
            )
        self.assertIn("trying failed", str(refused.exception))
        self.assertIn("broken pipe fitting", str(refused.exception))
        run(self.command(""), cwd=self.folder, what="nothing")

    def test_a_log_never_grows_without_end(self) -> None:
        log = self.folder / "log"
        code = "print('x' * 99, '%s') or [print('y' * 99) for _ in range(100)]; print('ready now')"
        with (
            mock.patch.object(children, "LARGEST_LOG", 2000),
            running(Child(self.command(f"{code}; {WAIT}"), ready="ready now", log=log)),
        ):
            pass
        kept = sorted(self.folder.iterdir())
        self.assertEqual(len(kept), 1 + children.LOGS_KEPT)
        self.assertTrue(all(file.stat().st_size <= 2000 for file in kept))


WAIT = "import signal; print(end='', flush=True); signal.pause()"


class Tending(FolderTestCase):
    """What ended by itself is started again, and not in a frenzy."""

    def setUp(self) -> None:
        super().setUp()
        self.clock = 100.0
        self.child = mock.Mock(spec=Child)
        self.child.name, self.child.log = "server", self.folder / "server.log"
        self.tended = Tended(self.child, lambda: self.clock)
        said = redirect_stdout(io.StringIO())
        self.said = said.__enter__()
        self.addCleanup(said.__exit__, None, None, None)

    def starts_within(self, seconds: int) -> list[float]:
        """Look every half second, and return when it was started, in seconds from now."""
        began, starts = self.clock, []
        for _ in range(2 * seconds):
            before = self.child.start.call_count
            self.tended.look()
            if self.child.start.call_count > before:
                starts.append(self.clock - began)
            self.clock += 0.5
        return starts

    def test_one_that_runs_is_left_alone(self) -> None:
        self.child.is_running.return_value = True
        self.assertEqual(self.starts_within(50), [])
        self.assertEqual(self.said.getvalue(), "")

    def test_one_that_keeps_ending_is_tried_ever_less_often_but_for_ever(self) -> None:
        self.child.is_running.return_value = False
        self.child.start.side_effect = Trouble("no room")
        starts = self.starts_within(400)
        pauses = [later - sooner for sooner, later in pairwise(starts)]
        self.assertEqual(starts[0], 1.0)
        self.assertEqual(pauses[:5], [2, 4, 8, 16, 30])
        self.assertEqual(set(pauses[5:]), {LONGEST_PAUSE})
        self.assertIn("no room", self.said.getvalue())

    def test_one_that_ran_for_long_is_back_at_once_when_it_ends(self) -> None:
        self.child.start.side_effect = lambda: self.child.is_running.configure_mock(
            return_value=True
        )
        for _ in range(4):
            self.child.is_running.return_value = False
            self.assertEqual(self.starts_within(61), [1.0])


class PrivateDatabase(FolderTestCase):
    """MariaDB of our own: loopback, a password, nothing left behind."""

    def test_it_asks_for_its_password_and_keeps_what_was_written(self) -> None:
        secrets = kept_secrets(self.folder)
        with mock.patch.dict(os.environ):
            os.environ.pop("YP_DB_PORT", None)
            with self.served(secrets) as database:
                self.assertEqual(self.ask(database, "CREATE TABLE kept (n INT)"), "")
                self.ask(database, "INSERT INTO kept VALUES (7)")
                self.assertIn("Access denied", self.ask(database, "SELECT 1", password="wrong"))
                denied = self.ask(database, "CREATE DATABASE elsewhere")
                self.assertIn("Access denied", denied)
            self.assertTrue(is_free(database.port))
            with self.served(secrets) as database:
                self.assertEqual(self.ask(database, "SELECT n FROM kept"), "7\n")
        self.assertEqual(json.loads((self.folder / "secrets.json").read_text()), secrets)

    def test_one_that_starts_takes_nothing_from_under_another(self) -> None:
        commands = [
            server_command(self.folder / name, self.folder, 1, []) for name in ("one", "other")
        ]
        places = {one for command in commands for one in command if one.startswith("--tmpdir=")}
        self.assertEqual(len(places), 2)
        self.assertTrue(all(str(self.folder) in place for place in places))

    def test_killed_it_comes_back_where_it_was_with_what_was_written(self) -> None:
        secrets = kept_secrets(self.folder)
        with mock.patch.dict(os.environ):
            os.environ.pop("YP_DB_PORT", None)
            said = io.StringIO()
            with self.served(secrets, forgetful=False) as database, redirect_stdout(said):
                self.ask(database, "CREATE TABLE kept (n INT); INSERT INTO kept VALUES (7)")
                database.server.signal(signal.SIGKILL)
                assert database.server.process is not None
                database.server.process.wait()
                stopped = threading.Event()

                def until_it_is_back() -> None:
                    if database.server.is_running():
                        stopped.set()

                tend([database.server], stopped, until_it_is_back)
                self.assertEqual(self.ask(database, "SELECT n FROM kept"), "7\n")
        self.assertIn("mariadb ended by itself", said.getvalue())
        self.assertIn("mariadb is back", said.getvalue())

    def served(
        self, secrets: dict[str, str], *, forgetful: bool = True
    ) -> AbstractContextManager[Database]:
        return mariadb(self.folder, secrets["database"], secrets["root"], forgetful=forgetful)

    def ask(self, database: Database, sql: str, password: str | None = None) -> str:
        settings = database.settings()
        command = [
            "mariadb", "--no-defaults", "--host=127.0.0.1", f"--port={database.port}",
            f"--user={settings['YP_DB_USER']}", "--batch", "--skip-column-names",
            f"--password={password or database.password}", settings["YP_DB_NAME"], "-e", sql,
        ]  # fmt: skip
        done = subprocess.run(command, capture_output=True, text=True, check=False)
        return done.stdout + done.stderr
