"""./yp serve as it stands behind nginx: it waits, renews without a lost request, and stops."""

from __future__ import annotations

import http.client
import json
import os
import re
import secrets
import signal
import socket
import ssl
import sys
import threading
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

from launcher.checks import private_instance
from launcher.children import Child, running
from launcher.nginx import nginx
from launcher.place import ROOT, free_port
from launcher.say import Trouble
from launcher.tests.folder import FolderTestCase

ANSWERS = """
import os, signal, socket, sys, time
listener = socket.socket(fileno=int(sys.argv[1]))
told = []
signal.signal(signal.SIGTERM, lambda *_: told.append(1))
listener.settimeout(0.02)
print("ready now", flush=True)
while not told:
    try:
        one, _ = listener.accept()
    except TimeoutError:
        continue
    one.sendall(b"HTTP/1.0 200 OK\\r\\n\\r\\nby %d" % os.getpid())
    one.close()
"""


class Renewal(FolderTestCase):
    """A server that is started anew while it is asked."""

    def setUp(self) -> None:
        super().setUp()
        self.listener = socket.create_server(("127.0.0.1", 0))
        self.addCleanup(self.listener.close)

    def child(self) -> Child:
        number = self.listener.fileno()
        command = [sys.executable, "-c", ANSWERS, str(number)]
        return Child(command, ready="ready now", log=self.folder / "log", sockets=[number])

    def ask(self) -> str:
        address = self.listener.getsockname()
        with socket.create_connection(address, timeout=30) as asking:
            return asking.makefile().read().rpartition("\n")[2]

    def test_the_old_one_answers_until_the_new_one_does(self) -> None:
        with running(self.child()) as child:
            before = self.ask()
            with asking(self.ask) as answers:
                child.renew()
            self.assertNotEqual(self.ask(), before)
        # On a busy machine the new one may not have been asked before the asking was over.
        self.assertIn(before, answers)
        self.assertLessEqual(len(answers), 2, answers)
        self.assertTrue(all(answer.startswith("by ") for answer in answers), answers)

    def test_one_that_does_not_start_leaves_the_old_one_where_it_is(self) -> None:
        with running(self.child()) as child:
            before = self.ask()
            child.again = [sys.executable, "-c", "raise SystemExit('no such thing')"]
            with self.assertRaises(Trouble):
                child.renew()
            self.assertEqual(self.ask(), before)


@contextmanager
def asking(ask: object) -> Iterator[Counter[str]]:
    """Ask again and again on some threads until the block ends, and count the answers."""
    answers: Counter[str] = Counter()
    over = threading.Event()

    def on() -> None:
        while not over.is_set():
            try:
                answer = ask()  # type: ignore[operator]
            except OSError as failed:
                answer = repr(failed)
            answers[answer] += 1
            over.wait(0.02)

    threads = [threading.Thread(target=on) for _ in range(4)]
    for thread in threads:
        thread.start()
    try:
        yield answers
    finally:
        over.set()
        for thread in threads:
            thread.join()


