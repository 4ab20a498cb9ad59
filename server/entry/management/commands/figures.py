"""Serves the figures of all processes of this machine, for Prometheus, on an address of its own."""

from __future__ import annotations

import os
import signal
import threading
from collections.abc import Iterator
from typing import Any

from django.core.management.base import BaseCommand
from django.db import DatabaseError, connection
from django.db.models import Count, Max, Min
from django.utils import timezone
from prometheus_client import CollectorRegistry, start_http_server
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.multiprocess import MultiProcessCollector
from prometheus_client.registry import Collector

from server.background.models import Backup, LongWork, WorkState
from server.platform.health import health_now

ADDRESS = "127.0.0.1:8490"


class SetUpTrust(Collector):
    """What no process counts by itself, looked up when it is asked for."""

    def collect(self) -> Iterator[GaugeMetricFamily]:
        """Give the health, the works that wait, and how old the last backup is."""
        try:
            for part, is_well in health_now().items():
                name, about = f"yellow_peg_{part}_is_well", f"1 while the {part} is as it must be"
                yield GaugeMetricFamily(name, about, value=float(bool(is_well)))
            yield from _works()
            yield from _backups()
        except DatabaseError:
            pass  # the health says it
        finally:
            connection.close()


def _works() -> Iterator[GaugeMetricFamily]:
    works = LongWork.objects.values_list("state").annotate(Count("pk"), Min("asked_at"))
    counted = {state: (count, first) for state, count, first in works}
    family = GaugeMetricFamily("yellow_peg_long_works", "long works by state", labels=["state"])
    for state in WorkState.values:
        family.add_metric([state], counted.get(state, (0, None))[0])
    yield family
    first = counted.get(WorkState.WAITING, (0, None))[1]
    waits = (timezone.now() - first).total_seconds() if first else 0.0
    about = "how long the longest waiting work has waited"
    yield GaugeMetricFamily("yellow_peg_long_work_waits_seconds", about, value=waits)


def _backups() -> Iterator[GaugeMetricFamily]:
    last = Backup.objects.aggregate(last=Max("made_at"))["last"]
    if last is not None:
        age = (timezone.now() - last).total_seconds()
        about = "how old the last backup is that was proved good"
        yield GaugeMetricFamily("yellow_peg_last_backup_age_seconds", about, value=age)


def figures() -> CollectorRegistry:
    """Return all figures of this machine."""
    registry = CollectorRegistry()
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    registry.register(SetUpTrust())
    return registry


class Command(BaseCommand):
    """Serves until it is stopped."""

    help = "Serves figures for Prometheus, on YP_METRICS."

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve on the address, which is none the world reaches."""
        host, _, port = os.environ.get("YP_METRICS", ADDRESS).rpartition(":")
        stopped = threading.Event()
        for number in (signal.SIGTERM, signal.SIGINT):
            signal.signal(number, lambda *_: stopped.set())
        server, _ = start_http_server(int(port), host, figures())
        self.stdout.write(f"serving figures on {host}:{port}")
        self.stdout.flush()
        stopped.wait()
        server.shutdown()
