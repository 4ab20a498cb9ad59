"""How gunicorn serves the pages and the API: see launcher/settings.py for what can be set.

| variable | meaning | where unset |
|---|---|---|
| YP_BIND | where it listens | 127.0.0.1:8400 |
| YP_WORKERS, YP_THREADS | processes, and threads in each | 2, 4 |
| PROMETHEUS_MULTIPROC_DIR | where the figures of all processes are gathered | nowhere |
"""

from __future__ import annotations

import os
from typing import Any

from server.platform.logs import LOGGING

bind = os.environ.get("YP_BIND", "127.0.0.1:8400")
workers = int(os.environ.get("YP_WORKERS", "2"))
threads = int(os.environ.get("YP_THREADS", "4"))
worker_class = "gthread"
timeout = 60
graceful_timeout = 25
control_socket_disable = True
logconfig_dict = LOGGING


def post_worker_init(worker: Any) -> None:
    """Say that a process has all it needs and takes requests."""
    worker.log.info("ready to serve")


def child_exit(_: Any, worker: Any) -> None:
    """Forget what a process that ended was just doing; what it has done still counts."""
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        from prometheus_client import multiprocess  # noqa: PLC0415 - only where figures are kept

        multiprocess.mark_process_dead(worker.pid)  # type: ignore[no-untyped-call]
