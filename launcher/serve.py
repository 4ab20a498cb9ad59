"""./yp start: serve with demo data until Ctrl-C."""

from __future__ import annotations

import argparse
import shutil
import signal
import threading
from pathlib import Path

from launcher import install
from launcher.children import running
from launcher.database import Database, mariadb
from launcher.django import environment, manage, say_set_up_code
from launcher.instance import note_port
from launcher.place import home, kept_secrets, only_one, web_port
from launcher.say import say
from launcher.servers import long_worker, web_server
from launcher.tending import tend


def start(arguments: list[str]) -> int:
    """Install, migrate, load the demo once, and serve on a printed address."""
    parser = argparse.ArgumentParser(prog="./yp start")
    parser.add_argument("--fresh-demo", action="store_true", help="throw entered data away")
    parser.add_argument(
        "--empty", action="store_true", help="load no demo: begin a crew of your own"
    )
    asked = parser.parse_args(arguments)
    install.everything(for_tests=False)
    folder = home()
    with only_one(folder):
        if asked.fresh_demo:
            say("throwing the old data away")
            shutil.rmtree(folder / "mariadb", ignore_errors=True)
        secrets = kept_secrets(folder)
        say("starting MariaDB on loopback")
        with mariadb(folder, secrets["database"], secrets["root"]) as database:
            _serve(folder, database, secrets["secret_key"], has_demo=not asked.empty)
    say("stopped; what was entered is kept")
    return 0


def _serve(folder: Path, database: Database, secret_key: str, *, has_demo: bool) -> None:
    port = web_port()
    own = {
        "YP_DEMO": "on" if has_demo else "off",
        "YP_BIND": f"127.0.0.1:{port}",
        "YP_WORKERS": "2",
        "YP_THREADS": "4",
    }
    env = environment(database.settings(), secret_key, **own)
    note_port(folder, database)
    manage(env, "migrate", "--no-input", what="migrating the database")
    if has_demo:
        manage({**env, "YP_EXTRAS": "demo"}, "load_demo", what="loading the demo")
    say_set_up_code(env)
    stopped = threading.Event()
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, lambda *_: stopped.set())
    with running(web_server(folder, env)) as web, running(long_worker(folder, env)) as worker:
        say(f"serving at http://127.0.0.1:{port}/  (Ctrl-C stops)")
        tend([database.server, web, worker], stopped)