class Served(FolderTestCase):
    """The whole of it, on ports of its own."""

    def setUp(self) -> None:
        super().setUp()
        self.port, self.figures_port, self.https, self.plain = (free_port() for _ in range(4))

    def settings(self, env: dict[str, str]) -> Path:
        file = self.folder / "settings"
        said = {
            "YP_SECRET_KEY": secrets.token_urlsafe(50), "YP_HOSTS": "peg.example",
            "YP_HOME": self.folder / "home",
            "YP_BIND": f"127.0.0.1:{self.port}", "YP_METRICS": f"127.0.0.1:{self.figures_port}",
            "YP_WORKERS": 1, "YP_THREADS": 4, "YP_LONG_WORKERS": 1,
            **{name: env[name] for name in ("YP_DB_PORT", "YP_DB_NAME", "YP_DB_PASSWORD")},
        }  # fmt: skip
        file.touch(mode=0o600)
        file.write_text("".join(f"{name}={value}\n" for name, value in said.items()))
        return file

    def nginx(self) -> Child:
        """Return nginx as the docs have it, with little patience for halves."""
        return nginx(
            self.folder, [self.port], https=self.https, plain=self.plain, client_header_timeout="2s"
        )

    def ask(self, path: str = "/health", **headers: str) -> tuple[int, str]:
        asking = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
        return self.answered(asking, path, headers)

    def ask_nginx(self, path: str) -> tuple[int, str]:
        unproved = ssl._create_unverified_context()
        asking = http.client.HTTPSConnection("127.0.0.1", self.https, timeout=60, context=unproved)
        return self.answered(asking, path, {"Host": "peg.example"})

    def answered(
        self, asking: http.client.HTTPConnection, path: str, headers: dict[str, str]
    ) -> tuple[int, str]:
        try:
            asking.request("GET", path, headers=headers)
            answer = asking.getresponse()
            return answer.status, answer.read().decode()
        finally:
            asking.close()

    def test_behind_nginx_from_start_to_stop(self) -> None:
        with ExitStack() as stack:
            env = stack.enter_context(private_instance())
            command = [str(ROOT / "yp"), "serve", "--settings", str(self.settings(env))]
            log = self.folder / "serve.log"
            child = Child(command, ready="serving at", log=log, env=dict(os.environ))
            stack.enter_context(running(child))
            self.well()
            stack.enter_context(running(self.nginx()))
            self.through_nginx()
            self.half_sent()
            self.renewed(child, log)
            child.stop()
            assert child.process is not None
            self.assertEqual(child.process.returncode, 0, log.read_text()[-2000:])
        self.assertIn("yp: stopped", log.read_text())

    def well(self) -> None:
        status, body = self.ask()
        told = json.loads(body)
        self.assertEqual((status, told["database"], told["migrations"]), (200, True, True))
        asking = http.client.HTTPConnection("127.0.0.1", self.figures_port, timeout=60)
        status, figures = self.answered(asking, "/metrics", {})
        self.assertEqual(status, 200)
        self.assertIn("yellow_peg_database_is_well 1.0", figures)
        self.assertIn('yellow_peg_long_works{state="waiting"} 0.0', figures)

    def through_nginx(self) -> None:
        """What the world is shown, and what it is not."""
        status, _ = self.ask("/jobs", Host="peg.example")
        self.assertEqual(status, 301, "plain HTTP is sent to HTTPS")
        self.assertEqual(self.ask("/jobs", Host="other.example")[0], 400)
        self.assertEqual(self.ask_nginx("/jobs")[0], 200)
        self.assertEqual(self.ask_nginx("/api/v1/links/secret-key/notice.pdf")[0], 404)
        self.assertEqual(self.ask_nginx("/notice/secret-key?x=1")[0], 200)
        self.assertEqual(self.ask_nginx("/join/secret-key")[0], 200)
        self.assertEqual(self.ask_nginx("/new-password/MQ/secret-key")[0], 200)
        # nginx writes a line after its answer, and before it takes the next request.
        self.assertEqual(self.ask_nginx("/health")[0], 403)
        seen = (self.folder / "access.log").read_text()
        self.assertNotIn("secret-key", seen)
        self.assertIn("/api/v1/links/-/notice.pdf 404", seen)
        self.assertIn("GET /notice/- 200", seen)
        self.assertIn("GET /join/- 200", seen)
        self.assertIn("GET /new-password/MQ/- 200", seen)
        server = (self.folder / "home" / "server.log").read_text()
        self.assertNotIn("secret-key", server)

    def half_sent(self) -> None:
        """Many who never end their headers hold nobody else up, and are sent away."""
        unproved = ssl._create_unverified_context()
        with ExitStack() as stack:
            halves = []
            for _ in range(40):
                raw = socket.create_connection(("127.0.0.1", self.https), timeout=30)
                half = stack.enter_context(unproved.wrap_socket(raw))
                half.sendall(b"GET /api/v1/session HTTP/1.1\r\nHost: peg.example\r\nX-Slow: ")
                halves.append(half)
            began = time.monotonic()
            self.assertEqual(self.ask_nginx("/api/v1/session")[0], 200)
            self.assertLess(time.monotonic() - began, 20.0)
            answers = {half.recv(200)[:12] for half in halves}
        self.assertLessEqual(answers, {b"", b"HTTP/1.1 408"})

    def renewed(self, child: Child, log: Path) -> None:
        """A new version is taken up; every request meanwhile is answered."""
        renewed = threading.Event()

        def seen() -> str:
            if re.search(r"yp: (renewed|stays as it was)", log.read_text()):
                renewed.set()
            return str(self.ask_nginx("/api/v1/session")[0])

        with asking(seen) as answers:
            child.signal(signal.SIGHUP)
            self.assertTrue(renewed.wait(120), log.read_text()[-2000:])
        self.assertIn("yp: renewed", log.read_text())
        self.assertEqual(set(answers), {"200"})
